# frozen_string_literal: true

# What of a dimension line can be taken hold of says how a line would say it: the words are read back to the value that was held.
RSpec.describe Norvel::Drawing::Held do
  def read(held, shown) = Norvel::Properties::Specification.read(held.line.sub("%", shown)).then { |line| [line.values, line.faults] }

  it "is said by a line that is read back, whatever the length and the unit" do
    %i[indent_first indent_start indent_end space_before space_after].product(%w[cm in pt]).each do |name, unit|
      held = described_class.property(name, 0, unit: unit, axis: :x)
      values, faults = read(held, "2.5")
      expect(faults).to eq([])
      expect(Norvel::Properties[name].parse(values.fetch(name))).to eq((2.5 * Norvel::Lengths::PER_UNIT.fetch(unit)).round)
      none = Norvel::Properties::Specification.read(held.zero).values
      expect(Norvel::Properties[name].parse(none.fetch(name))).to eq(0)
    end
  end

  it "hangs where a first line goes the other way" do
    held = described_class.property(:indent_first, 0, unit: "cm", axis: :x)
    line = Norvel::Properties::Specification.read(held.minus.sub("%", "0.8")).values
    expect(Norvel::Properties[:indent_first].parse(line.fetch(:indent_first))).to eq(-288_000)
  end

  it "keeps the kind of line spacing, and the other tab stops with what stands at them" do
    spacing = Norvel::Properties::LineSpacing
    [[spacing.multiple(1.5), "1.75", spacing.multiple(1.75)],
      [spacing.parse("exactly 14 pt"), "15.5", spacing.parse("exactly 15.5 pt")],
      [spacing.parse("at least 12 pt"), "13", spacing.parse("at least 13 pt")]].each do |now, shown, after|
      values, faults = read(described_class.spacing(now, 20.0), shown)
      expect([faults, Norvel::Properties[:line_spacing].parse(values.fetch(:line_spacing))]).to eq([[], after])
    end
    tabs = ["5 cm", "10 cm end with dot leader"].map { |written| Norvel::Properties::TabStop.parse(written) }
    values, = read(described_class.tab(tabs, 1), "12")
    expect(Norvel::Properties[:tabs].parse(values.fetch(:tabs)).map(&:to_s)).to eq(["5 cm", "12 cm end with dot leader"])
  end

  it "says how far a point is, and which way" do
    start, back = [false, true].map { |way| described_class.property(:indent_end, 0, unit: "cm", axis: :x, back: way) }
    expect([start.per, back.per]).to match([be_within(1e-6).of(2.54 / 72), be_within(1e-6).of(-2.54 / 72)])
    expect(described_class.spacing(Norvel::Properties::LineSpacing.multiple(1.5), 30.0).per).to be_within(1e-6).of(0.05)
  end
end

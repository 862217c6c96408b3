# frozen_string_literal: true

RSpec.describe Norvel::Properties do
  it "reads what a person types, in any unit" do
    expect([described_class[:size].parse("12"), described_class[:indent_first].parse("0.5 in"),
      described_class[:bold].parse("yes"), described_class[:align].parse("Justify"),
      described_class[:line_spacing].parse("at least 14 pt").value, described_class[:line_spacing].parse("double").value]).to eq([152_400,
        457_200, true, :justify, 177_800, 2.0])
  end

  it "refuses what is no value, in a sentence" do
    {size: "900 pt", space_after: "-3 pt", align: "middle", line_spacing: "wide", color: "reddish",
     bold: "perhaps", font_family: " ", orphans: "x"}.each do |name, written|
      expect { described_class[name].parse(written) }.to raise_error(Norvel::Error)
    end
  end

  it "shows every value so that it can be read again" do
    {size: 152_400, indent_first: -684_000, bold: false, align: :justify,
     line_spacing: Norvel::Properties::LineSpacing.parse("1.15"), color: "#1f3864", orphans: 2, underline: :double}.each do |name, value|
      property = described_class[name]
      expect(property.parse(property.show(value))).to eq(value)
    end
  end

  it "has a label in every row" do
    expect(described_class.all).to all(have_attributes(label: /\A[A-Z]/))
  end
end

RSpec.describe "Values as people type them" do
  def change(now, name, **parameters) = Norvel::Changes.build(name, JSON.parse(JSON.generate(parameters))).call(now)

  it "takes characters as a unit of the style's own font and size" do
    now = manuscript(paragraph(0, "x"))
    after = change(now, "change_style", style: "Base", values: {"indent_first" => "4 ch"})
    zero = Norvel::Fonts::Book.shipped.face("Liberation Serif").then { |face| face.units("0") * 12.0 / face.units_per_em }
    expect(Norvel::Lengths.points(after.sheet["Base"].properties[:indent_first])).to be_within(0.01).of(zero * 4)
    expect(change(now, "format_here", paragraphs: [0], values: {"indent_start" => "2ch"}).paragraphs.first.properties[:indent_start])
      .to eq((zero * 2 * 12_700).round)
  end

  it "reads what it shows, for every property that can be typed" do
    values = {font_family: "Caladea", size: 152_400, bold: true, underline: :wave, color: "#aabbcc",
              scale: 90, raised: :superscript, shift: -12_700, language: "en-GB", align: :justify, indent_first: -360_000,
              line_spacing: Norvel::Properties::LineSpacing.new(rule: :at_least, value: 152_400),
              tabs: [Norvel::Properties::TabStop.new(position: 360_000),
                Norvel::Properties::TabStop.new(position: 1_800_000, align: :end, leader: :dot)],
              borders: {top: {style: "double", width: 12_700, color: "auto", space: 12_700}}, outline_level: 2,
              numbering: Norvel::Properties::NumberRef.new(list: "3", level: 1), orphans: 3}
    values.each { |name, value| expect([name, Norvel::Properties[name].parse(Norvel::Properties[name].show(value))]).to eq([name, value]) }
  end

  it "refuses in a sentence" do
    {scale: "0 %", outline_level: "12", language: "English!", numbering: "third", tabs: "somewhere", borders: "round"}
      .each { |name, written| expect { Norvel::Properties[name].parse(written) }.to raise_error(Norvel::Error, /.{12,}/) }
  end

  describe Norvel::Properties::Words do
    it "has a word for every kind of formatting by hand" do
      expected = {[:size, 139_700] => "11 pt", [:align, :start] => "flush", [:align, :center] => "centred",
                  [:italic, true] => "ital.", [:bold, false] => "not bold", [:indent_first, 684_000] => "indent 1.9 cm",
                  [:indent_first, -360_000] => "hanging 1 cm",
                  [:line_spacing, Norvel::Properties::LineSpacing.multiple(1.5)] => "lines 1.5",
                  [:underline, :single] => "underscore", [:space_after, 76_200] => "6 pt after",
                  [:break_before, true] => "new page", [:small_caps, true] => "s.c.",
                  [:raised, :superscript] => "superscript", [:font_family, "Arial"] => "Arial", [:outline_level, 2] => "level 2"}
      expect(expected.keys.map { |name, value| described_class.of(name, value) }).to eq(expected.values)
    end

    it "has a word for every property there is" do
      Norvel::Properties.all.reject { |property| %i[tabs borders numbering language].include?(property.kind) }.each do |property|
        expect(described_class.of(property.name, property.default || 1)).to match(/\S/)
      end
    end

    it "names colours plainly" do
      {"#404040" => "grey", "#000000" => "black", "#1f3864" => "dark blue", "#ff0000" => "red",
       "#00b050" => "green", "auto" => "automatic colour", "#fefefe" => "white", "#ffff00" => "yellow"}.each do |hex, word|
        expect([hex, described_class.colour(hex)]).to eq([hex, word])
      end
    end
  end
end

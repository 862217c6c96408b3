# frozen_string_literal: true

RSpec.describe Norvel::ListLabels do
  it "writes roman numerals" do
    expect([1, 4, 9, 14, 40, 90, 400, 1994, 2026, 3999].map { |number| described_class.roman(number) }).to eq(%w[i iv ix xiv xl xc cd mcmxciv mmxxvi mmmcmxcix])
  end

  it "writes letters, repeated after z (ISO/IEC 29500-1 §17.18.59)" do
    expect([1, 26, 27, 53].map { |number| described_class.letters(number) }).to eq(%w[a z aa aaa])
  end

  it "counts levels, restarts the deeper ones and fills the pattern" do
    levels = {0 => Norvel::Manuscript::ListLevel.new(text: "%1."), 1 => Norvel::Manuscript::ListLevel.new(text: "%1.%2", format: "decimal")}
    lists = {"1" => Norvel::Manuscript::List.new(id: "1", levels: levels)}
    items = [0, 1, 1, 0, 1].each_with_index.map { |level, id| paragraph(id, "x", numbering: Norvel::Manuscript::NumberRef.new(list: "1", level: level)) }
    one = manuscript(*items, lists: lists)
    expect(described_class.for(one, Norvel::Cascade.new(one)).values).to eq(["1.", "1.1", "1.2", "2.", "2.1"])
  end
end

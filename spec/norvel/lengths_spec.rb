# frozen_string_literal: true

RSpec.describe Norvel::Lengths do
  # CSS Values 3 §6.2: 1 in = 2.54 cm = 72 pt; ISO/IEC 29500-1 §22.9.2.14: 1 pt = 20 twips.
  it "reads every unit to English Metric Units" do
    expect({"1 in" => 914_400, "2.54 cm" => 914_400, "25.4mm" => 914_400, "72 pt" => 914_400, "0.5in" => 457_200,
            "1,9 cm" => 684_000, "−3 pt" => -38_100, "6 pc" => 914_400}
      .to_h { |text, _| [text, described_class.parse(text)] }).to eq("1 in" => 914_400, "2.54 cm" => 914_400,
        "25.4mm" => 914_400, "72 pt" => 914_400, "0.5in" => 457_200, "1,9 cm" => 684_000, "−3 pt" => -38_100, "6 pc" => 914_400)
  end

  it "reads characters where their width is known" do
    expect(described_class.parse("4 ch", ch: 76_200)).to eq(304_800)
    expect { described_class.parse("4 ch") }.to raise_error(Norvel::Error, /not a unit/)
  end

  it "says in one sentence what is no length" do
    ["", "wide", "12 px 3", "1e9 cm", "12 furlongs"].each do |text|
      expect { described_class.parse(text) }.to raise_error(Norvel::Error, /“/)
    end
  end

  it "shows lengths with their unit" do
    expect([described_class.show(684_000, "cm"), described_class.show(152_400), described_class.show(457_200, "in")])
      .to eq(["1.9 cm", "12 pt", "0.5 in"])
  end

  it "keeps twips and points without drift" do
    (1..4_000).each { |twips| expect(described_class.points(twips * described_class::TWIP)).to eq((twips / 20.0).round(2)) }
  end

  it "says a length in the first unit that loses nothing" do
    expect([900_000, 1_143_000, 152_400, 12_700 * 3].map { |emu| described_class.exactly(emu) })
      .to eq(["2.5 cm", "1.25 in", "12 pt", "3 pt"])
  end
end

# frozen_string_literal: true

RSpec.describe Norvel::Properties do
  it "reads what a person types, in any unit" do
    expect([described_class[:size].parse("12"), described_class[:indent_first].parse("0.5 in"), described_class[:bold].parse("yes"), described_class[:align].parse("Justify"),
      described_class[:line_spacing].parse("at least 14 pt").value, described_class[:line_spacing].parse("double").value]).to eq([152_400, 457_200, true, :justify, 177_800, 2.0])
  end

  it "refuses what is no value, in a sentence" do
    {size: "900 pt", space_after: "-3 pt", align: "middle", line_spacing: "wide", color: "reddish", bold: "perhaps", font_family: " ", orphans: "x"}.each do |name, written|
      expect { described_class[name].parse(written) }.to raise_error(Norvel::Error)
    end
  end

  it "shows every value so that it can be read again" do
    {size: 152_400, indent_first: -684_000, bold: false, align: :justify, line_spacing: Norvel::Properties::LineSpacing.parse("1.15"), color: "#1f3864", orphans: 2, underline: :double}.each do |name, value|
      property = described_class[name]
      expect(property.parse(property.show(value))).to eq(value)
    end
  end

  it "has a label and a spelling in every row" do
    expect(described_class.all).to all(have_attributes(label: /\A[A-Z]/, docx: include(:el, :codec)))
  end
end

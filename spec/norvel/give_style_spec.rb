# frozen_string_literal: true

RSpec.describe Norvel::Changes::GiveStyle do
  let(:one) do
    manuscript(paragraph(0, stretch("Some words ", size: 177_800), stretch("leant on", size: 177_800, italic: true),
      stretch(" here", size: 177_800), align: :center), paragraph(1, "Plain"))
  end

  def give(**more) = described_class.new({"style" => "Quote", "paragraphs" => [0, 1]}.merge(more.transform_keys(&:to_s)))

  it "gives the style so that the paragraphs look like it, emphasis kept, and says what went" do
    after = give.call(one)
    expect(after.paragraph(0)).to have_attributes(style: "Quote", properties: {})
    expect(after.paragraph(0).runs.map { |run| [run.properties, after.sheet[run.style]&.properties] })
      .to eq([[{}, nil], [{}, {italic: true}], [{}, nil]])
    expect(give.told(one, after)).to eq("Gave 2 paragraphs the style “Block quotation”; what was by hand went: centred, 14 pt, ital.")
  end

  it "keeps it where that is wanted, and says that too" do
    after = give(keep: true).call(one)
    expect(after.paragraph(0)).to have_attributes(style: "Quote", properties: {align: :center})
    expect(give(keep: true).told(one, after)).to end_with("; what is by hand stays: centred, 14 pt, ital.")
    expect(described_class.new("style" => "Quote", "paragraphs" => [1]).sentence(one))
      .to eq("Gave 1 paragraph the style “Block quotation”.")
  end
end

# frozen_string_literal: true

# 567 twips and 1 cm are the same, as far as a file lets it be seen: what a style says so is not said by hand.
RSpec.describe "Values after a file's rounding" do
  let(:cm) { 360_000 }
  let(:twips) { 567 * Norvel::Lengths::TWIP } # 360,045

  it "are the same value" do
    expect([Norvel::Properties.same?(:indent_first, cm, twips), Norvel::Properties.same?(:indent_first, cm, cm + 6_350),
      Norvel::Properties.same?(:indent_first, cm, nil), Norvel::Properties.same?(:indent_first, nil, nil)]).to eq([
        true, false, false, true
      ])
  end

  it "are cleared where a style adopts them, and follow later" do
    one = manuscript(paragraph(0, "First", indent_first: twips), paragraph(1, "Second", indent_first: cm),
      paragraph(2, "Third", indent_first: 2 * cm))
    after = Norvel::Changes.build("adopt_look", "paragraph" => 1).call(one)
    expect(after.paragraphs.map(&:properties)).to eq([{}, {}, {indent_first: 2 * cm}])
    later = Norvel::Changes.build("change_style", "style" => "Base", "values" => {"indent_first" => "0.5 cm"}).call(after)
    cascade = Norvel::Cascade.new(later)
    expect(later.paragraphs.map { |paragraph| cascade.paragraph(paragraph)[:indent_first] }).to eq([180_000, 180_000, 2 * cm])
  end

  it "go where a style is given that says the same" do
    one = manuscript(paragraph(0, "First", indent_start: twips))
    after = Norvel::Changes.build("apply_style", "paragraphs" => [0], "style" => "Quote", "shed" => true).call(one)
    expect(after.paragraph(0).properties).to eq({})
    made = Norvel::Changes.build("style_from_look", "paragraph" => 0, "name" => "Set in")
      .call(manuscript(paragraph(0, "A", indent_start: twips), paragraph(1, "B", indent_start: cm)))
    expect(made.paragraphs.map(&:style)).to eq(%w[Setin Setin])
  end

  it "count as one where most of a style's paragraphs have them" do
    paragraphs = Array.new(6) { |index| paragraph(index, "Words #{index}", indent_first: index.even? ? cm : twips) }
    one = manuscript(*paragraphs, paragraph(6, "Other", indent_first: 3 * cm))
    found = Norvel::CommonestByHand.of(one)
    expect(found.map { |each| [each.style, each.values, each.agreeing.size] }).to eq([["Base", {indent_first: cm}, 6]])
    after = Norvel::Changes.build("adopt_everywhere").call(one)
    expect(after.paragraphs.map(&:properties)).to eq([*Array.new(6) { {} }, {indent_first: 3 * cm}])
  end
end

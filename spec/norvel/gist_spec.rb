# frozen_string_literal: true

# How a paragraph is called where it stands in a list, a sentence or a link: by its first words, or by what stands in it instead.
RSpec.describe Norvel::Manuscript::Paragraph do
  def inset(kind, **more) = stretch("\u{FFFC}").with(insets: [Norvel::Manuscript::Inset.new(kind: kind, **more)])

  it "is called by its first words, cut between them" do
    one = paragraph(1, "The night ferries\nof the  Ansel Sound")
    expect([one.gist(80), one.gist(20), one.gist(12)]).to eq(["The night ferries of the Ansel Sound", "The night ferries …", "The night …"])
    expect(one.quoted(12)).to eq("“The night …”")
  end

  it "is cut within a word only where that is longer than the room" do
    expect(paragraph(1, "Donaudampfschifffahrtsgesellschaft").gist(10)).to eq("Donaudampf …")
    expect(paragraph(1, "A Donaudampfschifffahrtsgesellschaft").gist(10)).to eq("A …")
  end

  it "is called by what stands in it where it has no words" do
    kinds = {inset(:image) => "an image", inset(:anchor, what: :text_box) => "a text box", inset(:anchor, what: :chart) => "a chart",
             inset(:anchor) => "a drawing", inset(:equation) => "an equation", inset(:note) => "a note’s number",
             inset(:symbol) => "a symbol", inset(:object) => "an object"}
    kinds.each { |run, words| expect([paragraph(1, run).gist(40), paragraph(1, run, " ").quoted(40)]).to eq([words, words]) }
    expect([paragraph(1, "").gist(9), paragraph(1, " \u{AD}").gist(9)]).to eq(["an empty paragraph"] * 2)
    expect(paragraph(1, inset(:image), "Depths").wordless).to be_nil
  end

  it "has images that are silent or not" do
    images = [{kind: :image}, {kind: :anchor, what: :image, alt: " "}, {kind: :image, alt: "Depths"},
      {kind: :image, decorative: true}, {kind: :note}]
    found = images.map { |given| Norvel::Manuscript::Inset.new(**given) }
    expect(found.map(&:image?)).to eq([true, true, true, true, false])
    expect(found.first(4).map(&:silent?)).to eq([true, true, false, false])
    one = manuscript(paragraph(1, "Words", inset(:note), inset(:image)), paragraph(2, inset(:image)))
    expect(one.images.map { |paragraph, _, place| [paragraph.id, place] }).to eq([[1, 1], [2, 0]])
  end
end

# frozen_string_literal: true

RSpec.describe Norvel::Looks do
  let(:one) do
    indents = [684_000, 684_000, 684_000, 694_800, 694_800]
    manuscript(*indents.each_with_index.map { |indent, id| paragraph(id, "x" * 60, indent_start: indent) },
      paragraph(5, "x" * 60), paragraph(6, "x" * 60, align: :center), paragraph(7, "x" * 60, align: :center, space_after: 63_500))
  end
  let(:looks) { described_class.of(one) }

  it "says where the exact variants inside a look differ, with counts" do
    expect(described_class.spread(looks.first)).to eq(indent_start: [[684_000, 3], [694_800, 2]])
    expect(described_class.spread(looks.last)).to eq({})
  end

  it "says what distinguishes a look from another, and which is the nearest" do
    plain, centred, spaced = looks.drop(1)
    expect(described_class.differences(centred, spaced)).to eq(space_after: [0, 63_500])
    expect(described_class.nearest(centred, looks)).to equal(spaced).or equal(plain)
    expect(described_class.differences(plain, centred).keys).to eq([:align])
  end

  it "splits a look into its exact variants, each a look of its own" do
    parts = described_class.split(looks.first)
    expect(parts.map { |part| [part.paragraphs, part.variants.size, part.appearance[:indent_start]] })
      .to eq([[[0, 1, 2], 1, 684_000], [[3, 4], 1, 694_800]])
  end

  it "knows no difference between start and justified in a line" do
    short = manuscript(paragraph(0, "Fog."), paragraph(1, "Ebb.", align: :justify), paragraph(2, "x" * 300, align: :justify))
    expect(described_class.of(short).map(&:paragraphs)).to eq([[0, 1], [2]])
  end

  it "gives paragraphs formatted alike one and the same appearance" do
    appearance = Norvel::Appearance.new(one)
    expect(appearance.of(one.paragraphs[0])).to equal(appearance.of(one.paragraphs[1]))
    mixed = manuscript(paragraph(0, "The ", stretch("Teal", italic: true), " left the stairs."),
      paragraph(1, stretch("Teal", italic: true), " it was."))
    looks = mixed.paragraphs.map { |paragraph| Norvel::Appearance.new(mixed).of(paragraph)[:italic] }
    expect(looks).to eq([false, false])
  end
end

RSpec.describe Norvel::Changes::BlankGaps do
  let(:long) { "The lamp was lit before the ebb and put out when the last boat lay at the steps, as the book of the watch says. " * 4 }

  def gaps(*blocks, **more) = described_class.of(manuscript(*blocks), **more)

  it "measures how high blank lines are, and knows what stands before and after" do
    found = gaps(paragraph(0, "Fog."), paragraph(1, ""), paragraph(2, "", space_after: 63_500), paragraph(3, "Ebb.")).first
    line = Norvel::Layout.new(manuscript(paragraph(0, ""))).pages.first.placed.first.line.height
    expect([found.before.id, found.after.id, found.blanks.map(&:id)]).to eq([0, 3, [1, 2]])
    expect(found.height).to be_within(100).of((line * 2 * 12_700 + 63_500).round)
  end

  it "looks only at those that are asked about" do
    expect(gaps(paragraph(0, "Fog."), paragraph(1, ""), paragraph(2, "Ebb."), paragraph(3, ""), paragraph(4, "Tide."), only: [3])
      .map { |gap| gap.blanks.map(&:id) }).to eq([[3]])
  end

  it "knows those that were to push a chapter to a new page" do
    blanks = ->(from, count) { (from...(from + count)).map { |id| paragraph(id, "") } }
    blocks = [paragraph(0, "Water", style: "Heading1"), paragraph(1, long), *blanks[2, 60],
      paragraph(90, "Boats", style: "Heading1"), paragraph(91, long)]
    expect(gaps(*blocks).map(&:turns)).to eq([true])
    expect(gaps(*blocks.map { |block| (block.id == 90) ? paragraph(90, long) : block }).map(&:turns)).to eq([false])
    expect(gaps(paragraph(0, "Water", style: "Heading1"), paragraph(1, long), *blanks[2, 3], paragraph(50, "Boats", style: "Heading1"))
      .map(&:turns)).to eq([false])
  end
end

# frozen_string_literal: true

RSpec.describe Norvel::Layout::PlainLines do
  # With hyphenation asked for and no language that has patterns, a text goes the general way.
  def both_ways(text, align: :justify, first: 14.0, width: 230.0, parts: 1)
    format = layout(on_page(paragraph(0, stretch("x", size: 139_700, font_family: "Caladea")))).pages.first.placed.first.then do |placed|
      placed.setting.pieces(placed.line).first.format
    end
    twin = format.with(size: 13.0)
    paragraph_format = Norvel::Layout::ParagraphFormat.new(align: align, first: first, spacing: Norvel::Properties::LineSpacing::SINGLE)
    cut = [text.length / 3, text.length * 2 / 3]
    segments = [Norvel::Layout::Segment.new(0, cut[0], format), Norvel::Layout::Segment.new(cut[0], cut[1] - cut[0], twin),
      Norvel::Layout::Segment.new(cut[1], text.length - cut[1], format)].reject { |segment| segment.length.zero? }
    segments = [Norvel::Layout::Segment.new(0, text.length, format)] if parts == 1
    [nil, Norvel::Layout::Dividing.new].map do |dividing|
      Norvel::Layout::ParagraphLines.new(text: text, segments: segments, format: paragraph_format,
        width: width, mark: format, dividing: dividing)
    end
  end

  def facts(lines) =
    lines.lines.map do |line|
      [line.start, line.end, line.x.round(4), line.width.round(4), line.stretch.round(4), line.height.round(4), line.ends_with]
    end

  it "ends every line where the general way does, whatever stands in the text" do
    signs = ["night-ferry", "sea—land", "(of", "the", "toll)", "« voilà »", "où ?", "and/or", "“Teal”",
      "Dr.-Ing.", "1914–18", "[see", "below]", "it’s", "x" * 30, "a!", "b\u00A0c", "Straße", "$ 5", "100 %"]
    random = Random.new(7)
    different = 0
    250.times do
      text = Array.new(10 + random.rand(60)) {
        (random.rand < 0.3) ? signs.sample(random: random) : %w[ferry lamp of toll sound crossing a quay].sample(random: random)
      }.join(" ")
      one, other = both_ways(text, align: %i[justify start center end].sample(random: random),
        first: random.rand(-20.0..30.0), width: random.rand(60.0..300.0), parts: [1, 3].sample(random: random))
      expect(facts(one)).to eq(facts(other))
      different += 1 if described_class.plain?(text, [])
    end
    expect(different).to eq(250)
  end

  it "takes the mark of a note along with its word" do
    note = Norvel::Manuscript::Run.new(
      text: Norvel::Manuscript::INSET_MARK, insets: [Norvel::Manuscript::Inset.new(kind: :note, ref: "footnotes:1")]
    )
    words = "the ferry left the quay at slack water and " * 4
    (0..40).each do |size|
      ways = [false, true].map do |hyphenate|
        one = on_page(paragraph(0, words[0, 60 + size], note, ", " + words.strip),
          notes: {"footnotes:1" => [paragraph(9, "x")]}, settings: Norvel::Manuscript::Settings.new(hyphenate: hyphenate))
        layout(one).pages.flat_map(&:placed).reject { |placed| placed.area == :note }.map do |placed|
          [placed.line.start, placed.line.end, placed.line.width.round(3), placed.line.notes]
        end
      end
      expect(ways[0]).to eq(ways[1])
    end
  end

  it "leaves to the general way what it does not know" do
    expect(["a\tb", "two  spaces", " before", "after ", "soft\u00ADhyphen", "a\nb", ""].map { |text| described_class.plain?(text, []) })
      .to all(be(false))
  end

  it "keeps no more measured words than it says, however many sizes were tried" do
    words = (0..3_000).map { |number| "w#{number.to_s(36)}x" }.join(" ")
    one = on_page(paragraph(0, words), page: page_design(width: 500, height: 700))
    store = Norvel::Layout::LineStore.new(Norvel::Fonts::Book.shipped)
    stub_const("Norvel::Layout::FormatTable::WORDS_KEPT", 20_000)
    (100_000..112_000).step(500) do |size|
      Norvel::Layout.new(one.with(sheet: one.sheet.with_style(one.sheet["Base"].with_values(size: size))), store: store)
    end
    store.turn(manuscript(paragraph(0, "x")))
    kept = store.formats.instance_variable_get(:@texts).values.sum { |format| format.word_widths.size }
    expect(kept).to be <= 20_000
  end
end

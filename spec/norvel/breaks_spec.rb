# frozen_string_literal: true

# Why pages end, and which turns are poor.
RSpec.describe Norvel::Breaks do
  let(:exact) { Norvel::Properties::LineSpacing.new(rule: :exact, value: 254_000) } # 20 pt: ten lines fill the small page
  let(:styles) do
    base = {size: 127_000, font_family: "Liberation Serif", line_spacing: exact, orphans: 0, widows: 0}
    {"Base" => {name: "Base", properties: base}, "Heading1" => {
      name: "heading 1", parent: "Base", properties: {outline_level: 1, keep_next: false}
    }}
  end

  def examined(*blocks) = Norvel::Examination.new(on_page(*blocks, styles: styles))

  def lines(id, count, **set) = paragraph(id, Array.new(count) { "line" }.join("\n"), **set)

  def poor(*blocks) = examined(*blocks).breaks.poor

  # After the cure nothing of the kind is left.
  def mended(one, manuscript)
    after = Norvel::Changes.build(*one.cure).call(manuscript)
    Norvel::Examination.new(after).breaks.poor.map(&:kind)
  end

  it "say why each page ends, what moved and what stays empty" do
    turns = examined(lines(0, 9), lines(1, 3, keep_together: true), lines(2, 9)).breaks.turns
    expect(turns.map { |turn| [turn.reason, turn.moved] }).to eq([[:keep_together, 1], [:full, 0], [:end, 0]])
    expect(turns[0].words).to eq("a paragraph stays in one piece; 1 line moved; about 0.7 cm stay empty")
    expect(turns[0].words("pt")).to end_with("about 20 pt stay empty")
    expect(turns[1].words).to eq("it is full")
    expect(described_class::REASONS.keys).to match_array(Norvel::Layout::ColumnFill::ORDER)
  end

  it "find the room that a note leaves empty, with its paragraph" do
    mark = Norvel::Manuscript::Run.new(text: Norvel::Manuscript::INSET_MARK,
      insets: [Norvel::Manuscript::Inset.new(kind: :note, ref: "footnotes:1")])
    noted = paragraph(1, "line", mark, "\nline\nline", keep_next: true, keep_together: true)
    blocks = [lines(0, 6), noted, lines(2, 3)]
    one = Norvel::Examination.new(on_page(*blocks, styles: styles, notes: {"footnotes:1" => [lines(100, 5)]}))
    expect(one.breaks.turns.first.reason).to eq(:note)
    expect(one.breaks.poor.first(1).map { |turn| [turn.kind, turn.page, turn.paragraph, turn.sentence] }).to eq([
      [:left_for_a_note, 1, 1, "About 2.8 cm stay empty on page 1, since a note of the next line does not fit."]
    ])
    expect(poor(*blocks).map(&:kind)).not_to include(:left_for_a_note)
  end

  it "find a heading alone at the foot, and keep its style with what follows" do
    one = examined(lines(0, 9), paragraph(1, "A heading", style: "Heading1"), lines(2, 3))
    found = one.breaks.poor
    expect(found.map { |turn| [turn.kind, turn.page, turn.paragraph] }).to eq([[:heading_alone, 1, 1]])
    expect(mended(found.first, one.manuscript)).to eq([])
    expect(poor(lines(0, 6), paragraph(1, "A heading", style: "Heading1"), lines(2, 3))).to eq([])
  end

  it "find single lines on either side, of paragraphs and of list items" do
    first = examined(lines(0, 9), lines(1, 5))
    expect(first.breaks.poor.map { |turn| [turn.kind, turn.sentence] })
      .to eq([[:single_line, "The first line of a paragraph stands alone at the foot of page 1."]])
    last = poor(lines(0, 6), lines(1, 5))
    expect(last.reject { |turn| turn.kind == :runs_over }.map(&:sentence))
      .to eq(["The last line of a paragraph stands alone at the head of page 2."])
    expect(mended(first.breaks.poor.first, first.manuscript)).to eq([])
  end

  it "find a table's head alone, and keep it with its first row" do
    row = lambda do |first, *texts, **set|
      Norvel::Manuscript::Row.new(cells: texts.each_with_index.map { |text, index|
        Norvel::Manuscript::Cell.new(blocks: [paragraph(first + index, stretch(text, **set)).with(in_table: true)])
      })
    end
    rows = [row[1, "Season", "Boats", bold: true], row[3, "Winter", "12"], row[5, "Spring", "14"], row[7, "Autumn", "9"]]
    table = Norvel::Manuscript::Table.new(id: "t1", rows: rows, columns: [100 * 12_700] * 2)
    one = examined(lines(0, 9), table, lines(90, 1))
    expect(one.breaks.poor.map { |turn| [turn.kind, turn.paragraph] }).to eq([[:table_head_alone, 2]])
    expect(mended(one.breaks.poor.first, one.manuscript)).to eq([])
    repeated = table.with(rows: [rows.first.with(header: true), *rows.drop(1)])
    expect(poor(lines(0, 9), repeated, lines(90, 1))).to eq([])
  end

  it "find a caption apart from its figure, and bring the two together" do
    image = Norvel::Manuscript::Inset.new(kind: :image, width: 90 * 12_700, height: 15 * 12_700)
    figure = paragraph(1, Norvel::Manuscript::Run.new(text: "\u{FFFC}", insets: [image]))
    one = examined(lines(0, 9), figure, paragraph(2, "Figure 1. The quay"), lines(3, 3))
    found = one.breaks.poor
    expect(found.map { |turn| [turn.kind, turn.page] }).to eq([[:caption_apart, 1]])
    expect(mended(found.first, one.manuscript)).to eq([])
  end

  it "find a page that is all but empty, but not the title page" do
    found = poor(lines(0, 3), lines(1, 1, break_before: true), lines(2, 9, break_before: true))
    expect(found.map { |turn| [turn.kind, turn.page] }).to eq([[:nearly_empty, 2]])
    expect(found.first.cure).to be_nil
  end
end

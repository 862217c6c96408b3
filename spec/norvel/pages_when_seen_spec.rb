# frozen_string_literal: true

# What stands on a page is put there when somebody looks.
RSpec.describe Norvel::Layout::Page do
  let(:book) do
    footer = paragraph(3_000_000, "Page ", Norvel::Manuscript::Run.new(text: "1", field: :page))
    header = paragraph(3_000_001, Norvel::Manuscript::Run.new(text: "–", field: :chapter, by: "1"))
    text = Array.new(40) do |index|
      index.modulo(10).zero? ? paragraph(index, "Chapter #{index}", style: "Heading1") : paragraph(index, "The lamps of the quay.")
    end
    section = Norvel::Manuscript::Section.new(page: page_design, footers: {default: [footer]}, headers: {default: [header]})
    manuscript(*text, sections: [section], styles: {
      "Base" => {name: "Base", properties: {size: 127_000, font_family: "Liberation Serif"}},
      "Heading1" => {name: "heading 1", parent: "Base", properties: {outline_level: 1}}
    })
  end

  def shown(page) = page.placed.map { |placed| [placed.area, placed.setting.text] }

  it "is the same in whatever order pages are looked at, with folios and running heads" do
    forwards, backwards = Array.new(2) { layout(book).pages }
    expected = forwards.map { |page| shown(page) }
    expect(backwards.reverse_each.map { |page| shown(page) }.reverse).to eq(expected)
    margin = ->(lines, wanted) { lines.filter_map { |area, text| text if area == wanted } }
    expect(margin[expected[1], :footer]).to eq(["Page 2"])
    expect(margin[expected.flatten(1), :header].uniq).to eq(["Chapter 0", "Chapter 20", "Chapter 30"])
  end

  it "knows on which page a paragraph is without looking at them, and of headers too" do
    one = layout(book)
    expect(one.page_of(39)).to eq(one.pages.size)
    expect(one.pages.map(&:stage).uniq).to eq([0])
    expect([one.page_of(3_000_000), one.page_of(77)]).to eq([1, nil])
  end

  it "is whole when many threads look at once, and in a process that was forked in the middle" do
    one = layout(book)
    counts = Array.new(8) { Thread.new { one.pages.map { |page| shown(page).size } } }.map(&:value)
    expect(counts.uniq.size).to eq(1)
    torn = layout(book).pages[1]
    torn.settle(1)
    torn.busy = true # as it is in the child, whose other thread is gone
    expect(shown(torn)).to eq(shown(one.pages[1]))
  end

  # What is not plain is told without looking at every page: wherever it stands.
  it "knows signs that no font has, and text from right to left, in headers and endnotes too" do
    sign = "\u{13080} and \u05E9\u05DC\u05D5\u05DD"
    mark = Norvel::Manuscript::Run.new(text: "\u{FFFC}", insets: [Norvel::Manuscript::Inset.new(kind: :note, ref: "endnotes:1")])
    told = ->(manuscript) { layout(manuscript).lines_with_stand_ins.map { |_, placed| placed.paragraph.id }.uniq }
    section = Norvel::Manuscript::Section.new(page: page_design, headers: {default: [paragraph(3_000_000, sign)]})
    expect(told[manuscript(paragraph(0, "plain"), sections: [section])]).to eq([3_000_000])
    expect(told[manuscript(paragraph(0, "plain", mark), notes: {"endnotes:1" => [paragraph(900, sign)]})]).to eq([900])
    expect(told[manuscript(paragraph(0, "plain"), paragraph(1, sign))]).to eq([1])
  end

  # Seen: a header in Hebrew, and no page said that it is not laid out truly.
  it "says of scripts that are not laid out, in headers and notes too, on the first page that they stand on" do
    hebrew = "\u05E9\u05DC\u05D5\u05DD"
    section = Norvel::Manuscript::Section.new(page: page_design, headers: {default: [paragraph(3_000_000, hebrew)]})
    mark = Norvel::Manuscript::Run.new(text: "\u{FFFC}", insets: [Norvel::Manuscript::Inset.new(kind: :note, ref: "footnotes:1")])
    told = layout(manuscript(paragraph(0, "plain", mark), sections: [section], notes: {"footnotes:1" => [paragraph(900, hebrew)]}))
    expect(told.approximations.map { |one| [one.kind, one.page, one.paragraph] }.select { |kind, *| kind == :right_to_left })
      .to contain_exactly([:right_to_left, 1, 3_000_000], [:right_to_left, 1, 900])
  end

  it "draws the same in a copy" do
    page = layout(book).pages[1]
    expect(shown(page.dup)).to eq(shown(page))
  end
end

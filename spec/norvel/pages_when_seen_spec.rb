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

  it "draws the same in a copy" do
    page = layout(book).pages[1]
    expect(shown(page.dup)).to eq(shown(page))
  end
end

# frozen_string_literal: true

# Rows of an exact height (ISO/IEC 29500-1 §17.4.80). Seen: sixty lines ran off the paper, and no page said so.
RSpec.describe Norvel::Layout::Approximations do
  def told(lines, height: 30, exact: true)
    cells = [lines, 1].map.with_index do |count, place|
      blocks = Array.new(count) { |index| paragraph((place * 100) + index, "A line of the cell").with(in_table: true) }
      Norvel::Manuscript::Cell.new(blocks: blocks)
    end
    row = Norvel::Manuscript::Row.new(cells: cells, height: height * 12_700, exact: exact)
    table = Norvel::Manuscript::Table.new(id: "t0", rows: [row], columns: [2_000_000, 2_000_000])
    layout(on_page(table, paragraph(300, "After it"))).approximations.map { |one| [one.kind, one.page, one.paragraph] }
  end

  it "says what the exact height of a row would cut off, with its page and paragraph" do
    expect(told(12)).to eq([[:cut_off, 1, 2]])
    expect(told(12, height: 170)).to eq([])
    expect(told(1)).to eq([])
  end

  it "says nothing of a row that grows with what it holds" do
    expect(told(12, exact: false)).to eq([])
  end
end

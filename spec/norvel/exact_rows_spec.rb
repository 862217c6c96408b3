# frozen_string_literal: true

# Rows of an exact height (ISO/IEC 29500-1 §17.4.80). Seen: sixty lines ran off the paper, and no page said so.
RSpec.describe "A row of an exact height" do
  def laid_out(lines, height: 30, exact: true, nested: false, border: false)
    cells = [lines, 1].map.with_index do |count, place|
      blocks = Array.new(count) do |index|
        by_hand = border ? {borders: Norvel::Properties::Borders.parse("all 1 pt")} : {}
        paragraph((place * 100) + index, "Line of #{place}", **by_hand).with(in_table: true)
      end
      Norvel::Manuscript::Cell.new(blocks: nested ? [inner(blocks), paragraph((place * 100) + 90, "")] : blocks)
    end
    row = Norvel::Manuscript::Row.new(cells: cells, height: height * 12_700, exact: exact)
    table = Norvel::Manuscript::Table.new(id: "t0", rows: [row], columns: [2_000_000, 2_000_000])
    layout(on_page(table, paragraph(300, "After it")))
  end

  def inner(blocks)
    row = Norvel::Manuscript::Row.new(cells: [Norvel::Manuscript::Cell.new(blocks: blocks)])
    Norvel::Manuscript::Table.new(id: "t1", rows: [row], columns: [1_000_000])
  end

  def told(...) = laid_out(...).approximations.map { |one| [one.kind, one.sort, one.page, one.paragraph] }

  def drawn(pages) = Nokogiri::XML(Norvel::Drawing::PageSvg.new(pages, pages.pages.first).to_s).remove_namespaces!

  it "says what it cuts off, with its page and paragraph, and leaves the rest measurable" do
    expect(told(12)).to eq((2..11).map { |id| [:overflow, :cut_off, 1, id] })
    expect(told(12, height: 170)).to eq([])
    expect(told(1)).to eq([])
    expect(laid_out(12).unsure_of_lines).to eq({})
  end

  it "says nothing where it grows with what it holds" do
    expect(told(12, exact: false)).to eq([])
  end

  [false, true].each do |nested|
    it "draws what goes into it and no more#{", of a table in it too" if nested}" do
      page = drawn(laid_out(12, nested: nested))
      lines = page.xpath("//g[contains(@class, 'para')][.//text]").map { |one| one["data-p"].to_i }
      expect(lines).to eq([0, 1, 2, 100, 300])
      expect(page.xpath("//g[@clip-path]//text").map { |text| text.ancestors("g").last["data-p"] }).to eq(%w[2])
      expect(page.at_xpath("//clipPath/rect")["height"].to_f - 9_999).to be_within(0.1).of(laid_out(12).pages.first.placed.last.y)
    end
  end

  it "cuts off lines around its paragraphs as well" do
    pages = laid_out(12, border: true)
    floor = pages.pages.first.placed.find { |placed| placed.paragraph.id == 300 }.y
    expect(pages.pages.first.frames.map(&:y2).max).to be <= floor + 0.01
  end
end

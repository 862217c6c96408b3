# frozen_string_literal: true

# Lines around cells and shading behind them (ISO/IEC 29500-1 §17.4.38, §17.4.66, §17.7.6).
RSpec.describe Norvel::Layout::TableLook do
  let(:fine) { %(w:val="single" w:sz="4" w:color="333333") }

  def laid(table, styles = "", grid: "")
    rows = Array.new(3) { |row| "<w:tr>#{Array.new(2) { |column| cell(row, column) }.join}</w:tr>" }.join
    source = docx(styles: Demo::Report::STYLES + styles) do |file|
      file.raw("<w:tbl><w:tblPr>#{table}</w:tblPr><w:tblGrid><w:gridCol w:w=\"2000\"/><w:gridCol " \
        "w:w=\"3000\"/></w:tblGrid>#{rows}</w:tbl>") &&
        file.paragraph("y")
    end
    layout(read(source))
  end

  def cell(row, column) = "<w:tc><w:tcPr>#{cells[[row, column]]}</w:tcPr><w:p><w:r><w:t>x</w:t></w:r></w:p></w:tc>"

  let(:cells) { {} }

  def edge(*names) = names.map { |name| "<w:#{name} #{fine}/>" }.join

  # How many lines run across and down, by their width.
  def drawn(layout)
    rules = layout.pages.first.rules
    [rules.count { |rule| rule.y1 == rule.y2 }, rules.count { |rule| rule.x1 == rule.x2 }]
  end

  it "draws no line that the file does not ask for" do
    expect(drawn(laid(""))).to eq([0, 0])
  end

  it "draws the outer lines around the table, the inner ones between its rows and columns" do
    expect(drawn(laid("<w:tblBorders>#{edge("top", "bottom")}</w:tblBorders>"))).to eq([4, 0]) # a line each over two cells
    expect(drawn(laid("<w:tblBorders>#{edge("insideV")}</w:tblBorders>"))).to eq([0, 6]) # both cells beside it say it
    all = laid("<w:tblBorders>#{edge("top", "left", "bottom", "right", "insideH", "insideV")}</w:tblBorders>")
    expect(drawn(all)).to eq([12, 12])
    expect(all.pages.first.rules.map { |rule| [rule.side.width, rule.side.color] }.uniq).to eq([[0.5, "#333333"]])
  end

  context "with a style" do
    let(:style) do
      <<~XML
        <w:style w:type="table" w:styleId="G"><w:name w:val="G"/><w:tblPr><w:tblBorders>#{edge("top", "bottom")}</w:tblBorders></w:tblPr>
        <w:tblStylePr w:type="firstRow"><w:tcPr><w:tcBorders>#{edge("bottom")}</w:tcBorders>
        <w:shd w:val="clear" w:fill="EEDDCC"/></w:tcPr></w:tblStylePr></w:style>
      XML
    end
    let(:use) { %(<w:tblStyle w:val="G"/>%s<w:tblLook w:firstRow="1" w:noHBand="1" w:noVBand="1"/>) }

    it "takes its lines and the shading of its parts" do
      one = laid(format(use, ""), style)
      expect(drawn(one)).to eq([6, 0])
      fills = one.pages.first.fills
      expect(fills.map { |fill| [fill.color, fill.width.round] }).to eq([["#eeddcc", 100], ["#eeddcc", 150]])
    end

    it "lets the table's own lines go before the style's, and the cell's before both" do
      expect(drawn(laid(format(use, %(<w:tblBorders><w:top w:val="nil"/></w:tblBorders>)), style))).to eq([4, 0])
      cells[[1, 0]] = %(<w:tcBorders><w:left #{fine}/></w:tcBorders><w:shd w:val="clear" w:fill="AABBCC"/>)
      cells[[2, 1]] = %(<w:tcBorders><w:bottom w:val="nil"/></w:tcBorders>)
      one = laid(format(use, ""), style)
      expect(drawn(one)).to eq([5, 1])
      expect(one.pages.first.fills.map(&:color)).to include("#aabbcc")
    end
  end

  it "goes with what was set by hand when a table is dressed, and comes back when that is undone" do
    source = docx(styles: Demo::Report::STYLES + %(<w:style w:type="table" w:styleId="G"><w:name w:val="G"/></w:style>)) do |file|
      file.raw(%(<w:tbl><w:tblPr><w:tblBorders>#{edge("top")}</w:tblBorders></w:tblPr><w:tblGrid><w:gridCol w:w="2000"/></w:tblGrid>) +
        "<w:tr>#{cell(0, 0)}</w:tr><w:tr>#{cell(1, 0)}</w:tr></w:tbl>") && file.paragraph("y")
    end
    before = read(source)
    framed = before.tables.first
    expect(framed.edges.keys).to eq([:top])
    expect(framed.bared([:borders]).then { |table| [table.edges, table.by_hand] }).to eq([{}, []])
  end

  it "is still there where a ledger of before has another shape of the table" do
    before = read(docx { |file|
      file
        .raw(
          %(<w:tbl><w:tblPr><w:tblBorders>#{edge("top")}</w:tblBorders></w:tblPr><w:tblGrid><w:gridCol w:w="2000"/>) +
            %(</w:tblGrid><w:tr>#{cell(0, 0)}</w:tr></w:tbl>)
        ) &&
        file.paragraph("y")
    })
    table = before.tables.first
    other = before.with(blocks: before.blocks.map { |block| block.equal?(table) ? table.with(columns: [635_000]) : block })
    data = Norvel::Changes::Difference.between(before, other)
    shape = data["tables"].values.first.tap { |one| one.delete("edges") }
    expect(shape).to include("by_hand")
    expect(Norvel::Changes::Difference.apply(before, data.merge("schema" => 3))).to eq(other)
  end
end

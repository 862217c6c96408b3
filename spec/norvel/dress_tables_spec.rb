# frozen_string_literal: true

RSpec.describe Norvel::Changes::DressTables do
  let(:change) { Norvel::Changes.build("dress_tables") }
  let(:rows) { [%w[Season Boats Toll], ["Winter", "12", "3.50"], ["Spring", "7", "2.25"], ["Summer", "–", "10.00"]] }

  def cell(text, props = "", by_hand = "") =
    %(<w:tc><w:tcPr><w:tcW w:w="6000" w:type="dxa"/>#{by_hand}</w:tcPr><w:p><w:r><w:rPr>#{props}</w:rPr><w:t>#{text}</w:t>) +
      %(</w:r></w:p></w:tc>)

  def table(rows, framed: true)
    shading = framed ? %(<w:shd w:val="clear" w:fill="FFCC00"/>) : ""
    borders = framed ? %(<w:tblBorders><w:top w:val="single" w:sz="24"/></w:tblBorders>) : ""
    body = rows.each_with_index.map do |row, index|
      "<w:tr>#{row.map { |text| cell(text, index.zero? ? "<w:b/>" : %(<w:sz w:val="18"/>), shading) }.join}</w:tr>"
    end
    %(<w:tbl><w:tblPr><w:tblW w:w="0" w:type="auto"/>#{borders}</w:tblPr>) +
      %(<w:tblGrid>#{%(<w:gridCol w:w="6000"/>) * 3}</w:tblGrid>#{body.join}</w:tbl>)
  end

  let(:styles) do
    Demo::Report::STYLES +
      %(<w:style w:type="paragraph" w:styleId="Cell"><w:name w:val="Table text"/><w:basedOn w:val="Normal"/><w:rPr>) +
      %(<w:sz w:val="20"/></w:rPr></w:style><w:style w:type="paragraph" w:styleId="Head"><w:name w:val="Table heading"/>) +
      %(<w:basedOn w:val="Cell"/><w:rPr><w:b/></w:rPr></w:style>)
  end
  let(:source) do
    docx(styles: styles) do |file|
      file.paragraph("The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next. " * 3)
      file.table([%w[Quay Lamps], %w[Ottery 4]], [2000, 2000])
      file.raw(table(rows))
      file.paragraph("And so on.")
    end
  end
  let(:before) { read(source) }
  let(:after) { change.call(before) }

  def dressed = after.blocks.grep(Norvel::Manuscript::Table).last

  it "gives cells and header row the sheet's styles, with nothing by hand, and repeats the header" do
    names = dressed.rows.map { |row| row.cells.map { |cell| after.sheet[cell.blocks.first.style].name } }
    expect(names).to eq(
      [["Table heading"] * 3, ["Table text", "Table numbers", "Table numbers"],
        ["Table text", "Table numbers", "Table numbers"], ["Table text", "Table text", "Table numbers"]]
    )
    expect(dressed.blocks.flat_map { |block| Norvel::DirectFormatting.objectionable(block) }).to eq([])
    expect(dressed.rows.map(&:header)).to eq([true, false, false, false])
    expect(after.sheet.named("Table numbers")).to have_attributes(parent: "Cell", properties: {align: :end})
  end

  it "takes borders and shading from the table style, and keeps within the text" do
    expect(before.blocks.grep(Norvel::Manuscript::Table).last.by_hand).to eq(%i[borders shading])
    expect([dressed.by_hand, dressed.style]).to eq([[], "TableGrid"])
    expect(dressed.columns.sum).to be_within(3).of(before.sections.first.page.text_width)
  end

  it "is delivered so, with the rest of the table as it was" do
    bytes = Norvel::Formats.write(after, source: source)
    again = read(bytes).blocks.grep(Norvel::Manuscript::Table).last
    expect([again.by_hand, again.style, again.rows.map(&:header)]).to eq([[], "TableGrid", [true, false, false, false]])
    expect(read(bytes).words).to eq(before.words)
    node = Nokogiri::XML(Norvel::Formats::Archive.read(bytes).members["word/document.xml"]).remove_namespaces!.css("tbl").last
    expect(node.css("shd, tblBorders").size).to eq(0)
    expect(node.css("tr").first.css("trPr tblHeader").size).to eq(1)
    widths = node.css("tr").first.css("tcW").map { |one| one["w"].to_i }
    expect(widths.minmax.reduce(:-).abs).to be <= 1
    expect(widths.sum * Norvel::Lengths::TWIP).to eq(before.sections.first.page.text_width)
  end

  it "says what it did, and where numbers do not stand at their sign" do
    expect(change.told(before, after)).to eq(
      "Dressed 2 tables: 2 get the sheet's styles, 2 repeat their header row, 1 have borders and shading by their style, " \
      "1 fit the width of the text."
    )
    expect(change.remarks(before, after)).to eq([])
    uneven = read(docx(styles: styles) { |file|
      file.raw(table([%w[A B C], %w[x 1 2.5], %w[y 2 3.75]], framed: false)) && file.paragraph("End.")
    })
    expect(change.remarks(uneven, change.call(uneven)).map(&:first))
      .to eq(["1 table has numbers with unlike decimals: they stand at the end of their column, not at the decimal sign.",
        "1 table keeps its borders by hand: the sheet has no table style."].first(1))
    expect { change.call(after) }.to raise_error(Norvel::NothingToChange)
    expect { change.call(read(docx { |file| file.paragraph("None.") })) }.to raise_error(Norvel::NothingToChange)
  end

  it "is kept by the plan, and no finding" do
    house = Norvel::Guide.find("marrowby-diploma")
    tidied = Norvel::Plan.new(before, house).apply
    both = change.call(tidied)
    expect(Norvel::Plan.new(both, house).lines.map(&:sentence)).to eq([])
    others = %w[headings-present captioned-tables header-rows]
    held = Norvel::Guide::Check.new(house, layout(both)).results.reject { |result| others.include?(result.rule.id) }
    expect(held.flat_map(&:findings)).to eq([])
  end

  it "is written down in the ledger's way" do
    data = JSON.parse(JSON.generate(Norvel::Changes::Difference.between(before, after)))
    expect(Norvel::Changes::Difference.apply(before, data)).to eq(after)
  end
end

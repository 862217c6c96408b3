# frozen_string_literal: true

# Parts of table styles that hold for some cells only (ISO/IEC 29500-1 §17.7.6).
RSpec.describe Norvel::Manuscript::Table do
  def table(style_parts:, rows: 4, columns: 3)
    ids = (0...(rows * columns)).to_a
    cells = ids.map { |id| Norvel::Manuscript::Cell.new(blocks: [paragraph(id, "c#{id}").with(in_table: true)]) }
    described_class.new(id: "t0", style: "Grid", style_parts: style_parts, rows: cells.each_slice(columns).map { |row|
      Norvel::Manuscript::Row.new(cells: row)
    })
  end

  let(:parts) do
    {first_row: {bold: true, align: :center}, odd_rows: {color: "#111111"}, even_rows: {color: "#222222"},
     first_column: {italic: true}, start_of_first_row: {size: 203_200}}
  end
  let(:styles) { {"Grid" => {name: "Grid", kind: :table, properties: {size: 114_300}, conditions: parts}, "Base" => {name: "Base"}} }

  def resolved(style_parts, *names)
    now = manuscript(table(style_parts: style_parts), styles: styles)
    cascade = Norvel::Cascade.new(now)
    now.paragraphs.map do |paragraph|
      names.map do |name|
        (Norvel::Properties[name].text? ? cascade.run(paragraph, paragraph.runs.first) : cascade.paragraph(paragraph))[name]
      end
    end
  end

  it "gives the first row, the first column and their corner what is theirs" do
    expect(resolved(%i[first_row first_column], :bold, :italic, :size).first(4))
      .to eq([[true, true, 203_200], [true, false, 114_300], [true, false, 114_300], [false, true, 114_300]])
  end

  it "counts bands after the header row, and leaves out what the table does not use" do
    expect(resolved(%i[first_row row_bands], :color).each_slice(3).map(&:first)).to eq([["auto"], ["#111111"], ["#222222"], ["#111111"]])
    expect(resolved(%i[row_bands], :color).each_slice(3).map(&:first)).to eq([["#111111"], ["#222222"], ["#111111"], ["#222222"]])
    expect(resolved([], :bold, :color).uniq).to eq([[false, "auto"]])
  end

  it "lets the paragraph's own style have the last word, and says where a value comes from" do
    now = manuscript(table(style_parts: [:first_row]), styles: styles.merge("Base" => {name: "Base", properties: {align: :end}}))
    cascade = Norvel::Cascade.new(now)
    expect(cascade.paragraph(now.paragraphs.first).lineage(:align).map { |step| [step.kind, step.source, step.value, step.wins] })
      .to eq([[:table, "Grid", :center, false], [:style, "Base", :end, true]])
  end

  it "is read from the file, by attributes or by bits" do
    style =
      %(<w:style w:type="table" w:styleId="G"><w:name w:val="G"/><w:tblStylePr w:type="firstRow"><w:rPr><w:b/></w:rPr>) +
      %(</w:tblStylePr></w:style>)
    looks = {%(w:val="0020") => true, %(w:firstRow="1") => true, %(w:val="0000") => false, %(w:val="0020" w:firstRow="0") => false}
    bold = looks.keys.map do |look|
      source = docx(styles: Demo::Report::STYLES + style) do |file|
        file
          .raw(
            %(<w:tbl><w:tblPr><w:tblStyle w:val="G"/><w:tblLook #{look}/></w:tblPr><w:tblGrid/><w:tr><w:tc><w:p><w:r>) +
              %(<w:t>x</w:t></w:r></w:p></w:tc></w:tr></w:tbl>)
          ) &&
          file.paragraph("y")
      end
      now = read(source)
      Norvel::Cascade.new(now).run(now.paragraphs.first, now.paragraphs.first.runs.first)[:bold]
    end
    expect(bold).to eq(looks.values)
  end
end

# frozen_string_literal: true

# Columns of different widths (ISO/IEC 29500-1 §17.6.3).
RSpec.describe Norvel::Layout::UnevenColumns do
  let(:prose) { "The ferry left the quay at ten, and nobody on the shore could have told the bell of one boat from the next. " }

  # Widths and gaps in twips, on A4 with 451.3 points of text.
  def file(*widths, words: prose, times: 40, extra: nil)
    columns = widths.map { |width, gap| %(<w:col w:w="#{width}"#{%( w:space="#{gap}") if gap}/>) }.join
    section =
      %(<w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1440" w:right="1440" w:bottom="1440" w:left="1440" w:header="720" ) +
      %(w:footer="720" w:gutter="0"/><w:cols w:num="#{widths.size}" w:equalWidth="0">#{columns}</w:cols>)
    docx(section: section) do |made|
      times.times { |index| made.paragraph("#{index}. #{words * (1 + index % 4)}") }
      extra&.call(made)
    end
  end

  def placed(layout) =
    layout.pages.flat_map { |page| page.placed.select { |one| %i[body cell].include?(one.area) }.map { |one| [page.number, one] } }

  # Every line stands in its column, every word stands once.
  def stands_right(bytes, columns)
    manuscript = read(bytes)
    laid_out = layout(manuscript)
    placed(laid_out).each do |_, one|
      x, width = columns[one.column]
      right = one.x + one.line.x + one.line.width
      expect([one.column, one.setting.text_of(one.line), one.x.round(1) == (72 + x).round(1), right <= 72 + x + width + 0.05])
        .to eq([one.column, one.setting.text_of(one.line), true, true])
    end
    shown = placed(laid_out).reject { |_, one| one.area == :cell }.map { |_, one| one.setting.text[one.line.start...one.line.end] }.join
    expect(shown).to eq(manuscript.paragraphs.reject(&:in_table).map(&:text).join)
    laid_out
  end

  it "set each line for the column it stands in, over several pages" do
    laid_out = stands_right(file([3000, 600], [5426]), [[0, 150], [180, 271.3]])
    expect(laid_out.pages.size).to be > 1
    expect(laid_out.approximations).to eq([])
    lines = placed(laid_out).select { |number, one| number == 1 && one.column == 1 && one.line.width > 200 }
    expect(lines.size).to be > 20 # the wide one is used
  end

  it "take three, of which the middle is the widest, and text of two lines' height that goes over them all" do
    stands_right(file([2000, 300], [4500, 300], [1926], words: prose * 9, times: 6), [[0, 100], [115, 225], [355, 96.3]])
  end

  it "end evenly where another section follows, and break at column breaks" do
    even = docx do |made|
      12.times { made.paragraph(prose * 2) }
      made.raw(
        %(<w:p><w:pPr><w:sectPr><w:cols w:num="2" w:equalWidth="0"><w:col w:w="3000" w:space="600"/><w:col w:w="5426"/>) +
          %(</w:cols></w:sectPr></w:pPr><w:r><w:t>End.</w:t></w:r></w:p>)
      )
      made.paragraph("Behind it.")
    end.then do |bytes|
      Norvel::Formats::Archive.read(bytes).then do |archive|
        archive.write(
          "word/document.xml" => archive.members["word/document.xml"].sub(%r{(<w:sectPr>)(<w:pgSz)}, '\1<w:type w:val="continuous"/>\2')
        )
      end
    end
    laid_out = layout(read(even))
    bottoms = placed(laid_out).select { |number, one| number == 1 && one.setting.text != "Behind it." }
      .group_by { |_, one| one.column }.transform_values { |lines| lines.map { |_, one| one.y + one.line.height }.max }
    expect(bottoms.keys).to eq([0, 1])
    expect(bottoms.values.minmax.reduce(:-).abs).to be < 40
    broken = file([3000, 600], [5426], times: 1, extra: ->(made) {
      made.raw("<w:p><w:r><w:br w:type='column'/><w:t>On the right</w:t></w:r></w:p>")
    })
    expect(placed(layout(read(broken))).map { |_, one| one.column }.uniq).to eq([0, 1])
  end

  it "stay in the file, and are alike again when a person says how many" do
    bytes = file([3000, 600], [5426])
    before = read(bytes)
    expect([before.sections.first.columns, before.sections.first.column_widths]).to eq([2, [[1_905_000, 381_000], [3_445_510, 0]]])
    touched = Norvel::Changes.build("format_here", "paragraphs" => [0], "values" => {"align" => "center"}).call(before)
    expect(read(Norvel::Formats.write(touched, source: bytes)).sections).to eq(before.sections)
    even = Norvel::Changes.build("set_part", "columns" => "2", "column_gap" => "1 cm").call(before)
    again = read(Norvel::Formats.write(even, source: bytes)).sections.first
    expect([again.columns, again.column_widths, again.column_gap]).to eq([2, nil, 360_045])
  end
end

# frozen_string_literal: true

require_relative "../../demo/script/docx_builder"
require_relative "../../demo/script/prose"

# Small manuscripts for specs: made in memory, or as .docx files written without Norvel's writer.
module Manuscripts
  DEMO = File.expand_path("../../demo", __dir__)
  SHORT = {} # the demo's report in short, by the number of its chapters
  READ = {} # manuscripts by their files
  KNOWN = {} # manuscripts of the demo, as they came and tidied: values, which no example changes
  STYLES = {
    "Base" => {name: "Base", properties: {size: 152_400, font_family: "Times New Roman"}},
    "Heading1" => {name: "Heading 1", parent: "Base", properties: {bold: true, size: 203_200, outline_level: 1, keep_next: true}},
    "Quote" => {name: "Block quotation", parent: "Base", properties: {indent_start: 360_000, indent_end: 360_000}}
  }.freeze

  def sheet(styles = {}, defaults: {})
    all = STYLES.merge(styles).to_h { |id, style| [id, Norvel::StyleSheet::Style.new(id: id, **style)] }
    Norvel::StyleSheet.new(styles: all, default_id: "Base", defaults: defaults, standards: Norvel::Formats.usual.standard_styles)
  end

  def stretch(text, style: nil, **set) = Norvel::Manuscript::Run.new(text: text, properties: set, style: style)

  # @param runs a text, or runs
  def paragraph(id, *runs, style: "Base", carries: [], **set)
    runs = runs.map { |run| run.is_a?(String) ? stretch(run) : run }.each_with_index.map { |one, index| one.with(origin: index) }
    Norvel::Manuscript::Paragraph.new(id: id, style: style, properties: set, runs: runs, carries: carries)
  end

  def manuscript(*blocks, styles: {}, defaults: {}, **more)
    Norvel::Manuscript.new(blocks: blocks, sheet: sheet(styles, defaults: defaults), **more)
  end

  def layout(manuscript) = Norvel::Layout.new(manuscript)

  def page_design(width: 300, height: 300, margin: 50)
    emu = ->(points) { points * 12_700 }
    margins = %i[top bottom start end].to_h { |edge| [edge, emu[margin]] }.merge(gutter: 0, header: 0, footer: 0)
    Norvel::Manuscript::PageDesign.new(width: emu[width], height: emu[height], margin: margins)
  end

  # A manuscript on a small page of its own.
  def on_page(*blocks, page: page_design, **more) = manuscript(*blocks, sections: [Norvel::Manuscript::Section.new(page: page)], **more)

  def demo(name) = File.binread(File.join(DEMO, name))

  # @return [Norvel::Manuscript] a file of the demo, as it came
  def came(name) = KNOWN[name] ||= read(demo(name))

  # @return [Norvel::Manuscript] tidied
  def tidied(name, guide = "marrowby-diploma") = KNOWN[[name, guide]] ||= Norvel::Plan.new(came(name), Norvel::Guide.find(guide)).apply

  # The demo's report in short, where two of its chapters show as much as six.
  # @return [String] the file
  def short_report(chapters = 2) = SHORT[chapters] ||= Demo::Report.new(chapters: chapters).bytes

  # What is read is a value, which no example changes.
  def read(bytes)
    READ.clear if READ.size > 100
    READ[bytes] ||= Norvel::Formats.read(bytes)
  end

  # @yieldparam docx [Demo::DocxBuilder]
  # @return [String] a .docx file
  def docx(
    styles: Demo::Report::STYLES,
    section: %(<w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1440" w:right="1440" w:bottom="1440" w:left="1440" ) +
      %(w:header="720" w:footer="720" w:gutter="0"/>),
    header: nil, footer: nil
  )
    builder = Demo::DocxBuilder.new(title: "A test", styles: styles)
    yield builder
    builder.bytes(section: section, header: header, footer: footer)
  end

  # Texts of all lines of the body, page by page.
  def lines_by_page(layout) = layout.pages.map do |page|
    page.placed.select { |placed| %i[body cell].include?(placed.area) }.map do |placed|
      placed.setting.text[placed.line.start...placed.line.end].strip
    end
  end
end
require_relative "../../demo/script/report"
require_relative "../../demo/script/others"

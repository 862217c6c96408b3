# frozen_string_literal: true

require "cgi"
require_relative "open_document"

# A manuscript that was read from elsewhere, written out as an .odt as plainly as can be: what it says itself, style by style, word by
# word. For holding the readers of two formats against each other; what it cannot say it leaves out.
class SameInOdt
  include OpenDocument

  TEXT = {
    font_family: ->(value) { {"fo:font-family" => "'#{value}'"} }, size: ->(value) { {"fo:font-size" => pt(value)} },
    bold: ->(on) { {"fo:font-weight" => on ? "bold" : "normal"} }, italic: ->(on) { {"fo:font-style" => on ? "italic" : "normal"} },
    small_caps: ->(on) { {"fo:font-variant" => on ? "small-caps" : "normal"} },
    caps: ->(on) { {"fo:text-transform" => on ? "uppercase" : "none"} },
    underline: ->(kind) { {"style:text-underline-style" => (kind == :none) ? "none" : "solid"} },
    color: ->(value) { (value == "auto") ? {"style:use-window-font-color" => "true"} : {"fo:color" => value} },
    raised: ->(kind) { {"style:text-position" => {superscript: "super 58%", subscript: "sub 58%"}.fetch(kind, "0% 100%")} }
  }.freeze
  PARAGRAPH = {
    align: ->(value) { {"fo:text-align" => value} }, indent_start: ->(value) { {"fo:margin-left" => pt(value)} },
    indent_end: ->(value) { {"fo:margin-right" => pt(value)} }, indent_first: ->(value) { {"fo:text-indent" => pt(value)} },
    space_before: ->(value) { {"fo:margin-top" => pt(value)} }, space_after: ->(value) { {"fo:margin-bottom" => pt(value)} },
    keep_next: ->(on) { {"fo:keep-with-next" => on ? "always" : "auto"} },
    keep_together: ->(on) { {"fo:keep-together" => on ? "always" : "auto"} },
    break_before: ->(on) { {"fo:break-before" => on ? "page" : "auto"} },
    orphans: ->(count) { {"fo:orphans" => count} }, widows: ->(count) { {"fo:widows" => count} },
    line_spacing: ->(one) {
      case one.rule
      when :multiple then {"fo:line-height" => "#{(one.value * 100).round(4)}%"}
      when :exact then {"fo:line-height" => pt(one.value)}
      else {"style:line-height-at-least" => pt(one.value)}
      end
    }
  }.freeze

  def self.pt(emu) = "#{(emu / 12_700.0).round(4)}pt"

  # @param manuscript [Norvel::Manuscript]
  def initialize(manuscript)
    @manuscript = manuscript
    @automatic = {}
    @columns = {}
  end

  # @return [String] the bytes of an .odt
  def bytes
    body = @manuscript.blocks.map { |block| block_xml(block) }.join
    named = @manuscript.sheet.styles.values.reject { |style| style.kind == :table }.map { |style| named(style) }.join
    odt(body, standard: default, styles: named, automatic: @automatic.map { |(family, parent, set), name|
      style(name, family, parent, set)
    }.join + of_tables, layouts: layout, masters: MASTER)
  end

  private

  def default
    inner = properties("paragraph", Norvel::Properties::DEFAULTS.slice(:font_family, :size).merge(@manuscript.sheet.defaults))
    %(<style:default-style style:family="paragraph">#{inner}</style:default-style>)
  end

  def layout
    page = @manuscript.sections.first.page
    edges = {top: "top", bottom: "bottom", start: "left", end: "right"}.map { |edge, name|
      %(fo:margin-#{name}="#{self.class.pt(page.margin[edge])}")
    }
    %(<style:page-layout style:name="Sheet"><style:page-layout-properties fo:page-width="#{self.class.pt(page.width)}" ) +
      %(fo:page-height="#{self.class.pt(page.height)}" #{edges.join(" ")}/></style:page-layout>)
  end

  def said(table, set) = set.filter_map { |name, value| table[name]&.call(value) }.reduce({}, :merge)

  def properties(family, set)
    text, paragraph = said(TEXT, set), said(PARAGRAPH, set)
    list = ->(values) { values.map { |name, value| %( #{name}="#{CGI.escape_html(value.to_s)}") }.join }
    "#{"<style:paragraph-properties#{list[paragraph]}/>" if paragraph.any? && family == "paragraph"}" \
      "#{"<style:text-properties#{list[text]}/>" if text.any?}"
  end

  def style(name, family, parent, set, **more)
    extra = more.map { |key, value| %( style:#{key.to_s.tr("_", "-")}="#{CGI.escape_html(value.to_s)}") }.join
    %(<style:style style:name="#{name}" style:family="#{family}"#{%( style:parent-style-name="#{parent}") if parent}#{extra}>) +
      "#{properties(family, set)}</style:style>"
  end

  def named(one)
    family = {paragraph: "paragraph", character: "text"}.fetch(one.kind) { return "" }
    level = one.properties[:outline_level]
    style(one.id, family, one.parent, one.properties,
      **{display_name: one.name, default_outline_level: (level if level&.positive?)}.compact)
  end

  def by_hand(family, parent, set)
    return parent if set.empty?

    @automatic[[family, parent, set]] ||= "#{(family == "text") ? "T" : "P"}#{@automatic.size + 1}"
  end

  def block_xml(block)
    return table_xml(block) if block.is_a?(Norvel::Manuscript::Table)

    name = by_hand("paragraph", block.style, block.properties.slice(*PARAGRAPH.keys))
    level = @manuscript.sheet.saying(block.style, :outline_level)&.properties&.[](:outline_level)
    tag, more = level&.positive? ? ["h", %( text:outline-level="#{level}")] : ["p", ""]
    %(<text:#{tag} text:style-name="#{name}"#{more}>#{block.runs.map { |run| run_xml(run) }.join}</text:#{tag}>)
  end

  def run_xml(run)
    notes = run.insets.dup
    inner = run.text.each_char.map { |char| character(char, notes) }.join
    name = by_hand("text", run.style, run.properties.slice(*TEXT.keys))
    name ? %(<text:span text:style-name="#{name}">#{inner}</text:span>) : inner
  end

  def character(char, insets)
    case char
    when "\t" then "<text:tab/>"
    when "\n" then "<text:line-break/>"
    when " " then " "
    when Norvel::Manuscript::INSET_MARK then note(insets.shift)
    else CGI.escape_html(char)
    end
  end

  def note(inset)
    return "" unless inset&.kind == :note

    blocks = @manuscript.notes.fetch(inset.ref).map { |one| one.with(runs: one.runs.reject { |run| run.field == :own_number }) }
    %(<text:note text:note-class="footnote" text:id="#{inset.ref.tr(":", "-")}"><text:note-citation>1</text:note-citation>) +
      "<text:note-body>#{blocks.map { |block| block_xml(block) }.join}</text:note-body></text:note>"
  end

  def table_xml(table)
    column = by_hand_column(table)
    rows = table.rows.map { |row|
      cells = row.cells.map { |cell|
        %(<table:table-cell table:style-name="Cell">#{cell.blocks.map { |block| block_xml(block) }.join}</table:table-cell>)
      }
      inner = "<table:table-row>#{cells.join}</table:table-row>"
      row.header ? "<table:table-header-rows>#{inner}</table:table-header-rows>" : inner
    }
    %(<table:table table:name="#{table.id}">#{column}#{rows.join}</table:table>)
  end

  def by_hand_column(table)
    table.columns.map { |width|
      @columns[width] ||= "Column#{@columns.size + 1}"
      %(<table:table-column table:style-name="#{@columns[width]}"/>)
    }.join
  end

  # The room in cells, and the widths of columns.
  def of_tables
    room = self.class.pt(@manuscript.tables.first&.cell_margin || 0)
    %(<style:style style:name="Cell" style:family="table-cell"><style:table-cell-properties fo:padding-left="#{room}" ) +
      %(fo:padding-right="#{room}"/></style:style>) + @columns.map { |width, name|
        %(<style:style style:name="#{name}" style:family="table-column"><style:table-column-properties ) +
          %(style:column-width="#{self.class.pt(width)}"/></style:style>)
      }.join
  end
end

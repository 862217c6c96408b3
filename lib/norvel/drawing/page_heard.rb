# frozen_string_literal: true

require "cgi/escape"

module Norvel
  module Drawing
    # What a page says to those who hear it: headings by their level, whole paragraphs, lists and tables, in their order, each with its
    # style and what was formatted by hand as a description. HTML, beside the drawing, which says nothing then.
    class PageHeard
      DEEPEST = 6
      MARKS = 4 # of hand formatting that are named

      # @param layout [Layout] @param page [Layout::Page]
      def initialize(layout, page)
        @layout = layout
        @manuscript = layout.manuscript
        @page = page
      end

      # @return [String]
      def to_s
        notes, text = placed.partition { |one| one.area == :note }
        rows(text.map(&:paragraph)) + notes.map { |one| element("p", one.paragraph, "Note: ") }.join
      end

      private

      # The first line of each paragraph that the page has.
      def placed
        @placed ||= @page.placed.select { |one| %i[body cell note].include?(one.area) }.uniq { |one| one.paragraph.id }
      end

      # @return [Hash{Integer=>true}] ids of paragraphs that began on a page before
      def continued = @continued ||= placed.select { |one| one.line.start.positive? }.to_h { |one| [one.paragraph.id, true] }

      def rows(paragraphs)
        paragraphs.chunk_while { |one, other| kind(one) == kind(other) }.map do |same|
          case kind(same.first)
          when :text then same.map { |paragraph| block(paragraph) }.join
          when :item then "<ul>#{same.map { |paragraph| element("li", paragraph) }.join}</ul>"
          else table(kind(same.first), same)
          end
        end.join
      end

      # @return [Symbol, Manuscript::Table]
      def kind(paragraph)
        return @manuscript.table_of(paragraph.id) || :text if paragraph.in_table

        (@layout.labels[paragraph.id] && level(paragraph).nil?) ? :item : :text
      end

      def level(paragraph) = @layout.cascade.paragraph(paragraph)[:outline_level]

      def block(paragraph)
        return "" if paragraph.blank?

        depth = level(paragraph)
        depth ? element("h#{[depth + 1, DEEPEST].min}", paragraph, "",
          (%( aria-level="#{depth + 1}") if depth + 1 > DEEPEST)) : element("p", paragraph)
      end

      def table(table, paragraphs)
        here = paragraphs.to_h { |paragraph| [paragraph.id, true] }
        rows = table.rows.select { |row| row.cells.any? { |cell| cell.blocks.any? { |block| here[block.id] } } }
        "<table>#{rows.map { |row| "<tr>#{row.cells.map { |cell| cell(cell, row.header, here) }.join}</tr>" }.join}</table>"
      end

      def cell(cell, header, here)
        inner = cell.blocks.grep(Manuscript::Paragraph).select { |one| here[one.id] && !one.blank? }
          .map { |one| element("span", one) }.join(" ")
        header ? %(<th scope="col">#{inner}</th>) : "<td>#{inner}</td>"
      end

      def element(name, paragraph, lead = "", more = nil)
        goes_on = continued.key?(paragraph.id)
        label = @layout.labels[paragraph.id]
        text = [("continued: " if goes_on), lead, ("#{label} " if label), said(paragraph)].compact.join
        %(<#{name} data-p="#{paragraph.id}" aria-description="#{h(description(paragraph))}"#{more}>#{h(text)}</#{name}>)
      end

      # Its words, with what stands among them named.
      def said(paragraph)
        insets = paragraph.insets.each
        paragraph.text.gsub("\u{FFFC}") { inset(insets.next) }.gsub(/[[:space:]]+/, " ").strip
      rescue StopIteration
        paragraph.text.delete("\u{FFFC}")
      end

      def inset(inset)
        case inset.kind
        when :note then ""
        when :image then " (#{inset.alt.to_s.empty? ? "picture without a text alternative" : "picture: #{inset.alt}"}) "
        else " (#{inset.kind.to_s.tr("_", " ")}) "
        end
      end

      def description(paragraph)
        marks = DirectFormatting.objectionable(paragraph).map { |name, value, _| Properties::Words.of(name, value) }.uniq
        [@manuscript.sheet[paragraph.style]&.name, ("by hand: #{marks.first(MARKS).join(", ")}" if marks.any?)].compact.join("; ")
      end

      def h(text) = CGI.escapeHTML(text.to_s)
    end
  end
end

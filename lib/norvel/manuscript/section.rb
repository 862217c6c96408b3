# frozen_string_literal: true

module Norvel
  class Manuscript
    # Sheets by name, upright, in mm (ISO 216; ANSI/ASME Y14.1).
    PAPERS = {"A3" => [297, 420], "A4" => [210, 297], "A5" => [148, 210], "A6" => [105, 148], "B5" => [176, 250],
              "Letter" => [215.9, 279.4], "Legal" => [215.9, 355.6]}.freeze

    # Paper and margins in EMU. `margin` has :top, :bottom, :start, :end, :gutter, :header, :footer.
    PageDesign = Value.define(width: 7_560_310, height: 10_692_130,
      margin: {top: 914_400, bottom: 914_400, start: 914_400, end: 914_400, gutter: 0, header: 457_200, footer: 457_200}) do
      # @return [String] "A4", "A4 landscape", or the measures where it is no standard sheet
      def paper
        sides = [width, height].minmax.map { |emu| emu / 36_000.0 }
        name, = PAPERS.find { |_, mm| mm.zip(sides).all? { |want, is| (want - is).abs < 0.8 } }
        return "#{sides[0].round} × #{sides[1].round} mm" unless name

        (width > height) ? "#{name} landscape" : name
      end

      # @return [Hash{Symbol=>Integer}] width and height of a named paper, upright, EMU
      def self.paper(name)
        PAPERS.fetch(name).map { |mm| (mm * 36_000).round }.then { |width, height| {width: width, height: height} }
      end

      # @return [PageDesign] the same sheet turned, with its margins
      def turned
        with(width: height, height: width,
          margin: margin.merge(top: margin[:start], bottom: margin[:end], start: margin[:top], end: margin[:bottom]))
      end

      # @param gutter_above [Boolean] whether the gutter takes height instead
      # @return [Integer] EMU
      def text_width(gutter_above: false) = [width - margin[:start] - margin[:end] - (gutter_above ? 0 : margin[:gutter]), 12_700].max
    end

    # How page numbers are written: `format` :decimal, :lower_roman, :upper_roman, :lower_letter,
    # :upper_letter, :decimal_zero, :in_dashes, :ordinal, :cardinal_text, :ordinal_text, :signs; `start` nil where the count goes on.
    Folio = Value.define(format: :decimal, start: nil)

    # How notes are numbered: `format` as of folios, `start` the first number, `restart` :never, :section or :page; endnotes stand at the
    # end of the text or, where `place` is :section, of their section.
    NoteForm = Value.define(format: :decimal, start: 1, restart: :never, place: :text)

    # A stretch of the manuscript with a page design of its own, up to the paragraph `last`
    # (nil: to the end). `begins` is :page, :recto, :verso or :here. Headers and footers are blocks by
    # :default, :first and :even. `column_gap` is EMU; `column_widths` are [width, gap behind it] of each column where
    # they differ; `vertical` says where text stands that does not fill its page; `footnotes` and `endnotes` are how
    # it numbers them where the manuscript's settings do not hold; `beyond` names what the file asks for and no page
    # shows: :grid (lines on a grid), :line_numbers.
    Section = Value.define(page: PageDesign.new, last: nil, begins: :page, folio: Folio.new, headers: {}, footers: {},
      first_differs: false, columns: 1, column_gap: 457_200, column_widths: nil, vertical: :top,
      footnotes: nil, endnotes: nil, beyond: [], origin: nil) do
      # Which of its headers and footers a page has.
      # @param number [Integer] of the page @param first [Boolean] whether it is the section's first @param even_differs [Boolean]
      # @return [Symbol] :default, :first or :even
      def margin_kind(number:, first:, even_differs:)
        if first && first_differs then :first
        else
          (number.even? && even_differs) ? :even : :default
        end
      end

      # @param edge [Symbol] of a page's margins
      # @return [Boolean] whether nothing stands there, and the file says no distance for it but that of the text
      def nothing_at?(edge)
        stories, beside = Section::EDGES[edge]
        !stories.nil? && public_send(stories).each_value.all?(&:empty?) && page.margin[edge] == page.margin[beside]
      end

      # @return [Boolean] whether a page number is printed somewhere in this section
      def folio_printed?
        (headers.values + footers.values).any? do |blocks|
          blocks.any? { |block| block.is_a?(Paragraph) && block.runs.any? { |run| run.field == :page } }
        end
      end
    end

    # What stands in the room of headers and footers, and the margin of the text beside it.
    Section::EDGES = {header: %i[headers top], footer: %i[footers bottom]}.freeze
  end
end

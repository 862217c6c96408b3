# frozen_string_literal: true

module Norvel
  class Layout
    # Where text may stand on the pages of a section: its columns, and the height that headers, footers and margins leave.
    class PageGeometry
      POINT = 12_700.0

      # @param section [Manuscript::Section] @param settings [Manuscript::Settings]
      # @param margin_height [Proc, nil] a section, its headers or footers, page number and whether it is the part's first page, to points
      def initialize(section, settings, margin_height)
        @section = section
        @settings = settings
        @margin_height = margin_height
        @tops, @bottoms = {}, {}
      end

      def page = @section.page

      # @return [Symbol] where text stands that does not fill its page
      def vertical = @section.vertical

      def height = page.height / POINT

      # @return [Float] width of the text, points
      def width = @width ||= page.text_width(gutter_above: @settings.gutter_above) / POINT

      # @param number [Integer] of the page, from 1
      # @return [Float] x of the text's left edge: the binding side is the other one on a verso of mirrored pages
      def left(number)
        inner, outer = page.margin[:start], page.margin[:end]
        gutter = @settings.gutter_above ? 0 : page.margin[:gutter]
        ((@settings.mirrored && number.even?) ? outer : inner + gutter) / POINT
      end

      # The text begins under the top margin, or under the header where that is taller.
      def top(number, first) = @tops[kind(number, first)] ||= top_under(@margin_height.call(@section, @section.headers, number, first))

      # @return [Float] y of the text's lower end
      def bottom(number, first)
        @bottoms[kind(number, first)] ||= bottom_over(@margin_height.call(@section, @section.footers, number, first))
      end

      # @return [Array<Array(Float, Float)>] of each column its x from the text's left edge and its width
      def columns = @columns ||= work_out_columns.freeze

      # @return [Boolean] whether lines of one column do not fit another
      def uneven? = columns.any? { |_, width| (width - columns.first.last).abs > HAIR }

      # @return [Float] the width of the widest column, points
      def widest = columns.map(&:last).max

      HAIR = 0.01

      private

      # Pages that are alike in this have the same headers and footers.
      def kind(number, first) = (first ? 2 : 0) + number % 2

      def top_under(header)
        gutter = @settings.gutter_above ? page.margin[:gutter] : 0
        [(page.margin[:top] + gutter) / POINT, page.margin[:header] / POINT + header].max
      end

      def bottom_over(footer) = height - [page.margin[:bottom] / POINT, page.margin[:footer] / POINT + footer].max

      # Widths of their own that are more than the page has are all narrower by as much.
      def own_columns
        widths = @section.column_widths.map { |pair| pair.map { |side| side / POINT } }
        total = widths.sum(&:first) + widths[0..-2].sum(&:last)
        scale = [width / total, 1.0].min
        x = 0.0
        widths.map { |own, gap| [x, own * scale].tap { x += (own + gap) * scale } }
      end

      def work_out_columns
        return own_columns if @section.column_widths

        count = @section.columns
        return [[0.0, width]] if count < 2

        gap = @section.column_gap / POINT
        each = [(width - gap * (count - 1)) / count, 1.0].max
        Array.new(count) { |index| [index * (each + gap), each] }
      end
    end
  end
end

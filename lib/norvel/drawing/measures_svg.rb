# frozen_string_literal: true

module Norvel
  module Drawing
    # Dimension lines over a page, as on a technical drawing: margins, the width of the text, where header and footer stand; of a chosen
    # paragraph its indents, the gap above it and the pitch of its lines. What a guide says otherwise is red, with what it says.
    #
    #   MeasuresSvg.new(layout, page, unit: "cm", wanted: {start: 1_260_000}).to_s
    class MeasuresSvg
      include SvgValues

      TICK = 2.6 # points, half of an oblique stroke
      NEAR = 18_000 # EMU: half a millimetre is no difference

      # @param unit [String, nil] in which lengths are said
      # @param wanted [Hash{Symbol=>Integer}] margins that a guide asks for, EMU by edge
      # @param paragraph [Integer, nil] the chosen one @param values [Hash{Symbol=>Object}] what the guide's style for it says
      def initialize(layout, page, unit: nil, wanted: {}, paragraph: nil, values: {})
        @layout = layout
        @page = page
        @unit = unit || "cm"
        @wanted = wanted
        @paragraph = paragraph
        @values = values
      end

      # @return [String] an svg group
      def to_s
        @out = +%(<g class="measures">)
        margins
        text_width
        header_and_footer
        of_paragraph(own_lines) if own_lines.any?
        @out << "</g>"
      end

      private

      def left = @page.left

      def right = left + @page.text_width

      def margins
        return if @page.blank

        verso = @layout.manuscript.settings.mirrored && @page.number.even?
        across(0, left, @page.height * 0.62, wanted: @wanted[verso ? :end : :start])
        across(right, @page.width, @page.height * 0.62, wanted: @wanted[verso ? :start : :end])
        down(0, @page.top, left + @page.text_width * 0.8, wanted: @wanted[:top])
        down(@page.bottom, @page.height, left + @page.text_width * 0.8, wanted: @wanted[:bottom])
      end

      def text_width
        count = characters
        across(left, right, @page.top - 7, say: ->(said) { count ? "#{said}, about #{count} characters" : said })
      end

      # Letters of a full line: the median of lines of one column that are nearly full, by their width.
      def characters
        full = @page.text_lines.select do |placed|
          placed.area == :body && placed.line.width > @page.text_width * 0.8 && placed.line.ends_with == :wrap
        end
        counts = full.map { |placed| (placed.line.end - placed.line.start) * @page.text_width / placed.line.width }.sort
        counts[counts.size / 2]&.round
      end

      def header_and_footer
        lines = @page.placed.group_by(&:area)
        header = lines[:header]&.map(&:y)&.min
        footer = lines[:footer]&.map { |placed| placed.y + placed.line.height }&.max
        down(0, header, left + @page.text_width * 0.1) if header
        down(footer, @page.height, left + @page.text_width * 0.1) if footer
      end

      def own_lines = @own_lines ||= @paragraph ? @page.text_lines.select { |placed| placed.paragraph.id == @paragraph } : []

      def of_paragraph(lines)
        indents(lines)
        gap(lines.first) if lines.first.line.start.zero?
        return if lines.size < 2

        one, other = lines.first(2)
        down(one.baseline, other.baseline, one.x + one.setting.width - 4, name: "pitch", say: ->(said) { "lines #{said}" }, points: true)
      end

      def indents(lines)
        first, other = lines.first, lines[1]
        format = first.setting.format
        edge = first.x
        set = @layout.cascade.paragraph(first.paragraph)
        if first.line.start.zero? && format.first.abs > 0.5
          across(edge + format.start, edge + format.start + format.first, first.baseline - 4,
            wanted: @values[:indent_first], is: set[:indent_first])
        end
        line = other || first
        across(edge, edge + format.start, line.baseline - 4, wanted: @values[:indent_start], is: set[:indent_start]) if format.start > 0.5
        if format.end > 0.5
          across(edge + line.setting.width - format.end, edge + line.setting.width, line.baseline - 4,
            wanted: @values[:indent_end], is: set[:indent_end])
        end
      end

      # From the foot of the line above to the head of its own.
      def gap(first)
        above = @page.placed.take_while { |placed| !placed.equal?(first) }.reverse.find do |placed|
          placed.column == first.column && %i[body cell].include?(placed.area)
        end
        from = above ? above.y + above.line.height : @page.top
        down(from, first.y, first.x + first.setting.width * 0.5, points: true) if first.y - from > 1
      end

      def across(from, to, y, wanted: nil, is: nil, say: nil)
        from, to = [from, to].minmax
        length = is ? is.abs : ((to - from) * Lengths::PT).round
        text, guide = said(length, wanted, say)
        middle = n((from + to) / 2)
        @out << %(<g class="dim#{" off" if guide}"><path d="M#{n(from)} #{n(y)}H#{n(to)}#{tick(from, y)}#{tick(to, y)}"/>) <<
          %(<text x="#{middle}" y="#{n(y - 2.5)}">#{h(text)}</text>)
        @out << %(<text x="#{middle}" y="#{n(y + 8.5)}">#{h(guide)}</text>) if guide
        @out << "</g>"
      end

      def down(from, to, x, wanted: nil, say: nil, points: false, name: nil)
        text, guide = said(((to - from) * Lengths::PT).round, wanted, say, points: points)
        text = [text, guide].compact.join(", ")
        @out << %(<g class="dim#{" off" if guide}#{" #{name}" if name}">) +
          %(<path d="M#{n(x)} #{n(from)}V#{n(to)}#{tick(x, from)}#{tick(x, to)}"/>) <<
          %(<text class="beside" x="#{n(x + 4)}" y="#{n((from + to) / 2 + 2.5)}">#{h(text)}</text></g>)
      end

      def tick(x, y) = "M#{n(x - TICK)} #{n(y + TICK)}L#{n(x + TICK)} #{n(y - TICK)}"

      # @return [Array(String, String)] the measured value, and what the guide says where that is another
      def said(emu, wanted, say, points: false)
        shown = Lengths.show(emu, points ? "pt" : @unit)
        shown = say.call(shown) if say
        return [shown, nil] if wanted.nil? || (emu - wanted.abs).abs <= NEAR

        [shown, "guide: #{Lengths.show(wanted.abs, points ? "pt" : @unit)}"]
      end
    end
  end
end

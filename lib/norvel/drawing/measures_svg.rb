# frozen_string_literal: true

require_relative "held"

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
        left_edge, right_edge = verso ? %i[end start] : %i[start end]
        across(0, left, @page.height * 0.62, wanted: @wanted[left_edge], held: margin(left_edge, :x), at: left)
        across(right, @page.width, @page.height * 0.62, wanted: @wanted[right_edge], held: margin(right_edge, :x, back: true), at: right)
        down(0, @page.top, left + @page.text_width * 0.8, wanted: @wanted[:top], held: margin(:top, :y), at: @page.top)
        down(@page.bottom, @page.height, left + @page.text_width * 0.8, wanted: @wanted[:bottom], held: margin(:bottom, :y, back: true),
          at: @page.bottom)
        column_gaps
      end

      # @return [Held]
      def margin(edge, axis, back: false, label: "Margin at #{edge}")
        Held.length(:"margin_#{edge}", label, @page.design.margin[edge], unit: @unit, axis: axis, back: back, guide: @wanted[edge],
          owner: {part: @page.part, edge: edge})
      end

      def column_gaps
        section = @layout.manuscript.sections[@page.part]
        return if section.columns < 2 || section.column_widths

        width = (@page.text_width - section.column_gap / 12_700.0 * (section.columns - 1)) / section.columns
        from = left + width
        across(from, from + section.column_gap / 12_700.0, @page.height * 0.55, at: from + section.column_gap / 12_700.0,
          held: Held.length(:column_gap, "Gap between columns", section.column_gap, unit: @unit, axis: :x,
            owner: {part: @page.part, edge: :column_gap}))
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
        x = left + @page.text_width * 0.1
        down(0, header, x, held: margin(:header, :y, label: "Distance of the header"), at: header) if header
        down(footer, @page.height, x, held: margin(:footer, :y, back: true, label: "Distance of the footer"), at: footer) if footer
      end

      def own_lines = @own_lines ||= @paragraph ? @page.text_lines.select { |placed| placed.paragraph.id == @paragraph } : []

      def of_paragraph(lines)
        @set = @layout.cascade.paragraph(lines.first.paragraph)
        @mine = lines.none? { |one| one.setting.format.right_to_left } # what stands from right to left is measured, and not taken hold of
        indents(lines)
        gap(lines.first) if lines.first.line.start.zero?
        space_after(lines.last)
        stops(lines.first)
        return if lines.size < 2

        one, other = lines.first(2)
        down(one.baseline, other.baseline, one.x + one.setting.width - 4, name: "pitch", say: ->(said) { "lines #{said}" }, points: true,
          held: (Held.spacing(@set[:line_spacing], other.baseline - one.baseline, guide: @values[:line_spacing], owner: owner) if @mine),
          at: other.baseline)
      end

      def owner = {paragraph: @paragraph}

      # @return [Held, nil]
      def hold(name, axis, back: false)
        return unless @mine

        Held.property(name, @set[name], unit: (axis == :y) ? "pt" : @unit, axis: axis, back: back, guide: @values[name], owner: owner)
      end

      def indents(lines)
        first, other = lines.first, lines[1]
        format = first.setting.format
        edge = first.x
        if first.line.start.zero?
          from = edge + format.start
          across(from, from + format.first, first.baseline - 4, wanted: (@values[:indent_first] if format.first.abs > 0.5),
            is: @set[:indent_first], held: hold(:indent_first, :x), at: from + format.first)
        end
        line = other || first
        y = line.baseline - (other ? 4 : -3)
        across(edge, edge + format.start, y, wanted: (@values[:indent_start] if format.start > 0.5), is: @set[:indent_start],
          held: hold(:indent_start, :x), at: edge + format.start)
        to = edge + line.setting.width
        across(to - format.end, to, y, wanted: (@values[:indent_end] if format.end > 0.5), is: @set[:indent_end],
          held: hold(:indent_end, :x, back: true), at: to - format.end)
      end

      # From the foot of the line above to the head of its own.
      def gap(first)
        above = @page.placed.take_while { |placed| !placed.equal?(first) }.reverse.find do |placed|
          placed.column == first.column && %i[body cell].include?(placed.area)
        end
        from = above ? above.y + above.line.height : @page.top
        x = first.x + first.setting.width * 0.5
        down(from, first.y, x, points: true) if first.y - from > 1
        down(first.y, first.y, x - 30, points: true, is: @set[:space_before], held: hold(:space_before, :y), at: first.y,
          say: ->(said) { "#{said} before" })
      end

      # Below its last line, where that is here.
      def space_after(last)
        return if last.line.end < last.setting.text.length

        foot = last.y + last.line.height
        down(foot, foot + @set[:space_after] / 12_700.0, last.x + last.setting.width * 0.5 - 30, points: true, is: @set[:space_after],
          held: hold(:space_after, :y), at: foot + @set[:space_after] / 12_700.0, say: ->(said) { "#{said} after" })
      end

      # Its own tab stops, where it has tabs.
      def stops(first)
        tabs = Properties::TabStop.seen(@set[:tabs] || [])
        return unless @mine && tabs.any? && first.setting.text.include?("\t")

        tabs.each_with_index do |tab, index|
          x = first.x + first.setting.format.tabs_from + tab.position / 12_700.0
          across(x, x, first.y + 1, is: tab.position, held: Held.tab(tabs, index, unit: @unit, owner: owner), at: x)
        end
      end

      # @param held [Held, nil] what can be taken hold of, @param at [Float] where
      def across(from, to, y, wanted: nil, is: nil, say: nil, held: nil, at: nil)
        from, to = [from, to].minmax
        length = is ? is.abs : ((to - from) * Lengths::PT).round
        return if held.nil? && to - from < 0.5

        text, guide = said(length, wanted, say)
        group(held, guide) do
          middle = n((from + to) / 2)
          @out << %(<path d="M#{n(from)} #{n(y)}H#{n(to)}#{tick(from, y)}#{tick(to, y)}"/>) if to - from > 0.5
          @out << %(<text x="#{middle}" y="#{n(y - 2.5)}"#{quiet(to - from)}>#{h(text)}</text>)
          @out << %(<text x="#{middle}" y="#{n(y + 8.5)}">#{h(guide)}</text>) if guide
          @out << grip(at, y - 7, at, y + 7, knob(at, y)) if held
        end
      end

      def down(from, to, x, wanted: nil, say: nil, points: false, name: nil, held: nil, at: nil, is: nil)
        return if held.nil? && to - from < 0.5

        text, guide = said(is ? is.abs : ((to - from) * Lengths::PT).round, wanted, say, points: points)
        text = [text, guide].compact.join(", ")
        group(held, guide, name) do
          @out << %(<path d="M#{n(x)} #{n(from)}V#{n(to)}#{tick(x, from)}#{tick(x, to)}"/>) if to - from > 0.5
          @out << %(<text class="beside" x="#{n(x + 4)}" y="#{n((from + to) / 2 + 2.5)}"#{quiet(to - from)}>#{h(text)}</text>)
          @out << grip(x - 7, at, x + 7, at, knob(x, at)) if held
        end
      end

      def group(held, guide, name = nil)
        given = held&.attributes || {}
        mine = held && (@paragraph ? own_lines.any? : false)
        given = given.merge("tabindex" => mine ? 0 : -1) if held
        @out << %(<g class="dim#{" off" if guide}#{" #{name}" if name}#{" held" if held}"#{given.map { |key, value|
          %( #{key}="#{h(value)}")
        }.join}>)
        yield
        @out << "</g>"
      end

      # Of a value that is nothing, the number is seen only where it is pointed at.
      def quiet(length) = (length > 0.5) ? "" : %( opacity="0")

      def grip(x, y, to_x, to_y, knob) = %(<path class="grip" d="M#{n(x)} #{n(y)}L#{n(to_x)} #{n(to_y)}"/>#{knob})

      def knob(x, y) = %(<path class="knob" d="M#{n(x)} #{n(y - 3)}l3 3-3 3-3-3z"/>)

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

# frozen_string_literal: true

module Norvel
  class Layout
    # The room of a paragraph's lines: where they begin and end, at which height they are narrower, where tabs stop, how the text stands
    # in it. Points from the column's left edge.
    class LineRoom
      # @param format [ParagraphFormat] @param width [Float] of the column, points @param mark [TextFormat] of the paragraph's end
      # @param beside [Array<Floating::Cut>, nil] what stands beside its lines, measured from its top
      def initialize(format:, width:, mark:, label:, default_tab:, beside:)
        @format = format
        @width = width
        @mark = mark
        @label = label
        @default_tab = default_tab
        @beside = beside
        @left_cut = @right_cut = 0.0
      end

      # @return [Boolean] whether every line but the first has the same room
      def even? = @beside.nil?

      # @return [Boolean] whether justified lines reach the margin before a line break
      def breaks_stretch? = @format.breaks_stretch

      # @return [Boolean] whether a line break, or a page break, at the end of the text has an empty line after it
      def line_after?(break_kind) = break_kind == :break || (break_kind == :page && @format.marks_after_breaks)

      # To the line that begins at a height: it takes the width that is left there.
      # @param y [Float] points below the paragraph's top
      # @return [void]
      def at(y)
        return if even?

        cuts = @beside.select { |cut| cut.from < y + @mark.above + @mark.below && cut.to > y }
        @left_cut, @right_cut = cuts.map(&:left).max || 0.0, cuts.map(&:right).max || 0.0
        @stops = nil
      end

      def left(first) = [@format.start, @left_cut].max + (first ? @format.first : 0.0)

      def edge = @width - [@format.end, @right_cut].max

      # @return [Float] how far a tab stop may lead: the column's end, or what floats there
      def reach = @width - @right_cut

      def stops = @stops ||= TabStops.new(@format, @default_tab, edge)

      # @param sign [String] a tab @return [TabStops::Stop, nil] where one to a place in the line goes
      def place_for(sign)
        place = Atoms::PLACED_TABS.key(sign) or return
        TabStops::Stop.new({start: left(false), center: (left(false) + edge) / 2, end: edge}.fetch(place), place, :none)
      end

      def label_advance(origin)
        return 0.0 unless @label

        @label_advance ||= begin
          width = @label.format.width(@label.text)
          case @label.suffix
          when :space then width + @label.format.width(" ")
          when :tab then [((stops.after(origin + width)&.x || origin + width) - origin), width].max
          else width
          end
        end
      end

      # @param rest [Float] the room left over @param spaces [Integer] how many may be stretched
      def place(line, origin, rest, indent, spaces)
        line.x = origin + indent
        line.width = -indent
        line.stretch = 0.0
        case @format.align
        when :center then shift(line, rest / 2)
        when :end then shift(line, rest)
        when :justify
          return unless spaces.positive? && rest.positive?

          line.stretch = rest / spaces
          line.width += rest
        end
      end

      def shift(line, by)
        return unless by.positive?

        line.x += by
        line.tabs&.each { |tab| tab[1] += by and tab[2] += by }
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  class Layout
    # The height of lines and what hangs on them.
    class LineHeights
      # @param format [ParagraphFormat] @param segments [Array<Segment>] @param atoms [Proc] gives the Atoms @param length [Integer] of the
      #   text
      def initialize(format, mark, segments, length, atoms)
        @format = format
        @mark = mark
        @segments = segments
        @length = length
        @atoms = atoms
        @uniform = segments.all? { |segment| segment.inset.nil? && segment.format.equal?(segments.first.format) }
      end

      # Gives the line its height and baseline: what a multiple or at-least adds goes above the text.
      def finish(line)
        above, below, tallest = extent(line)
        spacing = @format.spacing
        line.height = case spacing.rule
        when :multiple then [(above + below) * spacing.value, tallest + below].max
        when :exact then spacing.value / 12_700.0
        when :extra then [above, tallest].max + below + spacing.value / 12_700.0
        else [above + below, tallest + below, spacing.value / 12_700.0].max
        end
        line.baseline = line.height - below
        line.notes, line.floats = hanging_on(line) unless @uniform
        line
      end

      private

      # The tallest font of a line over and under its baseline, and the tallest thing on it that is no text. The paragraph's end stands in
      # its last line as a character does.
      # @return [Array(Float, Float, Float)] points
      def extent(line)
        return [@mark.above, @mark.below, 0.0] if line.end == line.start || @segments.empty?

        last = line.end == @length
        return uniform_extent(last) if @uniform

        above, below = last ? [@mark.above, @mark.below] : [0.0, 0.0]
        tallest = 0.0
        @atoms.call.each_part(line.start, line.end - line.start) do |segment, _, _|
          tallest = [tallest, segment.height].max if segment.height
          next if segment.height && segment.inset.kind != :symbol

          above = [above, segment.format.above].max
          below = [below, segment.format.below].max
        end
        above, below = @mark.above, @mark.below if above.zero?
        [above, below, tallest]
      end

      def uniform_extent(last)
        format = @segments.first.format
        return @inner ||= [format.above, format.below, 0.0] unless last

        [[format.above, @mark.above].max, [format.below, @mark.below].max, 0.0]
      end

      # @return [Array(Array<String>, Array<Inset>)] the notes and the floating things of a line, nil where there are none
      def hanging_on(line)
        return if @segments.none?(&:inset)

        insets = @atoms.call.each_part(line.start, line.end - line.start).filter_map { |segment, _, _| segment.inset }
        notes = insets.filter_map { |inset| inset.ref if inset.kind == :note }
        floats = insets.select { |inset| Floating.floats?(inset) }
        [notes, floats].map { |found| found.empty? ? nil : found }
      end
    end
  end
end

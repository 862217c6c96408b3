# frozen_string_literal: true

module Norvel
  class Layout
    # A run-in heading and the paragraph that goes on in its line: set as one text, in the paragraph formatting of the
    # second (ISO/IEC 29500-1 §17.3.2.36), and seen as two.
    #
    #   pair = RunIn.new(lines, heading_length)
    #   pair.heading.lines, pair.body.lines     # the line they share is in both, each with its own part
    class RunIn
      # One of the two: answers as ParagraphLines does, with offsets in its own text.
      class Part
        attr_reader :lines, :text, :label

        # @param lines [ParagraphLines] of both @param range [Range] of its own text in theirs @param last [Boolean] whether it is the body
        def initialize(lines, range, label, last:)
          @joined = lines
          @range = range
          @last = last
          @text = lines.text[range]
          @label = label
          @sources = {}.compare_by_identity
          @lines = lines.lines.select { |line| mine?(line) }.map { |line| own(line) }
        end

        def format = @joined.format

        def stand_ins = @joined.stand_ins

        def families = @joined.families

        def exact? = @joined.exact?

        def ordinary? = @joined.ordinary?

        def width = @joined.width

        def text_of(line) = text[line.start...line.end].tr("\u0001-\u0003\v", "\t\t\t\f")

        def beside = @joined.beside

        def label_x = @joined.label_x

        # @return [Array<Piece>]
        def pieces(line)
          pieces_of(@sources.fetch(line)).map { |piece| piece.dup.tap { |copy| copy.start = piece.start && piece.start - @range.begin } }
        end

        # @return [Boolean] whether its first line begins with the other's end
        def runs_in? = @range.begin.positive? && @sources.fetch(@lines.first).start < @range.begin

        # @param line [Line] of both
        # @return [Boolean] whether a part of it is here; an empty line belongs to the body where that has begun
        def mine?(line)
          return line.start < @range.end unless @last

          line.end > @range.begin || line.start >= @range.begin || (@range.begin == @range.end && line.end == @range.end)
        end

        private

        def own(line)
          copy = line.dup
          copy.start = [line.start - @range.begin, 0].max
          copy.end = [line.end, @range.end].min - @range.begin
          shrink(copy, pieces_of(line)) if line.start < @range.begin || line.end > @range.end
          @sources[copy] = line
          copy
        end

        def shrink(line, pieces)
          line.x = pieces.first&.x || (line.x + line.width)
          line.width = pieces.empty? ? 0.0 : pieces.last.x + pieces.last.width - line.x
        end

        # An inserted hyphen goes with the end of the line.
        def pieces_of(line) = @joined.pieces(line).select { |piece| piece.start ? @range.cover?(piece.start) : line.end <= @range.end }
      end

      attr_reader :lines, :heading, :body

      # @param lines [ParagraphLines] of both texts @param length [Integer] code points of the heading
      def initialize(lines, length)
        @lines = lines
        @heading = Part.new(lines, 0...length, lines.label, last: false)
        @body = Part.new(lines, length...lines.text.length, nil, last: true)
      end

      # @return [Array<Array(Line, Line)>] for each line of both, the heading's part and the body's (nil where there is none)
      def rows
        heads, bodies = @heading.lines.dup, @body.lines.dup
        @lines.lines.map { |line| [(heads.shift if @heading.mine?(line)), (bodies.shift if @body.mine?(line))] }
      end
    end
  end
end

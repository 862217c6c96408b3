# frozen_string_literal: true

module Norvel
  class Layout
    # Where lines end in a text that has neither tabs, breaks, things in the line, soft hyphens nor two spaces in a row: the common case,
    # filled by adding up widths that are known for each different word. What it does not know it leaves to the general way
    # (ParagraphLines), which ends every line where this does.
    class PlainLines
      OTHERS = ["\t", "\n", "\f", "\v", "\r", "  ", "\u00AD", *Atoms::PLACED_TABS.values].freeze
      A_LETTER = "a" # as which the mark of a note stands in its word
      # Classes that hold on to what stands before or after the space beside them.
      HOLDING_FIRST = %i[CL CP CE EX IS SY NS B2 WJ OP OE].to_h { |name| [name, true] }.freeze
      HOLDING_LAST = %i[OP OE ZW B2].to_h { |name| [name, true] }.freeze

      # @param text [String] @param segments [Array<Segment>]
      # @return [Boolean]
      def self.plain?(text, segments)
        return false if text.empty? || !text.is_a?(String) || text.start_with?(" ") || text.end_with?(" ")
        return false if OTHERS.any? { |sign| text.include?(sign) }

        !text.include?(Manuscript::INSET_MARK) || segments.all? { |segment| segment.inset.nil? || takes_no_line?(segment.inset) }
      end

      def self.takes_no_line?(inset) = inset.kind == :note || Floating.floats?(inset)
      private_class_method :takes_no_line?

      # @param text [String] @param segments [Array<Segment>] without insets but notes @param words [Words]
      def initialize(text, segments, words)
        @text = text
        @segments = segments
        @words = words
      end

      # @param first [Float] room of the first line, points @param others [Float] of the others @param indent [Float] what stands before
      #   the text
      # @return [Array<Array(Integer, Integer, Float, Integer)>, nil] of each line the start, the end, the width with what stands before it,
      #   and its spaces; nil where the general way is asked for
      def lines(first, others, indent)
        @found = []
        @limit, @others = first, others
        @from = @offset = @spaces = 0
        @used = indent
        @empty = true # whether the line has no word yet
        @index = -1
        enter
        previous = nil
        @text.split(" ") do |word|
          gap = (@offset < @until) ? @gap : pass_space
          width = (@widths[word] if @offset + word.length <= @until)
          if width && !@empty && (wanted = @used + gap + width) <= @limit
            @used = wanted
            @spaces += 1
            @offset += word.length + 1
          else
            return nil unless width ? add(word, width, gap) : special(word, gap, previous)
          end
          previous = word
        end
        @found << [@from, @text.length, @used, @spaces]
      end

      private

      # Into the next segment.
      def enter
        @index += 1
        segment = @segments[@index]
        @until = segment.start + segment.length
        @format = segment.format
        @widths = @format.word_widths
        @gap = @format.width(" ")
      end

      # @return [Float] the width of the space before the word at hand, in the segment where it stands
      def pass_space
        enter while @offset.positive? && @offset - 1 >= @until
        gap = @gap
        enter while @offset >= @until
        gap
      end

      # A word that is not known as plain: in several formats, to be divided, holding on to others, or new.
      def special(word, gap, previous)
        known = known(word)
        return if previous && Words.held_over_space?(known(previous).last, known.first)
        return over_segments(word, known, gap) if @offset + word.length > @until || word.include?(Manuscript::INSET_MARK)

        width = @format.width(@format.shown(word))
        return add_divided(word, known.cuts, width, gap) if known.cuts.any?

        @widths.clear if @widths.size > Words::KEPT
        @widths[word] = width unless HOLDING_FIRST.key?(known.first) || HOLDING_LAST.key?(known.last)
        add(word, width, gap)
      end

      def known(word) = @words[word.include?(Manuscript::INSET_MARK) ? word.tr(Manuscript::INSET_MARK, A_LETTER) : word]

      def over_segments(word, known, gap)
        return if known.cuts.any?

        width = 0.0
        from = 0
        index = @index
        while from < word.length
          segment = @segments[index]
          length = [segment.start + segment.length - (@offset + from), word.length - from].min
          width += segment.inset ? segment.width : segment.format.width(segment.format.shown(word[from, length])) if length.positive?
          from += length
          index += 1
        end
        add(word, width, gap)
      end

      def add(word, width, gap)
        wanted = @empty ? @used + width : @used + gap + width
        if wanted > @limit
          return false if @empty

          turn(@offset)
          return false if (wanted = width) > @limit
        else
          @spaces += 1 unless @empty
        end
        @empty = false
        @used = wanted
        @offset += word.length + 1
        true
      end

      # As much of a word as fits, the rest in the next line.
      def add_divided(word, cuts, width, gap)
        before = @empty ? @used : @used + gap
        return add(word, width, gap) if before + width <= @limit

        cut = cuts.reverse_each.find { |at| before + @format.width(@format.shown(word[0, at])) <= @limit }
        unless cut
          return false if @empty

          turn(@offset)
          return add_divided(word, cuts, width, gap)
        end
        @spaces += 1 unless @empty
        @used = before + @format.width(@format.shown(word[0, cut]))
        @offset += cut
        turn(@offset)
        rest = word[cut..]
        add_divided(rest, cuts.filter_map { |at| at - cut if at > cut }, @format.width(@format.shown(rest)), gap)
      end

      def turn(offset)
        @found << [@from, offset, @used, @spaces]
        @from = offset
        @limit = @others
        @used = 0.0
        @spaces = 0
        @empty = true
      end
    end
  end
end

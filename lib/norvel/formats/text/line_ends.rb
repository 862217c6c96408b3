# frozen_string_literal: true

module Norvel
  module Formats
    module Text
      # What the ends of lines mean: whether a program broke the lines of paragraphs, or each line is a paragraph. Where a line ends though
      # the next word would still have had room, its end is meant.
      class LineEnds
        # What they may mean, in words.
        WAYS = {"joined" => "Join the lines of paragraphs", "each" => "Take each line for a paragraph"}.freeze
        LONG = 110 # letters: lines of this length were broken by nobody; common practice, no source
        TAB = 8 # columns, as terminals have them
        HALF = 0.5
        WRAPPED = 0.7 # of the ends of lines within blocks that had no room for the next word

        # @return [Integer] letters in a line
        attr_reader :width

        # @param lines [Array<String>] @param way [String, nil] one of WAYS where somebody says it
        def initialize(lines, way = nil)
          @lines = lines.map { |line| bare(line) }
          filled = @lines.reject(&:empty?)
          lengths = filled.map(&:length).sort
          @width = lengths.empty? ? 0 : lengths[(lengths.size * 0.97).floor.clamp(0, lengths.size - 1)]
          @blank = @lines.size > filled.size
          @wrapped = way ? way == "joined" : wrapped_at_all?
          @hanging = !@blank && @wrapped && indented_starts?
        end

        # @return [Boolean] whether lines of paragraphs were broken
        def wrapped? = @wrapped

        # @param first [Integer] @param last [Integer] lines
        # @return [Boolean] whether they are one paragraph
        def joined?(first, last)
          return false unless @wrapped

          rows = (first...last).to_a
          rows.empty? || rows.count { |index| full?(index) } >= rows.size * WRAPPED || filled?(rows)
        end

        # Some programs break lines well before they are full.
        def filled?(rows)
          lengths = rows.map { |index| @lines[index].length }
          lengths.min >= @width * HALF && lengths.sum >= @width * WRAPPED * lengths.size
        end
        private :filled?

        # @return [Boolean] whether a paragraph ends with the first of two lines that no blank line parts
        def apart?(one, other)
          return true if @lines[other].start_with?("\f")
          return !@wrapped if !@blank && plain?(one) && plain?(other)

          @hanging && indent(other) > indent(one) && !full?(one)
        end

        # @return [String] how the whole was read, in a sentence
        def told(count)
          return "The text is read as #{count} #{(count == 1) ? "block" : "blocks"}, each line a paragraph of its own." unless @wrapped

          "The text is read as #{count} blocks: lines that were broken at some #{@width} letters are joined, blank lines part paragraphs."
        end

        # @return [Integer] white space before a line
        def indent(index) = @lines[index][/\A */].length

        # @return [String] a line with its tabs as spaces
        def [](index) = @lines[index]

        private

        # Whether the next word would not have had room on a line.
        def full?(index)
          word = @lines[index + 1].to_s[/\S+/].to_s
          @lines[index].length + 1 + word.length > @width - 1
        end

        def plain?(index) = !@lines[index].match?(/\A\s*(?:[-*+•]|\d{1,3}[.)])\s/)

        def wrapped_at_all?
          return false if @width > LONG || @width.zero?

          within = @lines.each_cons(2).each_with_index.select { |(one, other), _| !one.empty? && !other.empty? && one.length > @width / 2 }
          return false if within.empty?

          within.count { |(one, _), index| full?(index) || one.length >= @width * WRAPPED } >= within.size * HALF
        end

        def indented_starts? = @lines.each_cons(2).any? { |one, other| other[/\A */].length > one[/\A */].length }

        # A page feed is no blank line.
        def bare(line) = expanded(line).rstrip.then { |words| (words.empty? && line.include?("\f")) ? "\f" : words }

        def expanded(line)
          return line unless line.include?("\t")

          line.each_char.with_object(+"") { |char, made| made << ((char == "\t") ? " " * (TAB - made.length % TAB) : char) }
        end
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  class Layout
    # Cuts a paragraph's text into what a line cannot break inside, and measures each.
    class Atoms
      # `kind` is :word, :tab, :break, :page, :column or :box. `length` counts code points with the spaces that follow, `solid`
      # without them; widths in points. No line breaks before a `glued` atom; after a `soft` one a hyphen appears.
      Atom = Struct.new(:kind, :start, :length, :solid, :width, :space, :glued, :soft)

      # Tabs to a place in the line, as they stand in the text that is set.
      PLACED_TABS = {start: "\u0001", center: "\u0002", end: "\u0003"}.freeze
      TOKEN = /[^ \t\n\f\v\u0001-\u0003\u{FFFC}]+ *| +|[\t\n\f\v\u0001-\u0003\u{FFFC}]/
      COLUMN_BREAK = "\v" # as it stands in the text that is set
      CONTROLS = {"\t" => :tab, "\n" => :break, "\f" => :page, COLUMN_BREAK => :column,
                  **PLACED_TABS.values.to_h { |sign| [sign, :tab] }}.freeze
      SOFT_HYPHEN = "\u00AD"

      # @param text [String] as drawn
      # @param segments [Array<Segment>] covering it
      # @param words [Words]
      def initialize(text, segments, words)
        @words = words
        @text = text
        @segments = segments
        @single = segments.first.format if segments.size == 1 && segments.first.inset.nil?
        @space = @single.width(" ") if @single
        @soft = text.include?(SOFT_HYPHEN) # most texts have none
      end

      # @return [Array<Atom>]
      def all
        atoms = []
        offset = 0
        @text.scan(TOKEN) do |token|
          add(atoms, token, offset)
          offset += token.length
        end
        atoms
      end

      # @return [Float] points
      def measure(start, length)
        return 0.0 if length.zero?
        return @single.width(visible(@text[start, length])) if @single

        each_part(start, length).sum do |segment, from, count|
          segment.inset ? segment.width : segment.format.width(visible(shown(segment, from, count)))
        end
      end

      # The parts of a stretch that lie in one segment each.
      # @yieldparam segment [Segment] @yieldparam from [Integer] @yieldparam count [Integer]
      def each_part(start, length)
        return enum_for(:each_part, start, length) unless block_given?

        finish = start + length
        index = first_segment(start)
        while (segment = @segments[index]) && segment.start < finish
          from = [segment.start, start].max
          to = [segment.start + segment.length, finish].min
          yield segment, from, to - from if to > from
          index += 1
        end
      end

      # @return [String] what is drawn of a part
      def shown(segment, from, count) = segment.shown || segment.format.shown(@text[from, count])

      private

      def first_segment(offset) = @segments.bsearch_index { |segment| segment.start + segment.length > offset } || @segments.size

      def visible(text)
        text = text.delete(SOFT_HYPHEN) if @soft
        @single ? @single.shown(text) : text
      end

      def add(atoms, token, offset)
        if (control = CONTROLS[token])
          atoms << Atom.new(control, offset, 1, 1, 0.0, 0.0, false, false)
          @last = nil
        elsif token == Manuscript::INSET_MARK
          add_inset(atoms, offset)
        else
          add_word(atoms, token, offset)
        end
      end

      def add_inset(atoms, offset)
        segment = @segments[first_segment(offset)]
        note = segment&.inset&.kind == :note
        name = note ? NOTE : :CB
        atoms << Atom.new(note ? :word : :box, offset, 1, 1, measure(offset, 1), 0.0, glued?(atoms, name), false)
        @last = name
      end

      # A note's mark stands with the letter before it as a letter does.
      NOTE = :AL

      # @return [Boolean] whether what begins with this class stays in one line with what is before it
      def glued?(atoms, first)
        return false if @last.nil? || atoms.empty?

        (atoms.last.length == atoms.last.solid) ? Words.held?(@last, first) : Words.held_over_space?(@last, first)
      end

      def add_word(atoms, token, offset)
        word = token.rstrip
        solid = word.length
        return add_spaces(atoms, token, offset) if solid.zero?

        known = @words[word]
        glued = glued?(atoms, known.first)
        @last = known.last
        from = known.cuts.empty? ? 0 : add_parts(atoms, word, known.cuts, offset, glued)
        width = (@single && from.zero?) ? @single.width(visible(word)) : measure(offset + from, solid - from)
        length = token.length
        space = space_width(offset + solid, length - solid)
        atoms << Atom.new(:word, offset + from, length - from, solid - from, width, space, glued && from.zero?, false)
      end

      # Spaces where nothing stands before them.
      def add_spaces(atoms, token, offset)
        @last = nil
        atoms << Atom.new(:word, offset, token.length, 0, 0.0, space_width(offset, token.length), false, false)
      end

      # The parts of a word before its last break opportunity.
      # @return [Integer] where the rest begins
      def add_parts(atoms, word, cuts, offset, glued)
        cuts.reduce(0) do |from, cut|
          length = cut - from
          width = measure(offset + from, length)
          atoms << Atom.new(:word, offset + from, length, length, width, 0.0, glued && from.zero?, word[cut - 1] == SOFT_HYPHEN)
          cut
        end
      end

      def space_width(offset, count)
        return 0.0 if count.zero?

        @space ? @space * count : measure(offset, count)
      end
    end
  end
end

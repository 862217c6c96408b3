# frozen_string_literal: true

module Norvel
  class Layout
    # Cuts a paragraph's text into what a line cannot break inside, and measures each.
    class Atoms
      # `kind` is :word, :tab, :break, :page or :box. `length` counts code points with the spaces that follow, `solid`
      # without them; widths in points. No line breaks before a `glued` atom; after a `soft` one a hyphen appears.
      Atom = Struct.new(:kind, :start, :length, :solid, :width, :space, :glued, :soft)

      TOKEN = /[^ \t\n\f\u{FFFC}]+ *| +|[\t\n\f\u{FFFC}]/
      CONTROLS = {"\t" => :tab, "\n" => :break, "\f" => :page}.freeze
      SOFT_HYPHEN = "\u00AD"

      # @param text [String] as drawn
      # @param segments [Array<Segment>] covering it
      def initialize(text, segments)
        @text = text
        @segments = segments
        @single = segments.first.format if segments.size == 1 && segments.first.inset.nil?
        @space = @single.width(" ") if @single
        # Most paragraphs have neither soft hyphens nor places inside words where a line may break.
        @soft = text.include?(SOFT_HYPHEN)
        @cuts = text.match?(BreakOpportunities::SPECIAL)
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

        each_part(start, length).sum { |segment, from, count| segment.inset ? segment.width : segment.format.width(visible(shown(segment, from, count))) }
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
        elsif token == Manuscript::INSET_MARK
          add_inset(atoms, offset)
        else
          add_word(atoms, token, offset)
        end
      end

      def add_inset(atoms, offset)
        segment = @segments[first_segment(offset)]
        note = segment&.inset&.kind == :note
        atoms << Atom.new(note ? :word : :box, offset, 1, 1, measure(offset, 1), 0.0, note && joined?(atoms), false)
        @after_note = note
      end

      def joined?(atoms) = atoms.last&.kind == :word && atoms.last.length == atoms.last.solid

      def add_word(atoms, token, offset)
        word = token.rstrip
        solid = word.length
        glued = @after_note && joined?(atoms)
        @after_note = false
        from = @cuts ? add_parts(atoms, word, offset, glued) : 0
        width = (@single && from.zero?) ? @single.width(visible(word)) : measure(offset + from, solid - from)
        length = token.length
        atoms << Atom.new(:word, offset + from, length - from, solid - from, width, space_width(offset + solid, length - solid), glued && from.zero?, false)
      end

      # The parts of a word before its last break opportunity.
      # @return [Integer] where the rest begins
      def add_parts(atoms, word, offset, glued)
        BreakOpportunities.inside(word).reduce(0) do |from, cut|
          atoms << Atom.new(:word, offset + from, cut - from, cut - from, measure(offset + from, cut - from), 0.0, glued && from.zero?, word[cut - 1] == SOFT_HYPHEN)
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

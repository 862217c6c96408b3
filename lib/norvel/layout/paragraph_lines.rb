# frozen_string_literal: true

require_relative "line"
require_relative "line_breaking"
require_relative "words"
require_relative "floating"
require_relative "atoms"
require_relative "plain_lines"
require_relative "long_text"
require_relative "tab_stops"
require_relative "line_room"
require_relative "line_heights"
require_relative "line_filler"

module Norvel
  class Layout
    # A paragraph broken into lines, first fit. The words of a line are placed when they are asked for.
    #
    #   setting = ParagraphLines.new(text: "…", segments: […], format: …, width: 450.0, mark: …)
    #   setting.lines            # where it breaks
    #   setting.pieces(line)     # each word with its x
    class ParagraphLines
      attr_reader :lines, :format, :text, :label, :width, :beside

      # @param width [Float] of the column, points
      # @param beside [Array<Floating::Cut>, nil] what stands beside its lines, measured from its top
      # @param mark [TextFormat] of the paragraph's end, which gives an empty line its height
      # @param default_tab [Float] points
      # @param dividing [Dividing, nil] how words are divided, where they are
      def initialize(text:, segments:, format:, width:, mark:, label: nil, default_tab: 36.0, dividing: nil, words: Words.new, beside: nil)
        @text = LongText.of(text)
        @segments = segments
        @format = format
        @width = width
        @mark = mark
        @label = label
        @default_tab = default_tab
        @dividing = dividing
        @words = words
        @beside = beside
        @lines = break_lines
      end

      # @param format [ParagraphFormat] that differs in nothing the lines depend on
      # @return [ParagraphLines]
      def in_format(format) = @format.equal?(format) ? self : dup.tap { |copy| copy.reformat(format) }

      # @return [Array<Piece>] the words of a line, spaces left out of their text
      def pieces(line)
        pieces = []
        x = line.x
        tabs = line.tabs&.to_h { |offset, _, to, _| [offset, to] } || {}
        elastic = tabs.keys.last || -1 # only spaces after the last tab are stretched
        @text[line.start...line.end].scan(/[^ \t\n\f\v\u0001-\u0003]+| +|[\t\n\f\v\u0001-\u0003]/).reduce(line.start) do |offset, token|
          case token[0]
          when " " then x += atoms.measure(offset, token.length) + ((offset > elastic) ? token.length * line.stretch : 0.0)
          when "\t", *Atoms::PLACED_TABS.values then x = tabs.fetch(offset, x)
          when "\n", "\f", "\v" then nil
          else x = place_word(pieces, offset, token.length, x)
          end
          offset + token.length
        end
        add_hyphen(pieces, x) if line.hyphenated
        pieces
      end

      # @return [String] the text of a line as the manuscript has it
      def text_of(line) = @text[line.start...line.end].tr("\u0001-\u0003\v", "\t\t\t\f")

      # @return [Array<TextFormat>] of characters that the face asked for lacks
      def stand_ins = @stand_ins ||= @text.ascii_only? ? [] : @segments.map(&:format).select(&:stands_for).uniq

      # @return [Array<String>] the families that its text is set in
      def families = @families ||= @segments.map { |segment| segment.format.face.family }.uniq

      # @return [Boolean] whether all its widths are those of the faces that were asked for
      def exact?
        return @exact unless @exact.nil?

        @exact = @segments.all? { |segment| %i[exact metric].include?(segment.format.match) && segment.format.stands_for.nil? }
      end

      # What a flow makes of the lines, kept as long as they are.
      # @param area [Symbol]
      # @yieldreturn [Array<Item>]
      # @return [Array<Item>]
      def kept_items(area)
        @items = [area, yield] unless @items && @items[0] == area
        @items[1]
      end

      # @return [Boolean] whether it is text from left to right beside nothing, in the faces that are asked for
      def ordinary?
        @ordinary = beside.nil? && stand_ins.empty? if @ordinary.nil?
        @ordinary && !@format.right_to_left
      end

      # @return [Boolean] true where the first line begins with the end of a run-in heading
      def runs_in? = false

      # @return [Float] x of the label, points from the column's left edge
      def label_x = @format.start + @format.first

      protected

      def reformat(format)
        @format = format
        @items = nil
      end

      private

      def place_word(pieces, offset, length, x)
        atoms.each_part(offset, length) do |segment, from, count|
          next x if segment.inset && Floating.floats?(segment.inset)

          shown = atoms.shown(segment, from, count)
          next x = place_between_soft_hyphens(pieces, segment, from, count, x) if shown.include?(Atoms::SOFT_HYPHEN)

          width = atoms.measure(from, count)
          pieces << Piece.new(shown, x, width, from, segment.format, segment.inset)
          x += width
        end
        x
      end

      # Soft hyphens are not drawn; the parts around them keep their own offsets.
      def place_between_soft_hyphens(pieces, segment, from, count, x)
        @text[from, count].split(/(\u00AD)/).each do |part|
          width = atoms.measure(from, part.length)
          drawn = !part.empty? && part != Atoms::SOFT_HYPHEN
          pieces << Piece.new(atoms.shown(segment, from, part.length), x, width, from, segment.format, segment.inset) if drawn
          x += width
          from += part.length
        end
        x
      end

      def add_hyphen(pieces, x)
        format = pieces.last&.format || @mark
        pieces << Piece.new("-", x, format.width("-"), nil, format, nil)
      end

      def atoms = @atoms ||= Atoms.new(@text, @segments, @words)

      def break_lines
        length = @text.length
        room = LineRoom.new(format: @format, width: @width, mark: @mark, label: @label, default_tab: @default_tab, beside: @beside)
        heights = LineHeights.new(@format, @mark, @segments, length, method(:atoms))
        plain = plain_lines(room, heights) if @dividing.nil? && room.even? && PlainLines.plain?(@text, @segments)
        plain || LineFiller.new(@text, length, atoms, room, heights, @dividing).lines
      end

      # @return [Array<Line>, nil] nil where the general way is asked for
      def plain_lines(room, heights)
        first, others = [true, false].map { |one| [room.edge - room.left(one), 1.0].max }
        indent = room.label_advance(room.left(true))
        found = PlainLines.new(@text, @segments, @words).lines(first + LineFiller::HAIR, others + LineFiller::HAIR, indent) or return
        found.each_with_index.map do |(start, finish, used, spaces), index|
          line = Line.new(start, finish, nil, nil, nil, nil, nil, false, (index == found.size - 1) ? :end : :wrap)
          rest = (index.zero? ? first : others) - used
          room.place(line, room.left(index.zero?), rest, index.zero? ? indent : 0.0, (line.ends_with == :wrap) ? spaces : 0)
          line.width += used
          heights.finish(line)
        end
      end
    end
  end
end

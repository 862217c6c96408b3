# frozen_string_literal: true

require_relative "line"
require_relative "line_breaking"
require_relative "words"
require_relative "floating"
require_relative "plain_lines"
require_relative "atoms"
require_relative "long_text"
require_relative "tab_stops"

module Norvel
  class Layout
    # A paragraph broken into lines, first fit. The words of a line are placed when they are asked for.
    #
    #   setting = ParagraphLines.new(text: "…", segments: […], format: …, width: 450.0, mark: …)
    #   setting.lines            # where it breaks
    #   setting.pieces(line)     # each word with its x
    class ParagraphLines
      HAIR = 0.0118 # points: a 64th of a CSS pixel, the step in which browser engines measure a line

      SPLIT = 64 # code points of a word that is cut, for a beginning
      LONG_WORD = 2_000 # code points of which the rest of a cut word is not measured again

      attr_reader :lines, :format, :text, :label, :width, :beside

      # @param width [Float] of the column, points
      # @param beside [Array<Floating::Cut>, nil] what stands beside its lines, measured from its top
      # @param mark [TextFormat] of the paragraph's end, which gives an empty line its height
      # @param default_tab [Float] points
      # @param hyphens [Array<Array(Integer, Hyphenation)>, nil] from which offset on which language divides words
      def initialize(text:, segments:, format:, width:, mark:, label: nil, default_tab: 36.0, hyphens: nil, words: Words.new, beside: nil)
        @text = LongText.of(text)
        @segments = segments
        @format = format
        @width = width
        @mark = mark
        @label = label
        @default_tab = default_tab
        @hyphens = hyphens
        @words = words
        @beside = beside
        @y = @left_cut = @right_cut = 0.0
        @uniform = segments.all? { |segment| segment.inset.nil? && segment.format.equal?(segments.first.format) }
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
        @text[line.start...line.end].scan(/[^ \t\n\f\v]+| +|[\t\n\f\v]/).reduce(line.start) do |offset, token|
          case token[0]
          when " " then x += atoms.measure(offset, token.length) + ((offset > elastic) ? token.length * line.stretch : 0.0)
          when "\t" then x = tabs.fetch(offset, x)
          when "\n", "\f", "\v" then nil
          else x = place_word(pieces, offset, token.length, x)
          end
          offset + token.length
        end
        add_hyphen(pieces, x) if line.hyphenated
        pieces
      end

      # @return [Array<TextFormat>] of characters that the face asked for lacks
      def stand_ins = @stand_ins ||= @text.ascii_only? ? [] : @segments.map(&:format).select(&:stands_for).uniq

      # @return [Boolean] whether all its widths are those of the faces that were asked for
      def exact? = @exact.nil? ? @exact = @segments.all? { |segment| %i[exact metric].include?(segment.format.match) && segment.format.stands_for.nil? } : @exact

      # What a flow makes of the lines, kept as long as they are.
      # @param area [Symbol]
      # @yieldreturn [Array<Item>]
      # @return [Array<Item>]
      def kept_items(area)
        @items = [area, yield] unless @items && @items[0] == area
        @items[1]
      end

      # @return [Boolean] true where the first line begins with the end of a run-in heading
      def runs_in? = false

      # @return [Float] x of the label, points from the column's left edge
      def label_x = @format.start + @format.first

      protected

      def reformat(format)
        @format = format
        @items = @stops = nil
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
          pieces << Piece.new(atoms.shown(segment, from, part.length), x, width, from, segment.format, segment.inset) unless part.empty? || part == Atoms::SOFT_HYPHEN
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

      def break_lines = (plain_lines if @hyphens.nil? && @beside.nil? && PlainLines.plain?(@text, @segments)) || broken_lines

      # @return [Array<Line>, nil] nil where the general way is asked for
      def plain_lines
        first, others = [true, false].map { |one| [edge - left(one), 1.0].max }
        indent = label_advance(left(true))
        found = PlainLines.new(@text, @segments, @words).lines(first + HAIR, others + HAIR, indent) or return
        found.each_with_index.map do |(start, finish, used, spaces), index|
          line = Line.new(start, finish, nil, nil, nil, nil, nil, false, (index == found.size - 1) ? :end : :wrap)
          place(line, left(index.zero?), (index.zero? ? first : others) - used, index.zero? ? indent : 0.0, (line.ends_with == :wrap) ? spaces : 0)
          line.width += used
          finish(line)
        end
      end

      def broken_lines
        @list = atoms.all
        return [empty_line] if @list.empty?

        lines = []
        index = 0
        while index < @list.size
          make_room if @beside
          line, index = fill(index, lines.empty?)
          lines << line
          @y += line.height
        end
        lines << empty_line(@text.length) if lines.last.ends_with == :break
        lines.last.ends_with = :end if lines.last.ends_with == :wrap
        @list = nil
        lines
      end

      def empty_line(offset = 0)
        x = left(offset.zero?)
        x += label_advance(x) if offset.zero?
        finish(Line.new(offset, offset, x, 0.0, nil, nil, 0.0, false, :end))
      end

      # A line takes the width that is left at its height.
      def make_room
        finish = @y + @mark.above + @mark.below
        cuts = @beside.select { |cut| cut.from < finish && cut.to > @y }
        @left_cut, @right_cut = cuts.map(&:left).max || 0.0, cuts.map(&:right).max || 0.0
        @stops = nil
      end

      def left(first) = [@format.start, @left_cut].max + (first ? @format.first : 0.0)

      def edge = @width - [@format.end, @right_cut].max

      # Takes atoms from `index` on until the line is full.
      # @return [Array(Line, Integer)] the line and the first atom of the next
      def fill(index, first)
        start_line(index, first)
        ends_with = :wrap
        while (atom = @list[@index])
          case atom.kind
          when :break, :page, :column
            @index += 1
            ends_with = atom.kind
            break
          when :tab then break unless take_tab(atom)
          else break unless take_word(atom)
          end
        end
        [finished(ends_with), @index]
      end

      # The state of the line that is being filled: `@used` is its width so far, `@gap` the space that follows if more
      # comes, `@spaces` how many spaces justification may stretch, `@fit…` the last place where it may break.
      def start_line(index, first)
        @index = @start = index
        @origin = left(first)
        @room = [edge - @origin, 1.0].max
        @indent = first ? label_advance(@origin) : 0.0
        @used = @indent
        @gap = 0.0
        @spaces = @gap_spaces = 0
        @tabs = @fit_index = nil
        @soft = false
      end

      # @return [Boolean] false when no stop is left on this line
      def take_tab(atom)
        stop = stops.after(@origin + @used + @gap)
        return false unless stop || @index == @start

        stop ||= TabStops::Stop.new(@origin + @room, :start, :none)
        from = @used + @gap
        @used = [tab_target(stop, @index, @origin), from].max
        (@tabs ||= []) << [atom.start, @origin + from, @origin + @used, stop.leader]
        @gap = 0.0
        @spaces = @gap_spaces = 0
        @index += 1
        remember_fit(false)
      end

      # @return [Boolean] false when the line is full; then it ends at the last place where it may
      def take_word(atom)
        wanted = @used + @gap + atom.width
        if wanted > @room + HAIR
          unless divide(atom)
            return step_back if @index > @start

            split(@index, @room - @used) if atom.kind == :word && atom.solid > 1
          end
          atom = @list[@index]
          wanted = @used + @gap + atom.width
        end
        @used = wanted
        @spaces += @gap_spaces
        @gap = atom.space
        @gap_spaces = atom.length - atom.solid
        @index += 1
        following = @list[@index]
        return true if following&.glued || (atom.soft && @used + hyphen_width(atom) > @room + HAIR)

        remember_fit(atom.soft)
      end

      # Divides a word that is too long for the rest of the line at its last place that fits.
      # @return [Boolean]
      def divide(atom)
        return false unless @hyphens && atom.kind == :word && atom.solid.between?(Hyphenation::LEAST, LONG_WORD)

        room = @room + HAIR - @used - @gap - hyphen_width(atom)
        at = division_points(atom).reverse.find { |count| atoms.measure(atom.start, count) <= room } or return false
        cut(@index, at, soft: true)
        true
      end

      def division_points(atom)
        word = @text[atom.start, atom.solid]
        first = word.index(/\p{L}/) or return []
        letters = word[first..][/\A\p{L}+/]
        language = @hyphens.reverse_each.find { |start, _| start <= atom.start + first }&.last or return []
        language.points(letters).map { |point| first + point }
      end

      def remember_fit(soft)
        @fit_index = @index
        @fit_used = @used
        @fit_spaces = @spaces
        @fit_soft = soft
        true
      end

      def step_back
        @index, @used, @spaces, @soft = @fit_index, @fit_used, @fit_spaces, @fit_soft if @fit_index
        false
      end

      def finished(ends_with)
        line = Line.new(@list[@start].start, @list[@index]&.start || @text.length, nil, nil, nil, nil, nil, @soft, ends_with, @tabs)
        wrapped = ends_with == :wrap && @index < @list.size
        hyphen = @soft ? hyphen_width(@list[@index - 1]) : 0.0
        place(line, @origin, @room - @used - hyphen, @indent, wrapped ? @spaces : 0)
        line.width += @used
        finish(line)
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

      # Where the text after a tab begins: text at a centre, end or decimal stop is measured first.
      def tab_target(stop, index, origin)
        return stop.x - origin if stop.align == :start

        following = @list.drop(index + 1).take_while { |atom| %i[word box].include?(atom.kind) }
        width = (stop.align == :decimal) ? width_to_decimal(following) : width_of(following)
        stop.x - origin - ((stop.align == :center) ? width / 2 : width)
      end

      def width_of(following) = following.each_with_index.sum { |atom, place| atom.width + ((place == following.size - 1) ? 0.0 : atom.space) }

      # Numbers stand with their decimal sign at the stop, those without one end there: the last point or comma between digits.
      def width_to_decimal(following)
        number = following.index { |atom| @text[atom.start, atom.solid].match?(/\d/) } or return width_of(following)
        atom = following[number]
        sign = @text[atom.start, atom.solid].rindex(/(?<=\d)[.,](?=\d)/) || atom.solid
        following.first(number).sum { |before| before.width + before.space } + atoms.measure(atom.start, sign)
      end

      def stops = @stops ||= TabStops.new(@format, @default_tab, edge)

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

      def hyphen_width(atom)
        format = atoms.each_part(atom.start, 1).first.first.format
        format.width("-")
      end

      # A word longer than the line is cut where it is full, one character at least.
      def split(index, room)
        atom = @list[index]
        most = SPLIT
        most *= 2 while most < atom.solid && atoms.measure(atom.start, most) <= room + HAIR
        count = (1...[most, atom.solid].min).bsearch { |length| atoms.measure(atom.start, length) > room + HAIR } || [most, atom.solid].min
        cut(index, [count - 1, 1].max)
      end

      # Makes two atoms of one.
      def cut(index, count, soft: false)
        atom = @list[index]
        head = Atoms::Atom.new(:word, atom.start, count, count, atoms.measure(atom.start, count), 0.0, atom.glued, soft)
        rest = atom.solid - count
        width = (rest > LONG_WORD) ? atom.width - head.width : atoms.measure(atom.start + count, rest)
        tail = Atoms::Atom.new(:word, atom.start + count, atom.length - count, rest, width, atom.space, false, atom.soft)
        @list[index, 1] = [head, tail]
      end

      # Gives the line its height and baseline: what a multiple or at-least adds goes above the text.
      def finish(line)
        above, below, tallest = extent(line)
        spacing = @format.spacing
        line.height = case spacing.rule
        when :multiple then [(above + below) * spacing.value, tallest + below].max
        when :exact then spacing.value / 12_700.0
        else [above + below, tallest + below, spacing.value / 12_700.0].max
        end
        line.baseline = line.height - below
        line.notes, line.floats = hanging_on(line) unless @uniform
        line
      end

      # The tallest font of a line over and under its baseline, and the tallest thing on it that is no text. The paragraph's end stands in
      # its last line as a character does.
      # @return [Array(Float, Float, Float)] points
      def extent(line)
        return [@mark.above, @mark.below, 0.0] if line.end == line.start || @segments.empty?

        last = line.end == @text.length
        return uniform_extent(last) if @uniform

        above, below = last ? [@mark.above, @mark.below] : [0.0, 0.0]
        tallest = 0.0
        atoms.each_part(line.start, line.end - line.start) do |segment, _, _|
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
        return [format.above, format.below, 0.0] unless last

        [[format.above, @mark.above].max, [format.below, @mark.below].max, 0.0]
      end

      # @return [Array(Array<String>, Array<Inset>)] the notes and the floating things of a line, nil where there are none
      def hanging_on(line)
        return if @segments.none?(&:inset)

        insets = atoms.each_part(line.start, line.end - line.start).filter_map { |segment, _, _| segment.inset }
        [insets.filter_map { |inset| inset.ref if inset.kind == :note }, insets.select { |inset| Floating.floats?(inset) }].map { |found| found.empty? ? nil : found }
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  class Layout
    # Fills lines with atoms, first fit: the general way, for any text.
    class LineFiller
      HAIR = 0.0118 # points: a 64th of a CSS pixel, the step in which browser engines measure a line
      SPLIT = 64 # code points of a word that is cut, for a beginning
      LONG_WORD = 2_000 # code points of which the rest of a cut word is not measured again

      # @param text [String] @param length [Integer] its code points @param atoms [Atoms] @param room [LineRoom] @param heights
      #   [LineHeights]
      # @param dividing [Dividing, nil] how words are divided, where they are
      def initialize(text, length, atoms, room, heights, dividing)
        @text = text
        @length = length
        @atoms = atoms
        @room = room
        @heights = heights
        @dividing = dividing
      end

      # @return [Array<Line>] one at least
      def lines
        @list = @atoms.all
        return [empty_line] if @list.empty?

        lines = []
        index = 0
        y = 0.0
        @in_a_row = 0
        while index < @list.size
          @room.at(y)
          line, index = fill(index, lines.empty?)
          lines << line
          @in_a_row = line.hyphenated ? @in_a_row + 1 : 0
          y += line.height
        end
        lines << empty_line(@length) if @room.line_after?(lines.last.ends_with)
        lines.last.ends_with = :end if lines.last.ends_with == :wrap
        lines
      end

      private

      def empty_line(offset = 0)
        x = @room.left(offset.zero?)
        x += @room.label_advance(x) if offset.zero?
        @heights.finish(Line.new(offset, offset, x, 0.0, nil, nil, 0.0, false, :end))
      end

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
        @origin = @room.left(first)
        @space = [@room.edge - @origin, 1.0].max
        @indent = first ? @room.label_advance(@origin) : 0.0
        @used = @indent
        @gap = 0.0
        @spaces = @gap_spaces = 0
        @tabs = @fit_index = nil
        @soft = false
      end

      # @return [Boolean] false when no stop is left on this line
      def take_tab(atom)
        stop = @room.place_for(@text[atom.start]) || @room.stops.after(@origin + @used + @gap)
        return false unless stop || @index == @start

        stop = stop ? reached(stop) : TabStops::Stop.new(@origin + @space, :start, :none)
        from = @used + @gap
        @used = [tab_target(stop, @index, @origin), from].max
        (@tabs ||= []) << [atom.start, @origin + from, @origin + @used, stop.leader]
        @gap = 0.0
        @spaces = @gap_spaces = 0
        @index += 1
        remember_fit(false)
      end

      # What ends at a stop, or has its sign there, may stand beyond the line's end, as far as the column goes: contents keep long
      # entries off their numbers so.
      def reached(stop)
        return stop if stop.align == :start

        stop = TabStops::Stop.new(@room.reach, stop.align, stop.leader) if stop.x > @room.reach
        @space = [@space, stop.x - @origin].max
        stop
      end

      # @return [Boolean] false when the line is full; then it ends at the last place where it may
      def take_word(atom)
        wanted = @used + @gap + atom.width
        if wanted > @space + HAIR
          unless divide(atom)
            return step_back if @index > @start

            split(@index, @space - @used) if atom.kind == :word && atom.solid > 1
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
        return true if following&.glued || (atom.soft && @used + hyphen_width(atom) > @space + HAIR)

        remember_fit(atom.soft)
      end

      # Divides a word that is too long for the rest of the line at its last place that fits.
      # @return [Boolean]
      def divide(atom)
        return false unless @dividing && atom.kind == :word && atom.solid.between?(Hyphenation::LEAST, LONG_WORD)
        return false if (@dividing.most && @in_a_row >= @dividing.most) || (@space - @used <= @dividing.zone && @index > @start)

        room = @space + HAIR - @used - @gap - hyphen_width(atom)
        at = division_points(atom).reverse.find { |count| @atoms.measure(atom.start, count) <= room } or return false
        cut(@index, at, soft: true)
        true
      end

      def division_points(atom)
        word = @text[atom.start, atom.solid]
        first = word.index(/\p{L}/) or return []
        letters = word[first..][/\A\p{L}+/]
        @dividing.points(letters, atom.start + first).map { |point| first + point }
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
        line = Line.new(@list[@start].start, @list[@index]&.start || @length, nil, nil, nil, nil, nil, @soft, ends_with, @tabs)
        wrapped = (ends_with == :wrap && @index < @list.size) || (ends_with == :break && @room.breaks_stretch?)
        hyphen = @soft ? hyphen_width(@list[@index - 1]) : 0.0
        @room.place(line, @origin, @space - @used - hyphen, @indent, wrapped ? @spaces : 0)
        line.width += @used
        @heights.finish(line)
      end

      # Where the text after a tab begins: text at a centre, end or decimal stop is measured first.
      def tab_target(stop, index, origin)
        return stop.x - origin if stop.align == :start

        following = @list.drop(index + 1).take_while { |atom| %i[word box].include?(atom.kind) }
        width = (stop.align == :decimal) ? width_to_decimal(following) : width_of(following)
        stop.x - origin - ((stop.align == :center) ? width / 2 : width)
      end

      def width_of(following)
        following.each_with_index.sum { |atom, place| atom.width + ((place == following.size - 1) ? 0.0 : atom.space) }
      end

      # Numbers stand with their decimal sign at the stop, those without one end there: the last point or comma between digits.
      def width_to_decimal(following)
        number = following.index { |atom| @text[atom.start, atom.solid].match?(/\d/) } or return width_of(following)
        atom = following[number]
        sign = @text[atom.start, atom.solid].rindex(/(?<=\d)[.,](?=\d)/) || atom.solid
        following.first(number).sum { |before| before.width + before.space } + @atoms.measure(atom.start, sign)
      end

      def hyphen_width(atom)
        format = @atoms.each_part(atom.start, 1).first.first.format
        format.width("-")
      end

      # A word longer than the line is cut where it is full, one character at least.
      def split(index, room)
        atom = @list[index]
        most = SPLIT
        most *= 2 while most < atom.solid && @atoms.measure(atom.start, most) <= room + HAIR
        count = (1...[most, atom.solid].min).bsearch { |length| @atoms.measure(atom.start, length) > room + HAIR } || [most, atom.solid].min
        cut(index, [count - 1, 1].max)
      end

      # Makes two atoms of one.
      def cut(index, count, soft: false)
        atom = @list[index]
        head = Atoms::Atom.new(:word, atom.start, count, count, @atoms.measure(atom.start, count), 0.0, atom.glued, soft)
        rest = atom.solid - count
        width = (rest > LONG_WORD) ? atom.width - head.width : @atoms.measure(atom.start + count, rest)
        tail = Atoms::Atom.new(:word, atom.start + count, atom.length - count, rest, width, atom.space, false, atom.soft)
        @list[index, 1] = [head, tail]
      end
    end
  end
end

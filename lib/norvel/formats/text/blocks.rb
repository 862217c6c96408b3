# frozen_string_literal: true

require_relative "joined_lines"

module Norvel
  module Formats
    module Text
      # What a row of lines without a blank one is: a heading, a list, a quotation, a table, lines that stay as they are, a paragraph.
      class Blocks
        UNDERLINES = /\A\s*(={3,}|-{3,}|~{3,}|\^{3,}|\*{3,}|_{3,})\s*\z/
        COUNT = /\d{1,3}|[a-zA-Z]|[ivx]{1,4}/
        ITEM = /\A(?<indent>\s*)(?:(?<sign>[-*+•o·–]|(?<number>#{COUNT})[.)])|\((?<other>#{COUNT})\))\s+(?=\S)/
        PARTS = /chapter|kapitel|chapitre|cap[ií]tulo|section|abschnitt|part|teil/i
        NUMBERED = /\A\s*(?:#{PARTS}\s+)?(?<number>\d{1,2}(?:\.\d{1,2}){0,4})\.?\s+(?=\S)/
        RULE = /\A\s*(?:[*_-]\s*){3,}\z/
        BORDER = /\A\s*[+|]?(?:[-=:]{2,}[+|])+[-=:]*[+|]?\s*\z/
        HEADING = 80 # letters at the most; common practice, no source
        SHORT = 60
        DEEP = 2 # columns further in than other text
        HASHED = /\A(?<signs>\#{1,6}) (?<words>\S.*?)[\s#]*\z/
        ENDS = /[.!?;:,…»”"]\z/

        # @param lines [Array<String>] @param ends [LineEnds] @param depth [Integer] how many quotations they stand in
        def initialize(lines, ends, depth = 0)
          @depth = depth
          @lines = lines
          @ends = ends
          @underlines = []
          @base = base
          @hashed = lines.filter_map { |line| line[HASHED, :signs] }
          @joining = JoinedLines.new(lines)
        end

        # @param first [Integer] @param last [Integer] lines, from 0
        # @return [Array<Reader::Unit>]
        def of(first, last)
          return [*of(first, first), *of(first + 1, last)] if first < last && @lines[first].strip.empty? # a page feed
          return boxed(first, last) if first + 1 < last && boxed?(first)
          return underlined(first, last) if first < last && underlined?(first)
          return [unit(Elements::Block.new(kind: :break), first, last)] if first == last && @ends[first].match?(RULE)
          return [hashed(first)] if first == last && @hashed.size > 1 && @lines[first].match?(HASHED)

          at = item_within(first, last)
          return [*of(first, at - 1), *of(at, last)] if at

          quoted(first, last) || table(first, last) || list(first, last) || plain(first, last)
        end

        # What the neighbours say: a short line that text follows may be its heading; items in a row are one list.
        # @param units [Array<Reader::Unit>]
        # @return [Array<Reader::Unit>]
        def settled(units)
          all = listed(fed(units))
          all.each_with_index.map { |unit, index| heading(unit, (all[index - 1] if index.positive?), all[index + 1], index) }
        end

        private

        def unit(block, first, last) = Reader::Unit.new(block: block, first: first, last: last)

        def text(words, **more) = Elements::Block.new(kind: :text, role: :body, pieces: [Elements::Piece.new(text: words)], **more)

        # How far in most lines of text begin.
        def base
          indents = @lines.each_index.reject { |index| @ends[index].empty? }.map { |index| @ends.indent(index) }
          indents.tally.max_by { |indent, count| [count, -indent] }&.first || 0
        end

        # @return [Integer, nil] where a list begins though no blank line stands before it
        def item_within(first, last)
          return if item_at?(first) || @lines[first].match?(/\A\s*[>|]/)

          at = (first + 1..last).find { |index| item_at?(index) } or return
          found = @lines[at].match(ITEM)
          signed = counted(found).nil?
          deeper = @ends.indent(at) > @ends.indent(at - 1)
          told = @ends[at - 1].end_with?(":") ? signed || deeper : signed && deeper
          at if told || (at + 1..last).any? { |index| item_at?(index) && @ends.indent(index) == @ends.indent(at) }
        end

        def item_at?(index) = @lines[index].match?(ITEM) && item?(index)

        # A line over the words and one under them.
        def boxed?(first) = @ends[first].match?(UNDERLINES) && underlined?(first + 1)

        def boxed(first, last)
          head, *rest = underlined(first + 1, last)
          [head.with(first: first), *rest]
        end

        # @return [Boolean] whether the line after one is a line under it
        def underlined?(index)
          under = @ends[index + 1].to_s
          words = @ends[index].strip
          under.match?(UNDERLINES) && !words.empty? && words.length <= HEADING * 1.2 && !words.match?(UNDERLINES) &&
            (under.strip.length - words.length).abs <= [4, words.length / 3].max
        end

        def underlined(first, last)
          sign = @ends[first + 1].strip[0]
          @underlines << sign unless @underlines.include?(sign)
          level = {"=" => 1, "-" => 2, "~" => 3}.fetch(sign) { @underlines.index(sign) + 1 }
          words = [Elements::Piece.new(text: @ends[first].strip)]
          head = unit(Elements::Block.new(kind: :heading, level: level.clamp(1, 6), pieces: words), first, first + 1)
          (first + 2 > last) ? [head] : [head, *of(first + 2, last)]
        end

        # A line to itself that begins as those who mark text up begin a heading, in a text that has several; of one level alone they may
        # be what somebody says beside a program.
        def hashed(index)
          found = @lines[index].match(HASHED)
          words = [Elements::Piece.new(text: found[:words])]
          unit(Elements::Block.new(kind: :heading, level: found[:signs].length, pieces: words, perhaps: @hashed.uniq.one?),
            index, index)
        end

        def quoted(first, last)
          return unless @depth < Reader::DEEPEST && (first..last).all? { |index| @lines[index].match?(/\A\s*>/) }

          inner = (first..last).map { |index| @lines[index].sub(/\A\s*> ?/, "") }
          blocks = Reader.new(inner.join("\n"), @depth + 1).units.map(&:block)
          [unit(Elements::Block.new(kind: :quotation, blocks: blocks), first, last)]
        end

        def table(first, last)
          rows = (first..last).map { |index| @lines[index] }
          cells = barred(rows) || tabbed(rows) or return
          heads = (rows.any? { |row| row.match?(BORDER) } && cells.size > 1) ? 1 : 0
          width = cells.map(&:size).max
          filled = cells.map { |row| (row + Array.new(width - row.size, "")).map { |words| Elements::Cell.new(blocks: in_cell(words)) } }
          [unit(Elements::Block.new(kind: :table, cells: filled, heads: heads), first, last)]
        end

        def in_cell(words) = words.empty? ? [] : [Elements::Block.new(kind: :text, pieces: [Elements::Piece.new(text: words)])]

        def barred(rows)
          written = rows.reject { |row| row.match?(BORDER) || row.match?(/\A[\s|+=-]+\z/) }
          return unless rows.size > 1 && written.any? && written.all? { |row| row.count("|") >= 1 && row.match?(/\S\s*\||\|\s*\S/) }

          cells = written.map { |row| row.strip.delete_prefix("|").delete_suffix("|").split("|", -1).map(&:strip) }
          cells if cells.map(&:size).uniq.size == 1 && cells.first.size > 1
        end

        def tabbed(rows)
          cells = rows.map { |row| row.strip.split(/\t+/, -1).map(&:strip) }
          cells if rows.size > 1 && cells.first.size > 1 && cells.map(&:size).uniq.size == 1 && rows.none? { |row| row.start_with?("\t") }
        end

        # Items one under the other, those further in within those above them.
        def list(first, last)
          return unless item_at?(first)

          starts = in_order((first..last).select { |index| item_at?(index) })
          items = starts.each_with_index.map do |index, place|
            stop = (starts[place + 1] || last + 1) - 1
            {indent: @ends.indent(index), column: @ends[index][ITEM].length, first: index, last: stop}
          end
          [unit(nested(items), first, last)]
        end

        # A number or sign that begins a line by chance, where text goes on, begins no item.
        def item?(index)
          found = @lines[index].match(ITEM)
          return false if found[:sign] == "o" && !@lines[index + 1].to_s.match?(/\A\s*o\s/)

          rest = @lines[index].sub(ITEM, "")
          return false if rest.match?(/ {2}[*|#]\s*\z/) # a box that is drawn around text

          return counted_by_capitals?(index, found) if found[0].match?(/[A-Z]/)

          !rest.match?(/\A[-=*_]+\z/) && (found[:number].nil? || !found[:number].match?(/\A[a-z]\z/) || rest.match?(/\A\p{Lu}|\A\p{Ll}/))
        end

        # A capital and a full stop may be somebody's name, unless the next letter, or the one before, counts on beside it.
        def counted_by_capitals?(index, found)
          letter = counted(found)
          other = ->(near, sign) { near.to_a.any? { |line| line.start_with?(found[:indent]) && counted(line.match(ITEM)) == sign } }
          other[@lines[index + 1, NEAR], letter.succ] || other[@lines[[index - NEAR, 0].max...index], (letter.ord - 1).chr]
        end

        # @return [String, nil] the number, or letter, of an item
        def counted(item) = item && (item[:number] || item[:other])

        NEAR = 12 # lines
        private_constant :NEAR

        # Of lines that begin with numbers those that go on with the count, or begin one: what a line begins with by chance does not.
        def in_order(lines)
          counts = {} # by form what was counted last
          lines.select do |index|
            found = @lines[index].match(ITEM)
            number = counted(found) or next true
            form = [format_of(number), found[0].strip.sub(number, "")]
            count = start(number)
            on = counts[form].nil? ? (count == 1 || index == lines.first) : count == counts[form] + 1 || count == 1
            counts[form] = count if on
            on
          end
        end

        def nested(items)
          signs, words = [:indent, :column].map { |place| items.map { |one| one[place] }.min + 1 }
          groups = items.slice_before { |one| one[:indent] <= signs || one[:column] <= words }.to_a
          made = groups.map do |item, *deeper|
            index = item[:first]
            words = @joining.words([@lines[index].sub(ITEM, ""), *@lines[index + 1..item[:last]]])
            inner = [text(words)]
            inner << nested(deeper) if deeper.any?
            Elements::Block.new(kind: :item, blocks: inner, label: @lines[index][ITEM].strip)
          end
          label = @lines[groups.first.first[:first]].match(ITEM)
          number = counted(label)
          form = (label[:sign] || label[0].strip).sub(number, "%s") if number
          Elements::Block.new(kind: :list, format: format_of(number), form: form, start: start(number), blocks: made)
        end

        def format_of(number)
          case number
          when nil then "bullet"
          when /\A\d/ then "decimal"
          when /\A[ivx]+\z/ then "lower_roman"
          when /\A[A-Z]/ then "upper_letter"
          else "lower_letter"
          end
        end

        def start(number)
          format = format_of(number)
          return 1 if format == "bullet"

          (format == "decimal") ? number.to_i : (1..STARTS).find { |count| ListLabels.write(count, format) == number } || 1
        end

        STARTS = 60 # letters and roman numbers that are counted
        private_constant :STARTS

        def plain(first, last)
          broken = @lines[first].start_with?("\f")
          set = broken ? {break_before: true} : {}
          deep = (first..last).all? { |index| @ends.indent(index) >= @base + DEEP }
          joined = @ends.joined?(first, last) && !columns?(first, last) && !centred?(first, last)
          return [unit(paragraph(first, last, deep, set), first, last)] if joined
          return [unit(kept(first, last, deep, set), first, last)] if @ends.wrapped? || deep

          (first..last).map { |index| unit(text(words(index, index), set: (index == first) ? set : {}), index, index) }
        end

        # Whether each line is set in by another measure.
        def centred?(first, last)
          indents = (first..last).map { |index| @ends.indent(index) - @base }
          indents.min >= DEEP && indents.uniq.size > 1 && indents.drop(1).any? { |indent| indent > indents.first } && indents.max > DEEP * 2
        end

        # Whether room within lines sets words under one another.
        def columns?(first, last)
          first < last && (first..last).count { |index| @ends[index].strip.match?(/\S {3,}\S/) } * 2 > last - first + 1
        end

        def words(first, last) = @joining.words((first..last).map { |index| @lines[index] })

        def paragraph(first, last, deep, set)
          block = text(words(first, last), set: set)
          return block unless deep && last > first

          Elements::Block.new(kind: :quotation, blocks: [block.with(perhaps: true)])
        end

        # Lines that end where they are meant to: verse, an address, a program.
        def kept(first, last, deep, set)
          rows = (first..last).map { |index| @ends[index] }
          least = rows.map { |row| row[/\A */].length }.min
          if columns?(first, last) || (deep && rows.any? { |row| row.strip.match?(/[{};=<>$#|\\]|\s{3,}/) })
            words = rows.map { |row| row[least..] }.join("\n").delete("\f")
            return Elements::Block.new(kind: :code, pieces: [Elements::Piece.new(text: words)], set: set)
          end

          text(rows.map(&:strip).join("\n").delete("\f"), set: set)
        end

        # What follows a page feed that has a line to itself begins the page.
        def fed(units)
          units.each_with_object([]) do |unit, made|
            feed?(made.last) ? made[-1] = unit.with(first: made.last.first, block: on_new_page(unit.block)) : made << unit
          end
        end

        def feed?(unit) = !unit.nil? && unit.block.kind == :text && unit.block.set.key?(:break_before) && unit.block.text.empty?

        def on_new_page(block)
          return block.with(set: block.set.merge(break_before: true)) if block.blocks.empty?

          block.with(blocks: [on_new_page(block.blocks.first), *block.blocks.drop(1)])
        end

        # Single items with blank lines between them are one list.
        def listed(units)
          units.each_with_object([]) do |unit, made|
            last = made.last
            if last && goes_on?(last.block, unit.block)
              made[-1] = last.with(last: unit.last, block: last.block.with(blocks: last.block.blocks + unit.block.blocks, tight: false))
            else
              made << unit
            end
          end
        end

        def goes_on?(one, other)
          return false unless one.kind == :list && other.kind == :list && one.format == other.format

          one.format == "bullet" || other.start == one.start + one.blocks.size
        end

        def heading(unit, before, after, index)
          words = single(unit) or return unit
          return unit if words.length > HEADING

          return titled(unit, words) if index.zero? && unit.block.kind == :text && !words.match?(ENDS) && followed?(after)

          level, sure = level(words, unit, before, after, index)
          return unit unless level

          piece = Elements::Piece.new(text: words)
          unit.with(block: Elements::Block.new(kind: :heading, level: level, pieces: [piece], perhaps: !sure, set: unit.block.set))
        end

        def titled(unit, words)
          unit.with(block: unit.block.with(role: :title, pieces: [Elements::Piece.new(text: words)], perhaps: true))
        end

        # @return [String, nil] the words of a block that stands on one line
        def single(unit)
          block = unit.block
          first, second = @lines[unit.first..unit.last].reject { |line| line.strip.empty? }
          return if first.nil? || second
          return block.text if block.kind == :text

          first.strip if block.kind == :list && block.blocks.size == 1 && first.match?(NUMBERED)
        end

        # @return [Array(Integer, Boolean), nil]
        def level(words, unit, before, after, index)
          number = words[NUMBERED] && words.match(NUMBERED)[:number]
          return if number.nil? && unit.block.kind == :list
          return [number.count(".") + 1, number.include?(".") || text?(after)] if number && !words.match?(ENDS) && followed?(after)
          return if words.match?(ENDS) || unit.block.kind == :list || !followed?(after)

          letters = words.scan(/\p{L}/)
          return [1, true] if letters.size > 2 && letters.none? { |letter| letter.match?(/\p{Ll}/) } && index.positive?
          alone = before.nil? || before.last < unit.first - 1 || unit.block.set[:break_before]
          [2, false] if alone && words.length <= SHORT && words.match?(/\A\s*[\p{Lu}\p{Lt}]/) && text?(after)
        end

        def followed?(after) = !after.nil? && after.block.kind != :break

        def text?(unit) = unit && unit.block.kind == :text && (unit.last > unit.first || unit.block.text.length > SHORT)
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Formats
    module Elements
      # Blocks in a row, as a manuscript has them, put into one another: items into lists, lists into items, what is quoted into
      # quotations; captions go to what they stand beside.
      class Nesting
        # A block that stands in `outer` quotations, in the `list` at a `level` (with the `label` of its item, empty below one) and there
        # in `inner` quotations.
        Entry = Value.define(:block, outer: 0, inner: 0, list: nil, level: nil, label: "") do
          def item? = !level.nil? && !label.empty?
        end

        # @param entries [Array<Entry>]
        def initialize(entries)
          @entries = entries
        end

        # @return [Array<Block>]
        def blocks = nested(@entries, -1)

        private

        def nested(entries, under)
          made = []
          until entries.empty?
            first = entries.first
            if first.level && first.level > under && first.outer.zero? && first.item?
              run = entries.take_while { |one| one.level && one.level > under && (one.outer.zero? || one.level > first.level) }
              made.concat(lists(run))
            elsif first.outer.positive?
              run = entries.take_while { |one| one.outer.positive? }
              made << Block.new(kind: :quotation, blocks: nested(run.map { |one| one.with(outer: one.outer - 1) }, under))
            else
              run = [first]
              made << first.block
            end
            entries = entries.drop(run.size)
          end
          captioned(made)
        end

        # @return [Array<Block>] one list after the other
        def lists(entries)
          lists = []
          open = nil # the entry that the open list goes by
          until entries.empty?
            first = entries.first
            rest = entries.drop(1).take_while { |one| one.level > first.level || !one.item? }
            entries = entries.drop(1 + rest.size)
            lists << list(first) unless open && same?(open, first)
            open = first
            lists[-1] = lists.last.with(blocks: lists.last.blocks + [item(first, rest)])
          end
          lists
        end

        def same?(one, other)
          return false unless one.level == other.level

          one.list.id == other.list.id || ([one, other].any? { |entry| !task(entry).nil? } && [one, other].all? { |entry| bullet?(entry) })
        end

        def bullet?(entry) = entry.list.levels[entry.level].format == "bullet"

        def list(entry)
          level = entry.list.levels[entry.level]
          task = !task(entry).nil?
          bullets = level.format == "bullet" || task
          Block.new(kind: :list, format: bullets ? "bullet" : level.format.to_s, start: bullets ? 1 : number(entry, level))
        end

        # What an item's label counts, told by the label itself.
        def number(entry, level)
          return 1 if level.format == "bullet"

          last = entry.label.scan(/[[:alnum:]]+/).last.to_s
          return last.to_i if last.match?(/\A\d+\z/)

          (1..400).find { |count| ListLabels.write(count, level.format) == last } || 1
        end

        # @return [Boolean, nil] whether a task is done, nil where an item is none
        def task(entry)
          level = entry.list.levels[entry.level]
          Builder::TASKS.key(level.text) if level.format == "bullet"
        end

        def item(first, rest)
          own = first.with(level: nil, list: nil, outer: first.inner)
          inner = rest.map { |one| (one.level == first.level) ? one.with(level: nil, list: nil, outer: one.inner) : one }
          body = nested([own, *inner], first.level)
          body.shift if body.size > 1 && bare?(body.first)
          Block.new(kind: :item, blocks: body, label: first.label, done: task(first), paragraph: nil)
        end

        # The empty line that has an item's sign, where the item begins with a list, a table or a quotation.
        def bare?(block) = block.kind == :text && block.pieces.empty? && block.paragraph.nil?

        def captioned(blocks)
          blocks.each_with_object([]) do |block, made|
            last = made.last
            if block.kind == :contents && last&.kind == :text && last.role == :contents_heading
              made[-1] = block.with(caption: last)
            elsif caption?(block) && last && %i[figure table].include?(last.kind) && last.caption.nil?
              made[-1] = last.with(caption: block)
            elsif %i[table figure].include?(block.kind) && last && caption?(last) && !made[-2]&.caption.equal?(last)
              made[-1] = block.with(caption: last, above: true)
            else
              made << block
            end
          end
        end

        def caption?(block) = block.kind == :text && block.role == :caption
      end
    end
  end
end

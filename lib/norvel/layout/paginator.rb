# frozen_string_literal: true

module Norvel
  class Layout
    # Fills pages with items. A page ends at the last item before which a break is allowed; where the
    # constraints contradict, they give way in the order of GIVES_WAY.
    class Paginator
      # Reasons of a page turn, outermost first.
      ORDER = %i[part recto manual break_before keep_with_next keep_together table_row image note widow orphan overflow full end].freeze
      GIVES_WAY = %i[keep_with_next keep_together widow orphan].freeze
      HAIR = 0.01 # points
      NOTE_GAP = 9.0 # points: the rule above the notes and its room

      # One page's worth: items `from...to`, why it ends, what is left empty, the notes at its foot.
      Leaf = Struct.new(:from, :to, :reason, :empty, :notes, :gave_way, keyword_init: true)

      # @param items [Array<Item>]
      # @param room [Proc] page index in this part to the height for text, points
      # @param note_height [Proc] note reference to its height, points
      def initialize(items, room:, note_height:)
        @items = items
        @room = room
        @note_height = note_height
      end

      # @return [Array<Leaf>]
      def leaves
        leaves = []
        start = 0
        while start < @items.size
          leaf = fill(start, @room.call(leaves.size))
          leaves << leaf
          start = leaf.to
        end
        leaves
      end

      private

      def fill(start, room)
        y = heads_height(start)
        notes = 0.0
        index = start
        last_y = 0.0
        while (item = @items[index])
          return leaf(start, index, item.forced, room, y + notes) if index > start && item.forced

          needed = ((index == start) ? top_space(item, start) : item.gap) + item.height
          more_notes = notes + notes_height(item, notes)
          if y + needed + more_notes > room + HAIR
            return overfull(start, index, room, y + needed + notes <= room + HAIR) if index > start

            # A single thing that is larger than the page stands alone.
            return leaf(start, index + 1, (index + 1 == @items.size) ? :end : :overflow, room, y + needed + more_notes, [:overflow])
          end
          y += needed
          notes = more_notes
          last_y = y + notes
          index += 1
        end
        leaf(start, index, :end, room, last_y)
      end

      # Space before is dropped at the top of a page, except after a forced break.
      def top_space(item, start) = (start.zero? || item.forced) ? item.before : 0.0

      def heads_height(start) = @items[start].row ? @items[start].row.heads.sum(&:height) : 0.0

      def notes_height(item, so_far)
        return 0.0 unless item.notes

        (so_far.zero? ? NOTE_GAP : 0.0) + item.notes.sum { |note| @note_height.call(note) }
      end

      def overfull(start, index, room, only_notes)
        at, gave_way = break_point(start, index)
        reason = if at == index then plain_reason(@items[index], only_notes)
        elsif gave_way then :overflow
        else (at + 1..index).filter_map { |place| @items[place].keep }.min_by { |keep| ORDER.index(keep) }
        end
        reason = :overflow if gave_way && at == index
        leaf(start, at, reason, room, nil, gave_way && [gave_way])
      end

      # @return [Array(Integer, Symbol)] the item the next page begins with, and the constraint that gave way
      def break_point(start, index)
        allowed = [nil]
        ([nil] + GIVES_WAY).each do |more|
          allowed << more
          at = index.downto(start + 1).find { |place| allowed.include?(@items[place].keep) }
          return [at, more] if at
        end
        [index, nil]
      end

      def plain_reason(item, only_notes)
        if item.row then :table_row
        elsif only_notes then :note
        elsif item.setting && boxed?(item) then :image
        else :full
        end
      end

      def boxed?(item) = item.setting.text[item.line.start...item.line.end].include?(Manuscript::INSET_MARK) && item.height > 40

      def leaf(start, finish, reason, room, used, gave_way = nil)
        used ||= used_height(start, finish)
        Leaf.new(from: start, to: finish, reason: reason, empty: [room - used, 0.0].max, notes: @items[start...finish].flat_map { |item| item.notes || [] }, gave_way: gave_way)
      end

      def used_height(start, finish)
        notes = 0.0
        (start...finish).sum(heads_height(start)) do |index|
          item = @items[index]
          more = notes_height(item, notes)
          notes += more
          item.height + more + ((index == start) ? top_space(item, start) : item.gap)
        end
      end
    end
  end
end

# frozen_string_literal: true

require_relative "note_area"

module Norvel
  class Layout
    # Fills one column with items. It ends at the last item before which a break is allowed; where the constraints contradict, they give
    # way in the order of GIVES_WAY. A row that does not fit is split, a note that does not fit goes on in the next column.
    class ColumnFill
      # Reasons of a page turn, outermost first.
      ORDER = %i[part recto column manual break_before keep_with_next keep_together table_row image note widow orphan overflow full
        end].freeze
      GIVES_WAY = %i[keep_with_next keep_together widow orphan].freeze
      HAIR = 0.01 # points
      TALL = 40 # points: lines with a picture of this height are moved for its sake

      # One column's worth: items `from...to`, why it ends, the space above its first item, what it uses and leaves empty, the notes at its
      # foot, those that go on in the next column, whether a constraint gave way, and whether nothing is left for another column.
      Leaf = Struct.new(:from, :to, :reason, :lead, :used, :empty, :notes, :carried, :gave_way, :ended) do
        # @param by [Integer] how many items further on @param last [Integer] how many there are
        # @return [Leaf] the same of other items that come out alike
        def moved(by, last:) = dup.tap { |copy| copy.from, copy.to, copy.ended = from + by, to + by, to + by >= last }
      end

      attr_reader :items

      # @return [Integer, nil] the last item that was looked at for the column; nil where that cannot be said
      attr_reader :reach

      # @param items [Array<Item>] rows that are split are replaced in it
      # @param note [Proc] note reference to its entries at the foot
      # @param lead [Float] points above the notes
      def initialize(items, note:, lead: NoteArea::LEAD)
        @items = items
        @note = note
        @note_lead = lead
      end

      # @param start [Integer] the first item @param room [Float] height for text and notes, points
      # @param carried [Array<NoteArea::Entry>] from the column before
      # @param lead [Symbol] which space its first item has above it: :before where a part begins, :gap where something stands above it
      #   on the page, :none at the top of a page
      # @param top [Boolean] whether nothing stands above it: then what is too large for the room is not put off
      # @return [Leaf]
      def fill(start, room, carried: [], lead: :before, top: true)
        @start, @room, @lead, @top = start, room, lead, top
        @reach = nil
        @carried, rest = NoteArea.new(carried, lead: @note_lead).fit(room)
        return leaf(start, :note, carried: rest) if rest.any? && @carried.entries.any?
        return leaf(start, :end) unless @items[start]

        y = heads_height + first_space
        notes = @carried
        most = room + HAIR - notes.height
        index = start
        while (item = @items[index])
          if index > start
            return leaf(@reach = index, item.forced) if item.forced

            y += item.gap
          end
          below = y + item.height
          if item.notes
            more = notes + entries(item)
            most = room + HAIR - more.height
          end
          if below > most
            @reach = index unless item.notes || item.row
            return overfull(index, y, notes, below)
          end

          y = below
          notes = more if item.notes
          index += 1
        end
        leaf(index, :end)
      end

      private

      # The space above its first item.
      def first_space
        item = @items[@start]
        case @lead
        when :gap then item.gap
        when :before then item.before
        else item.forced ? item.before : 0.0
        end
      end

      def heads_height = @items[@start].row ? @items[@start].row.heads.sum(&:height) : 0.0

      def entries(item) = item.notes ? item.notes.flat_map { |ref| @note.call(ref) } : NONE

      NONE = [].freeze

      # The item at `index` does not fit.
      def overfull(index, y, notes, below)
        split_note(index, y, notes) || split_row(index, y, notes) || ended_before(index, y, notes, below)
      end

      # Its line fits, with those that may not be parted from it, its note only in part.
      def split_note(index, y, notes)
        return if entries(@items[index]).empty?

        last = together(index) or return
        below = y + @items[index].height + ((index + 1)..last).sum { |place| @items[place].gap + @items[place].height }
        fitted, rest = (notes + (index..last).flat_map { |place| entries(@items[place]) }).fit(@room - below)
        return if below + fitted.height > @room + HAIR || fitted.entries.size <= notes.entries.size || rest.empty?

        leaf(last + 1, :note, notes: fitted, carried: rest)
      end

      # @return [Integer, nil] the first item from there on after which the column may end; nil where it is none of the same paragraph
      def together(index)
        paragraph = @items[index].paragraph
        (index...@items.size).take_while { |place| @items[place].paragraph.equal?(paragraph) }.find { |place| may_end_after?(place) }
      end

      def may_end_after?(index) = @items[index + 1].nil? || @items[index + 1].forced || @items[index + 1].keep.nil?

      def split_row(index, y, notes)
        row = @items[index].row or return
        alone = index == @start && @carried.empty? && @top
        head, rest = row.fit(@room - y - notes.height) || (row.fit(@room - y - notes.height, anyway: true) if alone)
        return unless head

        item = @items[index]
        above = head.notes || NONE
        below = (item.notes || NONE) - above
        @items[index, 1] = [item.with_row(head, above), item.with_row(rest, below).tap { |copy| copy.keep = copy.forced = nil }]
        gave_way = alone && !row.splits
        leaf(index + 1, gave_way ? :overflow : :table_row, gave_way: gave_way)
      end

      def ended_before(index, y, notes, below)
        if index == @start
          return leaf(index, @carried.empty? ? plain_reason(@items[index], false) : :note) unless @carried.empty? && @top

          # A single thing that is larger than the column stands alone.
          return leaf(index + 1, (index + 1 == @items.size) ? :end : :overflow, used: [below, @room].max, gave_way: true)
        end
        at, gave_way = break_point(index)
        known = (at == index) ? {notes: notes, used: y} : {}
        leaf(at, reason(at, index, gave_way, below + notes.height <= @room + HAIR), gave_way: !gave_way.nil?, **known)
      end

      def reason(at, index, gave_way, only_notes)
        return :overflow if gave_way
        return plain_reason(@items[index], only_notes) if at == index

        [*(at + 1..index).filter_map { |place| @items[place].keep }, (:note if only_notes)].compact.min_by { |keep| ORDER.index(keep) }
      end

      # @return [Array(Integer, Symbol)] the item the next column begins with, and the constraint that gave way
      def break_point(index)
        allowed = [nil]
        ([nil] + GIVES_WAY).each do |more|
          allowed << more
          at = index.downto(@start + 1).find { |place| allowed.include?(@items[place].keep) }
          return [at, more] if at
          return [@start, nil] unless @top
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

      def boxed?(item) = item.setting.text[item.line.start...item.line.end].include?(Manuscript::INSET_MARK) && item.height > TALL

      def noted(finish)
        with = (@start...finish).select { |index| @items[index].notes }
        with.empty? ? NONE : with.flat_map { |index| entries(@items[index]) }
      end

      # From the first item on, the space above it left out.
      def heights(finish)
        sum = @items[@start].height
        index = @start + 1
        while index < finish
          item = @items[index]
          sum += item.gap + item.height
          index += 1
        end
        sum
      end

      def leaf(finish, reason, notes: nil, carried: NONE, used: nil, gave_way: false)
        notes ||= @carried + noted(finish)
        used ||= (finish > @start) ? heads_height + first_space + heights(finish) : 0.0
        lead = (finish > @start) ? first_space : 0.0
        Leaf.new(@start, finish, reason, lead, used, [@room - used - notes.height, 0.0].max, notes, carried, gave_way,
          finish >= @items.size && carried.empty?)
      end
    end
  end
end

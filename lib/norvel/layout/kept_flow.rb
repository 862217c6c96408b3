# frozen_string_literal: true

module Norvel
  class Layout
    # What a row of blocks came to in one layout, so that the next one makes anew only what can differ: the items of blocks that come out
    # as they did, and the pages that hold nothing else. It is kept where nothing floats, is framed, run in or dropped.
    class KeptFlow
      # A page that was filled from one of its items on: how, and the last item that was looked at for it.
      Filled = Struct.new(:leaf, :room, :lead, :reach)

      # Items `from...to` are those that stood so many places further on, or back, before.
      Taken = Struct.new(:from, :to, :shift)

      attr_reader :blocks, :items, :apart

      # @param blocks [Array<Manuscript::Paragraph, Manuscript::Table>] @param width [Float] @param after [Float, nil]
      # @param labels [Hash] @param note_labels [Hash] of the layout
      def initialize(blocks, width, after, labels, note_labels)
        @blocks, @width, @after, @labels, @note_labels = blocks, width, after, labels, note_labels
        @begins, @lasts, @breaks = [], [], []
        @taken, @filled = [], {}
      end

      # @return [Boolean] whether it can be taken over
      def plain? = @plain

      # @return [Boolean] whether it is of a row of so many blocks, set as that is
      def of?(blocks, width, after, labels, note_labels)
        width == @width && after == @after && blocks.size == @blocks.size && labels == @labels && note_labels == @note_labels
      end

      # A block begins: where its items will, and what the flow knows of those before it.
      # @param last [Array, nil] the block before with its format @param forced [Symbol, nil] what that forces behind it
      # @return [void]
      def begins(place, last, forced)
        @begins << place
        @lasts << last
        @breaks << forced
      end

      # @param items [Array<Item>] all of them @param last [Array, nil] @param forced [Symbol, nil] as of `begins`
      # @param apart [Boolean] whether one may be no plain text @param plain [Boolean] whether it can be taken over
      # @return [void]
      def ends(items, last, forced, apart:, plain:)
        begins(items.size, last, forced)
        @items = items.dup # rows that are split are replaced in the other
        @apart, @plain = apart, plain
      end

      # @param old [KeptFlow] of which blocks `from...to` are taken over @param place [Integer] where their items come to stand
      # @return [Array(Array<Item>, Array, Symbol)] the items, and what the flow knows after them
      def take(old, from, to, place)
        first, last = old.begin_of(from), old.begin_of(to)
        shift = place - first
        (from...to).each { |index| begins(old.begin_of(index) + shift, *old.state_at(index)) }
        @taken << Taken.new(place, place + last - first, shift)
        [old.items[first...last], *old.state_at(to)]
      end

      def begin_of(block) = @begins[block]

      def state_at(block) = [@lasts[block], @breaks[block]]

      # @param start [Integer] the item that a page begins with @param leaf [ColumnFill::Leaf] how it was filled
      # @param room [Float] @param lead [Symbol] that it was filled with @param reach [Integer] the last item that was looked at
      # @return [void]
      def keep_page(start, leaf, room, lead, reach) = @filled[start] = Filled.new(leaf, room, lead, reach)

      # @param start [Integer] an item @param old [KeptFlow] what was taken over from
      # @return [ColumnFill::Leaf, nil] the page that begins there, where it holds nothing that can differ
      def page(start, old, room, lead)
        taken = @taken.bsearch { |one| one.to > start }
        return unless taken && taken.from <= start

        filled = old.page_from(start - taken.shift)
        return unless filled && filled.room == room && filled.lead == lead && filled.reach + taken.shift < taken.to

        keep_page(start, filled.leaf.moved(taken.shift, last: @items.size), room, lead, filled.reach + taken.shift)
        @filled[start].leaf
      end

      # @return [Filled, nil]
      def page_from(start) = @filled[start]
    end
  end
end

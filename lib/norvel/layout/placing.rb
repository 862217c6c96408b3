# frozen_string_literal: true

module Norvel
  class Layout
    # Puts items on a page at their places, while it is not looked at yet.
    class Placing
      # @param page [Page] @param column [Integer]
      def initialize(page, column = 0)
        @page = page
        @column = column
      end

      # @param items [Array<Item>] @param leaf [ColumnFill::Leaf] @param x [Float] @param y [Float] points, the column's left upper corner
      # @return [void]
      def items(items, leaf, x, y)
        return if leaf.to == leaf.from

        items[leaf.from].row&.heads&.each { |head| y = row(head, x, y) }
        pile(items, leaf.from, leaf.to, x, y) { |index, item| (index == leaf.from) ? leaf.lead : item.gap }
      end

      # @param entries [Array<NoteArea::Entry>]
      # @return [void]
      def entries(entries, x, y)
        leads = entries.each_with_index.map { |entry, index| index.zero? ? 0.0 : entry.lead }
        stack(entries.map(&:item), leads, x, y, area: :note)
      end

      # @param items [Array<Item>] @param leads [Array<Float>] the space above each
      # @param area [Symbol, nil] nil: each item's own
      # @return [Float] the y below them
      def stack(items, leads, x, y, area: nil)
        pile(items, 0, items.size, x, y, area) { |index, _| leads[index] }
      end

      # Text that does not stand at the top of its page (ISO/IEC 29500-1 §17.6.23).
      # @param vertical [Symbol] :top, :center, :bottom or :both @param rest [Float] points left empty
      # @return [void]
      def shift(vertical, rest)
        by = {center: rest / 2, bottom: rest}[vertical]
        return if by.nil? || by <= 0

        @page[:placed].each { |placed| placed.sink(by) }
        @page[:floats].each { |float| float.y += by }
        @page[:rules].map! { |rule| rule.moved(0.0, by) }
        @page[:frames].map! { |frame| frame.moved(0.0, by) }
        @page[:fills].map! { |fill| fill.moved(0.0, by) }
      end

      private

      # @yieldparam index [Integer] @yieldparam item [Item] @yieldreturn [Float] the space above it
      def pile(items, from, to, x, y, area = nil)
        framed = nil
        index = from
        while index < to
          item = items[index]
          y += yield(index, item)
          (framed ||= []) << [item, y] if item.frame
          if item.row then y = row(item.row, x, y)
          else
            line(item, area || item.area, x, y)
            y += item.height
          end
          index += 1
        end
        @page[:frames].concat(Frames.place(framed).map { |frame| frame.moved(x, 0.0) }) if framed
        y
      end

      def line(item, area, x, y)
        @page[:floats].concat(Floating.place(item, @page, x, y)) if item.floats
        y += item.lead.to_f + item.push.to_f
        @page[:placed] << Placed.new(area, *item.run_in, x, y, @column) if item.run_in
        @page[:placed] << Placed.new(area, item.paragraph, item.setting, item.line, x, y, @column)
      end

      def row(row, x, y)
        row.lines.each do |paragraph, setting, line, inner_x, inner_y, cut|
          @page[:placed] << Placed.new(:cell, paragraph, setting, line, x + inner_x, y + inner_y, @column, cut && (y + cut))
        end
        row.floats.each { |item, inner_x, inner_y| @page[:floats].concat(Floating.place(item, @page, x + inner_x, y + inner_y)) }
        row.frames.each { |frame| @page[:frames] << frame.moved(x, y) }
        row.rules.each { |rule| @page[:rules] << rule.moved(x, y) }
        row.fills.each { |fill| @page[:fills] << fill.moved(x, y) }
        y + row.height
      end
    end
  end
end

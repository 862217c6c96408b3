# frozen_string_literal: true

module Norvel
  class Layout
    # Lines around paragraphs and the shading behind them (ISO/IEC 29500-1 §17.3.1.24, §17.3.1.31). Neighbours with the same
    # frame and the same indents stand in one.
    class Frames
      # One side of a frame; `space` is the distance from the text. Points.
      Side = Value.define(:width, :space, style: "single", color: "auto") do
        # @return [Float] the room it takes beside the text
        def room = space + width * ((style == "double") ? 3 : 1)
      end

      # A frame: `sides` by :top, :bottom, :left, :right and :between, `shading` a colour or "none"; `left` and `right` are the
      # text's edges, points from the column's left edge.
      Frame = Value.define(:sides, :shading, :left, :right)

      # A frame at its place, points; `top` and `bottom` say whether it begins and ends there, `between` where lines stand
      # between its paragraphs.
      Placed = Struct.new(:frame, :x1, :y1, :x2, :y2, :top, :bottom, :between, keyword_init: true) do
        # @return [Placed] the same, elsewhere
        def moved(x, y) = self.class.new(**to_h, x1: x1 + x, x2: x2 + x, y1: y1 + y, y2: y2 + y, between: between.map { |at| at + y })

        # @return [Placed, nil] what of it stands above a y
        def above(y)
          return self if y2 <= y

          self.class.new(**to_h, y2: y, bottom: false, between: between.select { |at| at <= y }) if y1 < y
        end
      end

      # @param format [ParagraphFormat] @param width [Float] of the column, points
      # @return [Frame, nil]
      def self.frame(format, width)
        return if format.borders.empty? && format.shading == "none"

        Frame.new(sides: format.borders, shading: format.shading, left: format.start + [format.first, 0.0].min, right: width - format.end)
      end

      # Gives the items of each frame the room of its lines.
      # @param items [Array<Item>] of one column
      # @return [void]
      def self.make_room(items)
        items.chunk_while { |one, other| one.frame && one.frame == other.frame && !other.forced }.each do |group|
          frame = group.first.frame or next
          sides = frame.sides
          group.first.open = true
          group.last.shut = true
          widen(group.first, :lead, sides[:top])
          widen(group.last, :trail, sides[:bottom])
          next unless sides[:between]

          group.each_cons(2) { |one, other| widen(other, :lead, sides[:between]) unless one.paragraph.equal?(other.paragraph) }
        end
      end

      def self.widen(item, edge, side)
        return unless side

        item[edge] += side.room
        item.height += side.room
      end
      private_class_method :widen

      # @param placed [Array<Array(Item, Float)>] items of a page or cell in order, with the top of each
      # @return [Array<Placed>] x from the column's left edge
      def self.place(placed)
        framed = placed.chunk_while { |(one, _), (other, _)| one.frame && one.frame == other.frame && !other.open }
        framed.filter_map do |group|
          (first, top), (last, below) = group.first, group.last
          first.frame && around(first.frame, first, last, top, below + last.height, between(group))
        end
      end

      def self.between(group)
        group.each_cons(2).filter_map { |(one, _), (other, y)| y if other.lead.positive? && !one.paragraph.equal?(other.paragraph) }
      end

      def self.around(frame, first, last, top, bottom, between)
        left, right = frame.sides.values_at(:left, :right)
        Placed.new(frame: frame, x1: frame.left - (left&.room || 0.0), x2: frame.right + (right&.room || 0.0), y1: top, y2: bottom,
          top: first.open, bottom: last.shut, between: between)
      end
      private_class_method :between, :around
    end
  end
end

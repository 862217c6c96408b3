# frozen_string_literal: true

module Norvel
  module Properties
    # A tab stop: its position from the start margin (EMU), how text stands at it
    # (:start, :center, :end, :decimal, :clear) and what fills the gap (:none, :dot, :hyphen, :underscore).
    TabStop = Value.define(:position, align: :start, leader: :none) do
      # @return [String] "5 cm end with dots"
      def to_s
        [Lengths.show(position, "cm"), (align unless align == :start), ("with #{leader} leader" unless leader == :none)].compact.join(" ")
      end
    end
  end
end

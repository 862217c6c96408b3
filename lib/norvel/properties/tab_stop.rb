# frozen_string_literal: true

module Norvel
  module Properties
    # A tab stop: its position from the start margin (EMU), how text stands at it
    # (:start, :center, :end, :decimal, :clear) and what fills the gap (:none, :dot, :hyphen, :underscore).
    TabStop = Value.define(:position, align: :start, leader: :none) do
      # @param written [String] "5 cm", "10 cm end with dot leader"
      # @return [TabStop]
      # @raise [Error]
      def self.parse(written)
        position, align, leader = written.strip.match(/\A(.+?)(?:\s+(start|center|end|decimal|clear))?(?:\s+with\s+(dot|hyphen|underscore)(?:s|\s+leader)?)?\z/)&.captures
        raise Error, "A tab stop needs a place." unless position

        new(position: Lengths.parse(position, default_unit: "cm"), align: (align || "start").to_sym, leader: (leader || "none").to_sym)
      end

      # @return [String] "5 cm end with dots"
      def to_s
        [Lengths.show(position, "cm"), (align unless align == :start), ("with #{leader} leader" unless leader == :none)].compact.join(" ")
      end
    end
  end
end

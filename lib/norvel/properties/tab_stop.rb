# frozen_string_literal: true

module Norvel
  module Properties
    # A tab stop: its position from the start margin (EMU), how text stands at it
    # (:start, :center, :end, :decimal; :bar is an upright line instead, :clear none) and what fills the gap (:none, :dot, :hyphen,
    # :underscore).
    TabStop = Value.define(:position, align: :start, leader: :none) do
      # @param written [String] "5 cm", "10 cm end with dot leader"
      # @return [TabStop]
      # @raise [Error]
      def self.parse(written)
        position, align, leader = written.split.join(" ").match(self::WRITTEN)&.captures
        raise Error, "A tab stop needs a place." unless position

        new(position: Lengths.parse(position, default_unit: "cm"), align: (align || "start").to_sym, leader: (leader || "none").to_sym)
      end

      # Tab stops add up: each is inherited by itself, and a cleared one takes that of its place away (ISO/IEC 29500-1 §17.3.1.38).
      # @param under [Array<TabStop>] as inherited @param own [Array<TabStop>] @return [Array<TabStop>]
      def self.stack(under, own) = (under.reject { |tab| own.any? { |other| other.position == tab.position } } + own).sort_by(&:position)

      # @return [Array<TabStop>] the stops that there are
      def self.seen(tabs) = tabs.reject { |tab| tab.align == :clear }

      # @param wanted [Array<TabStop>] @param under [Array<TabStop>] as inherited
      # @return [Array<TabStop>] what has to be said so that just the wanted ones are there
      def self.only(wanted, under)
        extra = under.reject { |tab| wanted.any? { |other| other.position == tab.position } }
        (wanted + extra.map { |tab| new(position: tab.position, align: :clear) }).sort_by(&:position)
      end

      # @param other [TabStop] @param tolerance [Integer] EMU between their places
      def same?(other, tolerance) = with(position: 0) == other.with(position: 0) && (position - other.position).abs <= tolerance

      # @return [String] "5 cm end with dots"
      def to_s(unit = "cm")
        [Lengths.show(position, unit), (align unless align == :start), ("with #{leader} leader" unless leader == :none)].compact.join(" ")
      end
    end
    # blanks are one space
    TabStop::WRITTEN = /\A(\S++(?: \S++)*?)(?: (start|center|end|decimal|bar|clear))?(?: with (dot|hyphen|underscore)(?:s| leader)?)?\z/
  end
end

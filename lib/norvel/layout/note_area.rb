# frozen_string_literal: true

module Norvel
  class Layout
    # Notes at the foot of a column: lines with the room above each, under a rule. What does not fit goes on in the next column.
    class NoteArea
      # A line of a note with the space above it, points; none above the first of all.
      Entry = Struct.new(:item, :lead)
      LEAD = 9.0 # points: the rule above the notes and its room, where the file has no separator of its own

      attr_reader :entries, :lead

      # @param entries [Array<Entry>] @param lead [Float] points of the rule above them and its room
      def initialize(entries = [], lead: LEAD)
        @entries = entries
        @lead = lead
      end

      # @param items [Array<Item>] of one note
      # @return [Array<Entry>]
      def self.entries(items) = items.each_with_index.map { |item, index| Entry.new(item, index.zero? ? item.before : item.gap) }

      def empty? = entries.empty?

      # @return [Float] points, with the rule
      def height = empty? ? 0.0 : @lead + text_height

      # @return [Float] points, without the rule
      def text_height = @text_height ||= entries.each_with_index.sum { |entry, index| entry.item.height + (index.zero? ? 0.0 : entry.lead) }

      # @param more [Array<Entry>]
      # @return [NoteArea]
      def +(other) = other.empty? ? self : self.class.new(entries + other, lead: @lead)

      # How much of it fits in a height, one line at least, and what is left.
      # @param room [Float] points
      # @return [Array(NoteArea, Array<Entry>)]
      def fit(room)
        return [self, []] if height <= room + 0.01

        used = @lead
        most = entries.each_with_index.take_while do |entry, index|
          (used += entry.item.height + (index.zero? ? 0.0 : entry.lead)) <= room + 0.01
        end.size
        count = most.downto(1).find { |place| entries[place].item.keep.nil? } || [most, 1].max
        [self.class.new(entries.first(count), lead: @lead), entries.drop(count)]
      end
    end
  end
end

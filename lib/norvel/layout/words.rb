# frozen_string_literal: true

module Norvel
  class Layout
    # What line breaking asks of a word, worked out once a word: where a line may break inside, and the classes of its two ends, which
    # decide what holds across the spaces beside it. A text has few different words.
    class Words
      # `cuts` are offsets in the word; `first` and `last` classes of UAX #14.
      Word = Struct.new(:cuts, :first, :last)
      KEPT = 50_000
      LONGEST_KEPT = 200 # code points

      def initialize
        @known = {}
      end

      # @param text [String] without spaces, tabs and breaks
      # @return [Word]
      def [](text)
        @known[text] || begin
          word = look(text)
          return word if text.length > LONGEST_KEPT

          @known.clear if @known.size >= KEPT
          @known[text] = word
        end
      end

      # @param before [Symbol] the class at the end of a word @param after [Symbol] the class at the start of the next
      # @return [Boolean] whether the two stay in one line though spaces stand between (LB8, LB11, LB13 to LB17)
      def self.held_over_space?(before, after) = HELD_OVER_SPACE.dig(before, after) || false

      # @return [Boolean] whether the two stay in one line where nothing stands between
      def self.held?(before, after) = HELD.dig(before, after) || false

      NAMES = %i[AL B2 BA BB CB CE CL CM CP EB EM EX GL H2 H3 HL HY ID IN IS IX JL JT JV NS NU OE OP PO PR QU RI SY WJ ZW].freeze
      HELD, HELD_OVER_SPACE = [[], [:SP]].map do |between|
        NAMES.to_h { |before| [before, NAMES.to_h { |after| [after, LineBreaking.held?([before, *between], after)] }] }.freeze
      end

      NONE = [].freeze

      private

      def look(text)
        cuts, first, last = LineBreaking.look(text)
        Word.new(cuts.empty? ? NONE : cuts, first, last).freeze
      end
    end
  end
end

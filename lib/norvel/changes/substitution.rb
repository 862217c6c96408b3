# frozen_string_literal: true

module Norvel
  module Changes
    # Puts a property in the place of what was typed to get its effect: white space, empty paragraphs, labels. Not a word is lost
    # or altered: the words of each paragraph, its number or bullet counted in, are the same before and after.
    class Substitution < Operation
      def call(manuscript) = (@outcome = [manuscript, super]).last

      private

      def same_words?(before, after) = (before.blocks.equal?(after.blocks) && before.notes.equal?(after.notes)) || ListLabels.same_words?(before, after)

      # What it comes to, worked out once for the same manuscript.
      def outcome(manuscript)
        @outcome = [manuscript, carry_out(manuscript)] unless @outcome && @outcome[0].equal?(manuscript)
        @outcome[1]
      end

      # @param length [Integer] code points at its beginning
      def without_start(paragraph, length) = paragraph.replaced(0, length)
    end
  end
end

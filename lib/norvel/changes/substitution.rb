# frozen_string_literal: true

module Norvel
  module Changes
    # Puts a property in the place of what was typed to get its effect: white space, empty paragraphs, labels. Not a word is lost
    # or altered: the words of each paragraph, its number or bullet counted in, are the same before and after.
    class Substitution < Operation
      private

      def same_words?(before, after) = before.equal?(after) || ListLabels.same_words?(before, after)

      # @param length [Integer] code points at its beginning
      def without_start(paragraph, length) = paragraph.replaced(0, length)
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Changes
    # Puts a property in the place of what was typed to get its effect: white space, empty paragraphs, labels. Not a word is lost
    # or altered: the words of each paragraph, its number or bullet counted in, are the same before and after.
    class Substitution < Operation
      def call(manuscript) = (@outcome = [manuscript, super]).last

      private

      # Paragraph by paragraph where none came or went, which is quick; otherwise word by word.
      def same_words?(before, after)
        return true if before.blocks.equal?(after.blocks) && before.notes.equal?(after.notes)

        old, new = [before, after].map { |manuscript| manuscript.paragraphs + manuscript.note_paragraphs }
        return ListLabels.words(before) == ListLabels.words(after) unless old.map(&:id) == new.map(&:id)

        labels = [before, after].map { |manuscript| ListLabels.for(manuscript, Cascade.new(manuscript)) }
        old.zip(new).all? { |was, now| (was.text == now.text && labels[0][was.id] == labels[1][now.id]) || ListLabels.words_of(was, labels[0]) == ListLabels.words_of(now, labels[1]) }
      end

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

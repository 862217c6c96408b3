# frozen_string_literal: true

module Norvel
  module Changes
    # Gives the chosen paragraphs a style so that they look like it: what they have by hand goes, italics and bold inside sentences become
    # character styles. With "keep" it stays. Either is told.
    class GiveStyle < Operation
      takes style: :style, paragraphs: :paragraphs, keep: :switch

      NAMED = 4 # kinds of what went, in the sentence

      def carry_out(manuscript)
        after = ApplyStyle.new(parameters.slice("style", "paragraphs")).carry_out(manuscript)
        parameters["keep"] ? after : RemoveDirectFormatting.new("paragraphs" => parameters["paragraphs"]).carry_out(after)
      end

      def told(before, _after)
        given = ApplyStyle.new(parameters.slice("style", "paragraphs")).sentence(before)
        hand = by_hand(before)
        return given if hand.empty?

        said = "#{hand.first(NAMED).join(", ")}#{" …" if hand.size > NAMED}"
        what = parameters["keep"] ? "what is by hand stays" : "what was by hand went"
        "#{given.delete_suffix(".")}; #{what}: #{said.delete_suffix(".")}."
      end

      private

      # @return [Array<String>] what the chosen paragraphs have by hand, the commonest first
      def by_hand(manuscript)
        said = ->(paragraph) { DirectFormatting.objectionable(paragraph).map { |name, value, _| Properties::Words.of(name, value) }.uniq }
        chosen(manuscript).flat_map(&said).tally.sort_by { |_, count| -count }.map(&:first)
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Changes
    # Several changes as one step of the ledger: "title" is its sentence, "changes" are pairs of an
    # operation's name and its parameters.
    class Series < Operation
      takes_besides title: :words, changes: :changes

      # A change and what goes with it, as one step.
      # @param operation [Operation] @param said [String] what is added to its sentence @param more [Array] pairs as in "changes"
      # @return [Series]
      def self.extending(operation, manuscript, said, more)
        title = operation.sentence(manuscript).sub(/\.\z/, "; #{said}.")
        new("title" => title, "changes" => [[operation.class.operation_name, operation.parameters], *more])
      end

      def carry_out(manuscript)
        parameters.fetch("changes").reduce(manuscript) { |now, (name, details)| Changes.build(name, details).call(now) }
      end

      def alters_text? = parameters.fetch("changes").any? { |name, details| Changes.build(name, details).alters_text? }

      def sentence(_manuscript) = parameters["title"]

      private

      # Each change saw to it by itself.
      def same_words?(_before, _after) = true
    end
  end
end

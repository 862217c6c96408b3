# frozen_string_literal: true

module Norvel
  module Changes
    # Several changes as one step of the ledger: "title" is its sentence, "changes" are pairs of an
    # operation's name and its parameters.
    class Series < Operation
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

# frozen_string_literal: true

require "delegate"

module Norvel
  class Layout
    # A long text with letters beyond ASCII, of which a stretch is found without counting from its beginning.
    class LongText < SimpleDelegator
      LONG = 10_000 # code points

      # @param text [String]
      # @return [String, LongText]
      def self.of(text) = (text.length > LONG && !text.ascii_only?) ? new(text) : text

      def initialize(text)
        super
        @wide = text.encode(Encoding::UTF_32LE)
      end

      # @param at [Integer, Range] @return [String, nil]
      def [](at, count = nil) = (count ? @wide[at, count] : @wide[at])&.encode(Encoding::UTF_8)
    end
  end
end

# frozen_string_literal: true

require "text/hyphen"

module Norvel
  class Layout
    # How the words of a paragraph are divided: `languages` says from which offset on which Hyphenation does it (nil: none), `most` how many
    # lines in a row may end so (nil: any number), `zone` from how many empty points on, `capitals` whether words in capitals are too.
    Dividing = Value.define(languages: [], most: nil, zone: 0.0, capitals: false) do
      # @param word [String] letters @param offset [Integer] where it stands
      # @return [Array<Integer>] where it may be divided
      def points(word, offset)
        return [] if !capitals && word == word.upcase

        languages.reverse_each.find { |start, _| start <= offset }&.last&.points(word) || []
      end
    end

    # Where words may be divided at a line's end: Liang's method with the patterns of each language.
    #
    #   Hyphenation.for("en-GB").points("ferries")   # offsets in the word, ascending
    class Hyphenation
      PATTERNS = {"en-us" => "en_us", "en" => "en_uk", "de" => "de1", "fr" => "fr", "es" => "es", "it" => "it", "nl" => "nl", "pt" => "pt",
                  "sv" => "sv", "da" => "da",
                  "fi" => "fi", "pl" => "pl", "cs" => "cs", "nb" => "no2", "nn" => "no2", "ca" => "ca", "hu" => "hu2"}.freeze
      LEAST = 5 # letters of a word that is divided
      MOST = 80 # longer ones are none of a language
      BEFORE = 2 # letters kept before a division
      AFTER = 3 # letters kept after it
      KEPT = 20_000 # words remembered

      # @param language [String, nil] "en-GB"
      # @return [Hyphenation, nil] nil where there are no patterns for the language
      def self.for(language)
        tag = language.to_s.downcase
        patterns = PATTERNS[tag] || PATTERNS[tag[/\A[a-z]+/]] or return
        (@known ||= {})[patterns] ||= new(patterns)
      end

      def initialize(patterns)
        # The library counts the letters that stay from one less than the trade does.
        @hyphen = Text::Hyphen.new(language: patterns, left: BEFORE - 1, right: AFTER - 1)
        @words = {}
      end

      # @param word [String] letters only
      # @return [Array<Integer>] offsets where it may be divided
      def points(word)
        @words.clear if @words.size > KEPT
        @words[word] ||= find(word)
      end

      private

      def find(word)
        return [] if !word.length.between?(LEAST, MOST) || !word.match?(/\A\p{L}+\z/)

        @hyphen.hyphenate(word.downcase).select { |at| at.between?(BEFORE, word.length - AFTER) }
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  class Roles
    module Genres
      # A letter: a salutation, and the words that close.
      class Letter < Whole
        def self.called = "a letter"

        SALUTATION = /\A\s*(?:dear|hello|to\swhom\sit\smay\sconcern|sehr\sgeehrte[rs]?|liebe[rs]?|werte[rs]?|guten\stag|hallo|
          madame|monsieur|mesdames|messieurs|chers?|chères?|estimad[oa]s?|querid[oa]s?|distinguid[oa]s?|muy\sseñor(?:es|a)?)\b
          .{0,80}[,:!.]?\s*\z/xi
        ABOVE = 25 # lines above the salutation, at the most
        BELOW = 15 # lines under the closing words, at the most
        SIGNING = 2 # lines that sign: the closing words and the name

        # @return [Hash{Integer=>Vote}]
        def claims
          greets = texts.first(ABOVE).find { |paragraph| short?(paragraph) && paragraph.text.match?(SALUTATION) } or return {}
          closes = texts.reverse.find { |paragraph| short?(paragraph) && paragraph.text.match?(Wording::CLOSING) } or return {}
          head, tail = texts.index(greets), texts.index(closes)
          return {} unless tail > head && tail >= texts.size - BELOW

          under = texts[(tail + 1)..].take_while { |paragraph| short?(paragraph) }
          claim(texts[0...head], :other, 0.92, "stands above the salutation of a letter")
            .merge(claim([greets], :other, 0.92, "the salutation of a letter"))
            .merge(claim([closes, *under.first(SIGNING - 1)], :signature, 0.9, "closes a letter"))
            .merge(claim(under.drop(SIGNING - 1), :other, 0.85, "stands under the signature of a letter"))
        end
      end
    end
  end
end

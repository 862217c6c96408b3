# frozen_string_literal: true

module Norvel
  class Layout
    # Where a line may break (Unicode UAX #14), for the classes that running text in alphabetic and
    # ideographic scripts uses. Rule numbers are those of the annex.
    module BreakOpportunities
      # LB21 after hyphens and breaking dashes, LB17/B2 around em dashes, LB8 after ZWSP, LB13/LB31 after
      # closing marks and solidus within a word; never before a digit after a hyphen or solidus (LB25).
      INNER = %r{
        (?<=[\p{L}\p{M}\p{N}\p{Pe}]\u002D)(?=[\p{L}\p{Ps}]) |
        (?<=[\u2010\u2012\u2013\u00AD\u200B|])(?=[\p{L}\p{N}\p{Ps}\u201C\u2018]) |
        (?<=\u2014)(?=[^\u2014\s\p{Pe}\p{Po}\u00A0\u2060\u201D\u2019]) |
        (?<=[\p{L}\p{N}\u201D\u2019)])(?=\u2014) |
        (?<=/)(?=\p{L}) |
        (?<=[!?\u2026\}])(?=[\p{L}\p{N}]) |
        (?<=[\p{Han}\p{Hiragana}\p{Katakana}])(?=[\p{L}\p{N}\p{Ps}]) |
        (?<=[\p{L}\p{N}])(?=[\p{Han}\p{Hiragana}\p{Katakana}])
      }x
      # Characters that a plain word has none of.
      SPECIAL = %r{[\u002D\u2010\u2012-\u2014\u00AD\u200B|/!?\u2026\}\p{Han}\p{Hiragana}\p{Katakana}]}

      module_function

      # @param word [String] without spaces
      # @return [Array<Integer>] offsets inside the word where a line may break, ascending
      def inside(word)
        return NONE unless word.match?(SPECIAL)

        offsets = []
        position = 0
        while position < word.length && (found = word.index(INNER, position + 1))
          break if found >= word.length

          offsets << found
          position = found
        end
        offsets
      end

      NONE = [].freeze
    end
  end
end

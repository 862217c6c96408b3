# frozen_string_literal: true

module Norvel
  class Roles
    module Genres
      # A recipe: amounts of things one under the other.
      class Recipe < Whole
        def self.called = "a recipe"

        AMOUNT =
          /\A\s*(?:[–—•*-]\s*)?(?:ca\.?\s*)?(?:\d+(?:[.,\/]\d+)?|[½¼¾⅓⅔])\s?(?:[–-]\s?\d+\s?)?
          (?:g|kg|mg|ml|cl|dl|l|el|tl|tbsp\.?|tsp\.?|cups?|oz|lbs?|
          pints?|cuillères?|c\.\sà\s[sc]\.|tasses?|cucharad\w+|tazas?|prisen?|becher|bund|dose)\b/xi

        LEAST = 3 # amounts
        SHARE = 5 # of the paragraphs at the least one in so many is one of the things: a report may list what was used

        # @return [Hash{Integer=>Vote}]
        def claims
          measured = texts.select { |paragraph| paragraph.text.length < 70 && paragraph.text.match?(AMOUNT) }
          return {} if measured.size < LEAST

          rows = rows_around(measured)
          return {} if rows.size * SHARE < texts.size

          over = rows.filter_map { |line| @reading.preceding(line) }.find { |line| !rows.include?(line) && @reading.striking?(line) }
          heads = over ? texts.select { |line| short?(line) && look(line) == look(over) } : []
          claim(rows, :other, 0.92, "one of the things that are needed").merge(claim(heads, :heading_1, 0.86, "heads a part of a recipe"))
        end

        private

        # What stands in a row with them and looks the same.
        def rows_around(lines)
          @reading.paragraphs.slice_when { |one, other| one.blank? || other.blank? || look(one) != look(other) }
            .select { |row| (row & lines).size > 1 }.flatten(1).reject { |paragraph| paragraph.text.length > 70 }
        end
      end
    end
  end
end

# frozen_string_literal: true

require_relative "white_space"

module Norvel
  class Guide
    module Rules
      # Dashes in a sentence: spaced en dashes, or em dashes without space; typed hyphens are none.
      class Dashes < InText
        checks "dashes", area: :text
        KINDS = {"spaced_en" => " – ", "closed_em" => "—", "spaced_em" => " — "}.freeze
        takes :kind, :choice, required: true, choices: KINDS.keys, says: "which", example: "spaced_en"
        learned :paragraphs, trying: [:kind]

        # A dash between words; between numbers it says from where to where.
        DASH = /(?<=[\p{L}\d,.;:!?”"’)])(?<space>[ \u00A0]*)(?<sign>--|[–—]|(?<=[ \u00A0])-)(?<after>[ \u00A0]*)(?=[\p{L}“"‘(])/

        def sentence = "Dashes in a sentence are #{called}."

        private

        def called = {spaced_en: "en dashes with a space on both sides", closed_em: "em dashes without spaces",
                      spaced_em: "em dashes with a space on both sides"}[given(:kind)]

        def wrong(paragraph)
          written(paragraph).to_enum(:scan, DASH).map { Regexp.last_match }.reject { |found| right?(found) }
        end

        def right?(found)
          spaced = [found[:space], found[:after]].all? { |space| space.length == 1 }
          closed = [found[:space], found[:after]].all?(&:empty?)
          # Joined without space an en dash says from where to where.
          return found[:sign] == "–" && (spaced || closed) if given(:kind) == :spaced_en

          (found[:sign] == "–" && closed) || (found[:sign] == "—" && ((given(:kind) == :closed_em) ? closed : spaced))
        end

        def count(_context, paragraph) = wrong(paragraph).size

        def describe(context, paragraph, count)
          so_many(context, paragraph, count, ["other dash", "other dashes"], expected: called, fix: nil)
        end
      end

      # An ellipsis is one sign, or three full stops.
      class Ellipses < InText
        checks "ellipses", area: :text
        takes :kind, :choice, default: :sign, choices: %w[sign stops], says: "the sign …, or three full stops", example: "sign"
        learned :paragraphs, trying: [:kind]

        WRITTEN = {sign: "…", stops: "three full stops"}.freeze
        OTHER = {sign: /(?<!\.)\.(?: ?\.){2}(?!\.)/, stops: /…/}.freeze

        def sentence = "An ellipsis is #{WRITTEN[given(:kind)]}."

        private

        def count(_context, paragraph) = written(paragraph).scan(OTHER[given(:kind)]).size

        def describe(context, paragraph, count)
          so_many(context, paragraph, count, ["other ellipsis", "other ellipses"], expected: WRITTEN[given(:kind)], fix: nil)
        end
      end

      # A number and its unit are not divided over a line: a no-break space stands between them.
      class BoundUnits < InText
        checks "bound_units", area: :text
        takes :units, :words, default: %w[mm cm m km g kg t s min h °C K V W A Hz Pa % € $ £], says: "the units", example: %w[cm kg %]
        learned ->(example, _) { example.with_words.count { |one| one.text.match?(/\d[ \u00A0\u202F](?:mm|cm|m|km|g|kg|%|€)\b/) } }

        def sentence = "Between a number and its unit stands a no-break space."

        private

        def count(_context, paragraph) = written(paragraph).scan(pattern).size

        def pattern
          units = given(:units).sort_by { |unit| -unit.length }.map { |unit| Regexp.escape(unit) }.join("|")
          /\d (?:#{units})(?![\p{L}\d])/
        end

        def describe(context, paragraph, count)
          so_many(context, paragraph, count, ["number that may part from its unit", "numbers that may part from their units"], fix: nil)
        end
      end
    end
  end
end

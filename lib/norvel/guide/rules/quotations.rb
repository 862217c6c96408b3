# frozen_string_literal: true

require_relative "white_space"

module Norvel
  class Guide
    module Rules
      # Quotations of so many words and more are blocks; with `shorter`, shorter ones are not.
      class LongQuotations < Rule
        checks "long_quotations", area: :structure
        takes :words, :number, default: 40, range: 5..1_000, says: "words from which on", example: 40
        not_learned "from how many words on a quotation stands by itself"

        def sentence = "Quotations of #{given(:words)} words and more are set as blocks."

        def findings(context)
          looked_at(context, %i[body]).filter_map do |paragraph|
            count = longest(paragraph)
            next if count < given(:words)

            finding(context, paragraph: paragraph, expected: "a block quotation", measured: "#{count} words in quotation marks",
              expected_value: given(:words), measured_value: count, unit: "words",
              message: "A quotation of #{count} words stands in the running text.",
              fix: (fix(context, paragraph) if Choice.quoted?(paragraph)))
          end
        end

        private

        # Words of the longest quotation in it; one that has a paragraph to itself may have its source behind it.
        def longest(paragraph)
          return Choice.words_in(paragraph) if Choice.quoted?(paragraph)

          Quotations.in(paragraph.text).select(&:closed).map { |one| Choice.words(paragraph.text[one.from...one.to]) }.max.to_i
        end

        # Dividing a paragraph is for a person.
        def fix(context, paragraph)
          style = context.manuscript.sheet.named(context.guide.family[:block_quotation]&.name || "", "Block quotation", "Quote")
          style && Cures.apply_style("paragraphs" => [paragraph.id], "style" => style.id)
        end
      end

      # Block quotations have at least so many words.
      class ShortBlockQuotations < Rule
        checks "short_block_quotations", area: :structure
        takes :words, :number, default: 40, range: 5..1_000, says: "words that a block has at least", example: 40
        not_learned "how short a quotation that stands by itself may be"

        def sentence = "Quotations of fewer than #{given(:words)} words are not set as blocks."

        # @return [Integer] that a block has at least
        def words = given(:words)

        def applies?(context) = context.roles.in(:block_quotation).any?

        # Neighbours are one quotation.
        def findings(context)
          rows = context.manuscript.paragraphs.chunk_while do |one, other|
            [one, other].all? { |paragraph| role(context, paragraph) == :block_quotation }
          end
          rows.select { |row| role(context, row.first) == :block_quotation && within(context, row).any? }.filter_map do |row|
            count = row.sum { |paragraph| Choice.words_in(paragraph) }
            next if count >= given(:words)

            finding(context, paragraph: row.first, expected: "#{given(:words)} words at least", measured: counted(count, "word"),
              expected_value: given(:words), measured_value: count, unit: "words",
              message: "A block quotation of #{counted(count, "word")}.")
          end
        end
      end

      # Quotation marks of one kind.
      class QuotationMarks < InText
        checks "quotation_marks", area: :structure
        KINDS = {"double" => "“”", "single" => "‘’", "low" => "„“", "guillemets" => "«»",
                 "inward_guillemets" => "»«", "straight" => "\""}.freeze
        takes :kind, :choice, required: true, choices: KINDS.keys, example: "double",
          says: "which: #{KINDS.map { |kind, signs| "#{kind} #{signs}" }.join(", ")}"
        learned :paragraphs, trying: [:kind]

        def sentence = "Quotation marks are #{KINDS[given(:kind).to_s]}."

        private

        def wanted = KINDS[given(:kind).to_s][0]

        # Those within a quotation are of another kind by right.
        def others(paragraph) = Quotations.in(written(paragraph)).map(&:opening).reject { |sign| sign == wanted }

        def count(_context, paragraph) = others(paragraph).size

        def describe(context, paragraph, count)
          signs = others(paragraph).uniq.join(" ")
          finding(context, paragraph: paragraph, expected: KINDS[given(:kind).to_s], measured: signs, expected_value: 0,
            measured_value: count, unit: "places",
            message: "#{counted(count, "quotation begins", "quotations begin")} with #{signs}; #{wanted} is asked for.")
        end
      end
    end
  end
end

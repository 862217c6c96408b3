# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # The abstract has at most so many words.
      class AbstractLength < Rule
        checks "abstract_length", area: :structure
        takes :most, :number, required: true, range: 10..10_000, says: "words at most", example: 250
        not_learned "how long an abstract may be"

        def sentence = "The abstract has at most #{given(:most)} words."

        def applies?(context) = context.roles.in(:abstract).any?

        def findings(context)
          paragraphs = context.roles.in(:abstract)
          count = paragraphs.sum { |paragraph| Choice.words_in(paragraph) }
          return [] if count <= given(:most)

          [finding(context, paragraph: paragraphs.first, expected: "at most #{given(:most)} words", measured: "#{count} words",
            expected_value: given(:most), measured_value: count, unit: "words",
            message: "The abstract has #{count} words.")]
        end
      end

      # The manuscript is so long.
      class LengthOfAll < Rule
        def sentence
          limits = [("at least #{given(:least)}" if given(:least)), ("at most #{given(:most)}" if given(:most))].compact
          "The manuscript has #{limits.join(" and ")} #{unit}s."
        end

        def findings(context)
          count = count(context)
          limit, wanted = missed(count)
          return [] unless limit

          [finding(context, expected: "#{limit} #{counted(wanted, unit)}", measured: counted(count, unit), expected_value: wanted,
            measured_value: count, unit: "#{unit}s", message: "The manuscript has #{counted(count, unit)}.")]
        end

        private

        # @return [Array(String, Integer), nil] the limit that it does not keep
        def missed(count)
          return ["at most", given(:most)] if given(:most) && count > given(:most)

          ["at least", given(:least)] if given(:least) && count < given(:least)
        end
      end

      # The manuscript has so many words.
      class LengthInWords < LengthOfAll
        checks "length_in_words", area: :structure
        takes :least, :number, says: "words at least"
        takes :most, :number, says: "words at most", example: 20_000
        not_learned "how many words are allowed"

        private

        def unit = "word"

        def count(context) = looked_at(context, nil).sum { |paragraph| Choice.words_in(paragraph) }
      end

      # The manuscript has so many pages.
      class LengthInPages < LengthOfAll
        checks "length_in_pages", area: :structure
        takes :least, :number, says: "pages at least"
        takes :most, :number, says: "pages at most", example: 80
        not_learned "how many pages are allowed"

        def pages? = true

        # What runs over by a few lines is measured in these, and comes with the change that brings it back.
        def findings(context)
          excess = Breaks::Excess.new(context.layout)
          return super unless given(:most) && context.layout.pages.size == given(:most) + 1 && excess.any?

          first = excess.last.text_lines.first.paragraph
          super.map do |found|
            found.with(page: excess.last.number, paragraph: first.id, measured: "#{found.measured} (#{excess.words})",
              message: "#{found.message.delete_suffix(".")}: #{excess.words}.", fix: Deferred.new { context.cure_of_excess })
          end
        end

        private

        def unit = "page"

        def count(context) = context.layout.pages.size
      end
    end
  end
end

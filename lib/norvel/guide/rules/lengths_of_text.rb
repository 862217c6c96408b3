# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # The abstract has at most so many words.
      class AbstractLength < Rule
        checks "abstract_length", area: :structure
        takes :most, :number, required: true, range: 10..10_000, says: "words at most", example: 250

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

      # The manuscript has so many words.
      class LengthInWords < Rule
        checks "length_in_words", area: :structure
        takes :least, :number, says: "words at least"
        takes :most, :number, says: "words at most", example: 20_000

        def sentence = "The manuscript has #{[("at least #{given(:least)}" if given(:least)), ("at most #{given(:most)}" if given(:most))].compact.join(" and ")} words."

        def findings(context)
          count = looked_at(context, nil).sum { |paragraph| Choice.words_in(paragraph) }
          wanted = if given(:most) && count > given(:most) then given(:most)
          elsif given(:least) && count < given(:least) then given(:least)
          end
          return [] unless wanted

          [finding(context, expected: "#{(count > wanted) ? "at most" : "at least"} #{wanted} words", measured: "#{count} words",
            expected_value: wanted, measured_value: count, unit: "words",
            message: "The manuscript has #{count} words.")]
        end
      end

      # The manuscript has so many pages.
      class LengthInPages < Rule
        checks "length_in_pages", area: :structure
        takes :least, :number, says: "pages at least"
        takes :most, :number, says: "pages at most", example: 80

        def sentence = "The manuscript has #{[("at least #{given(:least)}" if given(:least)), ("at most #{given(:most)}" if given(:most))].compact.join(" and ")} pages."

        def pages? = true

        def findings(context)
          count = context.layout.pages.size
          wanted = if given(:most) && count > given(:most) then given(:most)
          elsif given(:least) && count < given(:least) then given(:least)
          end
          return [] unless wanted

          [finding(context, expected: "#{(count > wanted) ? "at most" : "at least"} #{counted(wanted, "page")}",
            measured: counted(count, "page"), expected_value: wanted, measured_value: count, unit: "pages",
            message: "The manuscript has #{counted(count, "page")}.")]
        end
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Paragraphs are told apart either by an indent or by space, never both, never neither.
      class ParagraphsApart < Rule
        checks "paragraphs_apart", area: :text
        takes :by, :choice, default: :either, choices: %w[either indent space], says: "how", example: "either"
        LEAST = 38_100 # EMU: 3 pt
        learned(:running, strictest: true) { |_| [%w[indent space either].map { |way| {"by" => way} }] }

        SAID = {either: "an indent or space, never both", indent: "a first-line indent alone", space: "space alone"}.freeze

        def sentence = "Paragraphs are told apart by #{SAID[given(:by)]}."

        def applies?(context) = pairs(context).any?

        def findings(context)
          pairs(context).filter_map do |above, paragraph|
            own, before = context.cascade.paragraph(paragraph), context.cascade.paragraph(above)
            indented = own[:indent_first] >= LEAST
            spaced = own[:space_before] + before[:space_after] >= LEAST
            next if right?(indented, spaced)

            measured = {[true, true] => "both", [false, false] => "neither", [true, false] => "an indent", [false, true] => "space"}[
              [indented, spaced]
            ]
            finding(context, paragraph: paragraph, expected: {either: "one of the two", indent: "an indent", space: "space"}[given(:by)],
              measured: measured,
              message: "This paragraph is told from the one above by #{measured}.")
          end
        end

        private

        def right?(indented, spaced)
          case given(:by)
          when :indent then indented && !spaced
          when :space then spaced && !indented
          else indented ^ spaced
          end
        end

        # Body paragraphs right under one another.
        def pairs(context)
          all = context.manuscript.blocks.grep(Manuscript::Paragraph)
          kept = within(context, all).to_set
          all.each_cons(2).select do |one, other|
            kept.include?(other) && [one, other].all? { |paragraph| !paragraph.blank? && role(context, paragraph) == :body }
          end
        end
      end

      # The first paragraph after a heading is flush, or indented.
      class FirstParagraph < Rule
        checks "first_paragraph", area: :text
        takes :stands, :choice, required: true, choices: %w[flush indented], says: "how it begins"
        LEAST = 38_100 # EMU: 3 pt
        learned :headings, trying: [:stands]

        def sentence = "The first paragraph after a heading is #{given(:stands)}."

        def applies?(context) = firsts(context).any?

        def findings(context)
          firsts(context).filter_map do |paragraph|
            indent = context.cascade.paragraph(paragraph)[:indent_first]
            next if (indent >= LEAST) == (given(:stands) == :indented)

            finding(context, paragraph: paragraph, expected: given(:stands).to_s,
              measured: "#{Lengths.show(indent, "cm")} first-line indent",
              message: "The first paragraph after a heading is #{(given(:stands) == :flush) ? "indented" : "flush"}.")
          end
        end

        private

        def firsts(context)
          kept = within(context, context.manuscript.paragraphs).to_set
          blocks = context.manuscript.blocks.grep(Manuscript::Paragraph).reject(&:blank?)
          blocks.each_cons(2).filter_map do |above, below|
            below if kept.include?(below) && level(context, above) && !above.run_in && role(context, below) == :body
          end
        end
      end
    end
  end
end

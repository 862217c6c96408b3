# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # No formatting by hand, but of the kinds allowed. Superscripts, links and languages never count; italics
      # and bold that carry meaning count, since a character style is what the guide asks for.
      class DirectFormatting < Rule
        checks "direct_formatting", area: :text
        takes :allow, :properties, says: "properties that may be set by hand", example: ["language"]
        takes :roles, :slots, says: "only in these roles"

        def sentence = "Formatting is done with styles, not by hand#{", but for #{given(:allow).map { |name| Properties[name].label.downcase }.join(", ")}" if given(:allow)&.any?}."

        def findings(context)
          allow = given(:allow) || []
          looked_at(context).filter_map do |paragraph|
            found = Norvel::DirectFormatting.objectionable(paragraph).reject { |name, _, _| allow.include?(name) }
            describe(context, paragraph, found) if found.any?
          end
        end

        private

        def describe(context, paragraph, found)
          kinds = found.map { |name, value, _| "#{Properties[name].label.downcase} #{Properties[name].show(value)}" }.uniq
          finding(context, paragraph: paragraph, expected: "formatting by style", measured: kinds.first(4).join(", "), expected_value: 0, measured_value: found.size, unit: "values",
            message: "Formatted by hand: #{kinds.first(4).join(", ")}#{" and #{kinds.size - 4} more" if kinds.size > 4}.", fix: ["remove_direct_formatting", {"paragraphs" => [paragraph.id]}])
        end
      end

      # No paragraphs with nothing in them.
      class EmptyParagraphs < Rule
        checks "empty_paragraphs", area: :white_space

        def sentence = "No paragraph is empty: space comes from styles."

        def findings(context)
          within(context, Norvel::EmptyParagraphs.removable(context.manuscript)).map do |paragraph|
            finding(context, paragraph: paragraph, expected: "space by style", measured: "an empty paragraph", expected_value: 0, measured_value: 1, unit: "paragraphs",
              message: "An empty paragraph stands in for space.", fix: ["remove_empty_paragraphs", {"paragraphs" => [paragraph.id]}])
          end
        end
      end
    end
  end
end

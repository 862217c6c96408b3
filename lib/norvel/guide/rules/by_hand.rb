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
        learned :paragraphs

        def sentence =
          "Formatting is done with styles, not by " \
          "hand#{", but for #{given(:allow).map { |name| Properties[name].label.downcase }.join(", ")}" if given(:allow)&.any?}."

        def findings(context)
          allow = given(:allow) || []
          said = {} # what is done by hand is much the same everywhere
          looked_at(context).filter_map do |paragraph|
            values = Norvel::DirectFormatting.objectionable(paragraph)
            values = values.reject { |name, _, _| allow.include?(name) } if allow.any?
            next if values.empty?

            kinds = values.map { |name, value, _| [name, value] }
            found(context, said[kinds] ||= describe(context, kinds), paragraph, cure(context, paragraph, kinds.map(&:first).uniq))
          end
        end

        private

        def cure(context, paragraph, names)
          left = loose(context, paragraph, names)
          return Cures.remove_direct_formatting("paragraphs" => [paragraph.id]) if left == names

          Cures.remove_direct_formatting("paragraphs" => [paragraph.id], "kinds" => left.map(&:to_s)) if left.any?
        end

        # @param values [Array<Array(Symbol, Object)>]
        def describe(context, values)
          kinds = values.uniq.map { |name, value| "#{Properties[name].label.downcase} #{Properties[name].show(value)}" }.uniq
          few = kinds.first(4).join(", ")
          finding(context, expected: "formatting by style", measured: few, expected_value: 0, measured_value: values.size, unit: "values",
            message: "Formatted by hand: #{few}#{" and #{kinds.size - 4} more" if kinds.size > 4}.")
        end
      end

      # No paragraphs with nothing in them.
      class EmptyParagraphs < Rule
        checks "empty_paragraphs", area: :white_space
        learned :paragraphs

        def sentence = "No paragraph is empty: space comes from styles."

        def findings(context)
          meant = context.known(:meant_room) { Roles::MeantRoom.new(context.manuscript, context.roles, context.cascade).ids }
          within(context, Norvel::EmptyParagraphs.removable(context.manuscript)).map do |paragraph|
            finding(context, paragraph: paragraph, expected: "space by style", measured: "an empty paragraph", expected_value: 0,
              measured_value: 1, unit: "paragraphs", **mended(paragraph, meant.include?(paragraph.id)))
          end
        end

        private

        # A room that means something is not taken away: how it is to be made is the person's to say.
        def mended(paragraph, meant)
          return {message: "An empty paragraph stands in for space that means something here; a style should make it."} if meant

          {message: "An empty paragraph stands in for space.", fix: Cures.remove_empty_paragraphs("paragraphs" => [paragraph.id])}
        end
      end
    end
  end
end

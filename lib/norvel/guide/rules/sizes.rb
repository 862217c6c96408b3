# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Each level of heading at least as large as the next, and none smaller than the text.
      class SizesInOrder < Rule
        checks "sizes_in_order", area: :text
        learned :headings

        def sentence = "Each level of heading is at least as large as the next, and as the text."

        def applies?(context) = sizes(context).size > 1

        def findings(context)
          sizes(context).each_cons(2).filter_map do |(role, size, paragraph), (other, smaller, below)|
            next if size >= smaller - 1

            finding(context, paragraph: paragraph, expected: "at least #{Lengths.show(smaller, "pt")}", measured: Lengths.show(size, "pt"),
              expected_value: Lengths.points(smaller), measured_value: Lengths.points(size), unit: "pt",
              message: "#{roles_said([role]).capitalize} is set " \
              "in #{Lengths.show(size, "pt")}, #{roles_said([other])} in #{Lengths.show(smaller, "pt")}.",
              fix: Deferred.new { fix(context, [paragraph, size], [below, smaller]) })
          end
        end

        private

        # The one of both that is not as the sheet says takes what the sheet says; without such a one that takes the other's size of which
        # there are fewer.
        def fix(context, (higher, size), (lower, larger))
          own = by_the_sheet(context, higher, :size, nil) { |wanted| wanted >= larger && wanted != size }
          return sized(context, higher, own) if own

          theirs = by_the_sheet(context, lower, :size, nil) { |wanted| wanted <= size && wanted != larger }
          return sized(context, lower, theirs) if theirs

          fewer?(context, lower, higher) ? sized(context, lower, size) : sized(context, higher, larger)
        end

        def fewer?(context, one, other)
          counts = [one, other].map { |paragraph| context.roles.in(role(context, paragraph)).size }
          counts.first < counts.last
        end

        def sized(context, paragraph, size) = remedies(context, paragraph, {size: size})

        # The commonest size of each level and of the text, in their order.
        def sizes(context)
          (Roles::HEADINGS + [:body]).filter_map do |role|
            paragraphs = within(context, context.roles.in(role)).reject(&:run_in)
            next if paragraphs.empty?

            size = paragraphs.map { |paragraph| context.appearance.of(paragraph)[:size] }.tally.max_by(&:last).first
            [role, size, paragraphs.find { |paragraph| context.appearance.of(paragraph)[:size] == size }]
          end
        end
      end

      # Notes, captions and the like are smaller than the text.
      class SmallerThanText < Rule
        checks "smaller_than_text", area: :text
        takes :roles, :slots, required: true, says: "what is smaller", example: ["caption"]
        learned(:of_roles) { |_| %w[footnote caption block_quotation table_text].map { |role| [{"roles" => [role]}] } }

        def sentence = "Smaller than the text: #{roles_said(given(:roles))}."

        def applies?(context) = text_size(context) && measured(context).any?

        def findings(context)
          size = text_size(context)
          measured(context).filter_map do |paragraph|
            own = context.appearance.of(paragraph)[:size]
            next if own < size

            finding(context, paragraph: paragraph, expected: "less than #{Lengths.show(size, "pt")}", measured: Lengths.show(own, "pt"),
              expected_value: Lengths.points(size), measured_value: Lengths.points(own), unit: "pt",
              message: "Set in #{Lengths.show(own, "pt")}, not smaller than the text.")
          end
        end

        private

        def measured(context) = within(context, context.roles.in(*given(:roles)))

        def text_size(context) =
          context.roles.in(:body).map { |paragraph| context.appearance.of(paragraph)[:size] }.tally.max_by(&:last)&.first
      end
    end
  end
end

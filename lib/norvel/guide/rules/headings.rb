# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # There is at least one heading of each level named, made with a style or level of its own.
      class HeadingsPresent < Rule
        checks "headings_present", area: :headings
        takes :levels, :levels, required: true, says: "of which levels", example: [1, 2]
        learned(:whole) { |examples| Habit.of_levels(examples) { |levels| [{"levels" => levels}] } }

        def sentence = "There are headings of level#{"s" if given(:levels).size > 1} #{given(:levels).join(", ")}."

        def findings(context)
          levels = context.roles.in(*Roles::HEADINGS).map { |paragraph| Roles.level(context.roles.of(paragraph.id).name) }
          (given(:levels) - levels).map do |level|
            finding(context, expected: "a heading of level #{level}", measured: "none", message: "No heading of level #{level} was found.")
          end
        end
      end

      # No level is skipped on the way down.
      class HeadingLevels < Rule
        checks "heading_levels", area: :headings
        learned :headings

        def sentence = "No level of heading is left out."

        def applies?(context) = context.roles.in(*Roles::HEADINGS).any?

        def findings(context)
          before = 0
          context.roles.in(*Roles::HEADINGS).filter_map do |paragraph|
            level = Roles.level(context.roles.of(paragraph.id).name)
            skipped = level > before + 1
            last, before = before, level
            next unless skipped

            after = last.zero? ? "at the beginning" : "after one of level #{last}"
            finding(context, paragraph: paragraph, expected: "level #{last + 1}", measured: "level #{level}", expected_value: last + 1,
              measured_value: level, unit: "level",
              message: "A heading of level #{level} stands #{after}; level #{last + 1} is left out.")
          end
        end
      end

      # A heading is never the last line of a page.
      class HeadingAtFoot < Rule
        checks "heading_at_foot", area: :pagination
        learned :headings

        def sentence = "A heading is never the last line of a page."

        def pages? = true

        def applies?(context) = context.roles.in(*Roles::HEADINGS).any?

        def findings(context)
          context.layout.pages[0...-1].filter_map do |page|
            last = page.placed.reverse_each.find { |placed| placed.area == :body && !placed.paragraph.blank? } or next
            next unless Roles.level(context.roles.of(last.paragraph.id).name)

            finding(context, paragraph: last.paragraph, page: page.number, expected: "text below it on page #{page.number}",
              measured: "the last line of page #{page.number}",
              message: "This heading is the last line of page #{page.number}.",
              fix: remedies(context, last.paragraph, {keep_next: true}))
          end
        end
      end
    end
  end
end

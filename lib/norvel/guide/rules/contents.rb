# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # A list of contents, made of the headings, down to a level.
      class ContentsPresent < Rule
        checks "contents_present", area: :structure
        takes :levels, :number, range: 1..9, says: "down to which level", example: 2

        def sentence = "There is a list of contents that is made of the headings#{", down to level #{given(:levels)}" if given(:levels)}."

        def findings(context)
          lists = context.contents.lists.select { |list| list.kind == :headings }
          if lists.empty?
            return [finding(context, expected: "a list of contents", measured: "none",
              message: "There is no list of contents that is made of the headings.", fix: make(context))]
          end

          lists.filter_map do |list|
            deepest = list.levels&.last
            next if given(:levels).nil? || deepest.nil? || deepest == given(:levels)

            finding(context, paragraph: context.manuscript.paragraph(list.first), expected: "level 1 to #{given(:levels)}",
              measured: "level 1 to #{deepest}", expected_value: given(:levels), measured_value: deepest, unit: "level",
              message: "The contents go down to level #{deepest}; #{given(:levels)} is asked for.")
          end
        end

        private

        def make(context)
          before = context.roles.in(:heading_1).find { |heading|
            context.manuscript.blocks.include?(heading) && !heading.text.match?(Roles::Wording::ABSTRACT)
          } or return
          entry = context.guide.family[:contents_entry]
          style = entry && context.manuscript.sheet.named(entry.name)
          Cures.make_contents({"before" => before.id, "title" => context.guide.contents[:title] || "Contents",
                               "levels" => given(:levels) || 3, "parent" => style&.id}.compact)
        end
      end

      # Lists of contents, figures and tables say what the pages say.
      class ContentsCurrent < Rule
        checks "contents_current", area: :structure

        def sentence = "Lists of contents, figures and tables are up to date."

        def pages? = true

        def applies?(context) = context.contents.lists.any?

        def findings(context)
          context.contents.lists.filter_map do |list|
            state = context.contents.state(list)
            next if state.current?

            finding(context, paragraph: context.manuscript.paragraph(list.first), expected: "as on the pages", measured: state.words,
              message: "The list is out of date: #{state.words}.", fix: Cures.update_contents("list" => list.first))
          end
        end
      end
    end
  end
end

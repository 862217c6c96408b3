# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Items have their numbers and bullets from lists: none are typed.
      class ListsByStyle < Rule
        checks "lists_by_style",
          area: :text
        learned :items

        def sentence = "Numbers and bullets of lists are no typed signs."

        def findings(context)
          possible = within(context, context.roles.possible_items(context.manuscript.paragraphs)).map(&:id)
          TypedLabels.in(context.manuscript, context.cascade, only: possible).map do |row|
            items = row.items.map(&:first)
            what = row.start ? "number" : "bullet"
            finding(context, paragraph: items.first, expected: "a list", measured: counted(items.size, "typed #{what}"), expected_value: 0,
              measured_value: items.size, unit: "items", message: "#{counted(items.size, "#{what} of this list is", "#{what}s of this " \
              "list are")} typed.", fix: Cures.lists_from_typed("paragraphs" => items.map(&:id)))
          end
        end
      end

      # Signs of bulleted lists by level.
      class ListSigns < Rule
        checks "list_signs", area: :text
        takes :signs, :words, required: true, says: "by level, the first first", example: ["•", "–"]
        learned :items do |examples|
          signs = examples.flat_map do |example|
            bulleted(example).map { |paragraph, ref| [ref.level, example.layout.labels[paragraph.id].to_s.strip] }
          end
          first = Habit.commonest(signs.filter_map { |level, sign| sign if level.zero? })
          deeper = Habit.commonest(signs.filter_map { |level, sign| sign if level == 1 })
          first.to_s.empty? ? [] : [[{"signs" => [first, *deeper]}]]
        end

        # @return [Array<Array(Manuscript::Paragraph, Properties::NumberRef)>] items with bullets
        def self.bulleted(context)
          context.manuscript.paragraphs.filter_map do |paragraph|
            ref = context.cascade.numbering(paragraph) or next
            [paragraph, ref] if context.manuscript.lists[ref.list]&.levels&.[](ref.level)&.format == "bullet"
          end
        end

        def sentence = "Bullets are #{given(:signs).join(", then ")}."

        def applies?(context) = items(context).any?

        def findings(context)
          items(context).filter_map do |paragraph, ref|
            sign = context.layout.labels[paragraph.id].to_s.strip
            wanted = given(:signs)[[ref.level, given(:signs).size - 1].min]
            next if sign == wanted

            finding(context, paragraph: paragraph, expected: wanted, measured: sign,
              message: "The bullet is #{sign}; #{wanted} is asked for at this level.",
              fix: Cures.change_list("list" => ref.list, "levels" => {ref.level.to_s => {"text" => wanted}}))
          end
        end

        private

        def items(context)
          known = context.known(:bulleted) { self.class.bulleted(context).to_h { |paragraph, ref| [paragraph.id, ref] } }
          looked_at(context, nil).filter_map { |paragraph| [paragraph, known[paragraph.id]] if known.key?(paragraph.id) }
        end
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Rules that look at each heading.
      class OfHeadings < Rule
        def applies?(context) = headings(context).any?

        def findings(context) = headings(context).filter_map { |paragraph| look(context, paragraph) }
      end

      # Not more than so many levels.
      class DeepestHeading < OfHeadings
        checks "deepest_heading", area: :headings
        takes :most, :number, required: true, range: 1..9, says: "levels at most", example: 3
        not_learned "how deep headings may go"

        def sentence = "There are at most #{counted(given(:most), "level")} of headings."

        private

        def look(context, paragraph)
          own = level(context, paragraph)
          return if own <= given(:most)

          finding(context, paragraph: paragraph, expected: "level #{given(:most)} at most", measured: "level #{own}",
            expected_value: given(:most), measured_value: own, unit: "level",
            message: "A heading of level #{own}; #{counted(given(:most), "level")} at most.")
        end
      end

      # Numbers of headings come from their styles in one scheme, or there are none. Known parts of the front and the back need none.
      class HeadingNumbers < OfHeadings
        checks "heading_numbers", area: :headings
        takes :levels, :levels, default: [1, 2, 3], says: "of which levels", example: [1, 2]
        takes :numbered, :switch, default: true, says: "whether they have numbers"
        learned :headings do |examples|
          Habit.of_levels(examples) { |levels| [true, false].map { |one| {"levels" => levels, "numbered" => one} } }
        end

        def numbered? = given(:numbered)

        def sentence =
          given(:numbered) ? "Headings of level #{given(:levels).join(", ")} are numbered by their styles, not by typing." :
          "Headings of level #{given(:levels).join(", ")} have no numbers."

        private

        def look(context, paragraph)
          return unless given(:levels).include?(level(context, paragraph))

          label = context.layout.labels[paragraph.id].to_s
          typed = label.empty? && Roles::Wording.outline(paragraph.text)
          measured = if typed
            "typed"
          else
            (label.empty? ? "none" : "by style")
          end
          return if measured == (given(:numbered) ? "by style" : "none") || (measured == "none" && Roles::NamedParts.kind(paragraph.text))

          finding(context, paragraph: paragraph, expected: given(:numbered) ? "by style" : "none", measured: measured,
            message: "The number of this heading " \
            "is #{{"typed" => "typed", "none" => "missing", "by style" => "there, though none is asked for"}[measured]}.",
            fix: (Cures.headings_from_typed("paragraphs" => "all") if typed && given(:numbered)))
        end
      end

      # Capitals by the property, never typed.
      class HeadingCapitals < OfHeadings
        checks "heading_capitals", area: :headings
        takes :levels, :levels, required: true, says: "of which levels"
        takes :capitals, :choice, default: :none, choices: %w[all small none], says: "which capitals", example: "all"
        learned :headings do |examples|
          Habit.levels(examples).map { |level| %w[all small].map { |capitals| {"levels" => [level], "capitals" => capitals} } }
        end

        SAID = {all: "in capitals, by their style", small: "in small capitals, by their style", none: "not in capitals"}.freeze

        def sentence = "Headings of level #{given(:levels).join(", ")} are #{SAID[given(:capitals)]}."

        private

        def look(context, paragraph)
          return unless given(:levels).include?(level(context, paragraph))

          measured = measured(context, paragraph)
          return if measured == given(:capitals)

          finding(context, paragraph: paragraph, expected: said(given(:capitals)), measured: said(measured),
            message: "This heading is in #{said(measured)}; #{said(given(:capitals))} is asked for.",
            fix: fix(context, paragraph, measured))
        end

        def measured(context, paragraph)
          set = context.cascade.run(paragraph, paragraph.runs.max_by { |run| run.text.length })
          return :all if set[:caps]
          return :small if set[:small_caps]

          Roles::Wording.capitals?(paragraph.text.gsub(/[^\p{L}]/, "")) ? :typed : :none
        end

        def said(what) = {all: "capitals by style", small: "small capitals by style", none: "no capitals", typed: "typed capitals"}[what]

        # Retyping is no change of formatting.
        def fix(context, paragraph, measured)
          return if measured == :typed

          remedies(context, paragraph, {caps: given(:capitals) == :all, small_caps: given(:capitals) == :small})
        end
      end

      # No full stop at a heading's end; run-in headings may have one.
      class HeadingFullStop < OfHeadings
        checks "heading_full_stop", area: :headings
        learned :headings

        def sentence = "A heading has no full stop at its end."

        private

        def look(context, paragraph)
          return if paragraph.run_in || !paragraph.text.match?(/[[:alnum:]”")]\.\s*\z/)

          finding(context, paragraph: paragraph, expected: "none", measured: "a full stop", message: "A full stop ends this heading.")
        end
      end

      # Text stands below each heading before the next of the same or a higher level.
      class TextBelowHeading < OfHeadings
        checks "text_below_heading", area: :headings
        learned :headings

        def sentence = "Text stands below each heading."

        def findings(context)
          blocks = context.manuscript.blocks.reject { |block| block.is_a?(Manuscript::Paragraph) && block.blank? }
          kept = headings(context).to_set
          blocks.each_with_index.filter_map do |block, index|
            next unless kept.include?(block)

            following = blocks[index + 1]
            next if following && !(following.is_a?(Manuscript::Paragraph) && level(context, following))
            next if following && level(context, following) > level(context, block)

            finding(context, paragraph: block, expected: "text", measured: following ? "another heading" : "the end",
              message: "Nothing stands below this heading.")
          end
        end
      end

      # One title, at the beginning.
      class OneTitle < Rule
        checks "one_title", area: :headings
        learned :whole

        def sentence = "There is one title."

        def findings(context)
          titles = context.roles.in(:title)
          if titles.empty?
            return [finding(context, page: 1, expected: "one title", measured: "none", expected_value: 1, measured_value: 0, unit: "titles",
              message: "There is no title.")]
          end

          titles.drop(1).map { |paragraph|
            finding(context, paragraph: paragraph, expected: "one title", measured: "#{titles.size} titles",
              expected_value: 1, measured_value: titles.size, unit: "titles",
              message: "This is a second title.")
          }
        end
      end

      # Never a single section on its level.
      class LoneSection < OfHeadings
        checks "lone_section", area: :headings
        learned :headings

        def sentence = "No section stands alone on its level."

        def findings(context)
          list = headings(context).map { |paragraph| [paragraph, level(context, paragraph)] }
          list.each_with_index.filter_map do |(paragraph, own), index|
            next if own == 1 || alike?(list.first(index).reverse, own) || alike?(list.drop(index + 1), own)

            finding(context, paragraph: paragraph, expected: "two sections or none", measured: "one", expected_value: 2, measured_value: 1,
              unit: "sections",
              message: "This is the only section of level #{own} here.")
          end
        end

        private

        # Another of the level before a higher one comes.
        def alike?(others, own) = others.take_while { |_, level| level >= own }.any? { |_, level| level == own }
      end

      # Not over more than so many lines.
      class HeadingLines < OfHeadings
        checks "heading_lines", area: :headings
        takes :most, :number, required: true, range: 1..20, says: "lines at most", example: 2
        not_learned "how many lines a heading may have"

        def sentence = "A heading takes at most #{counted(given(:most), "line")}."

        private

        def look(context, paragraph)
          return if paragraph.run_in

          lines = context.layout.lines_of(paragraph.id).size
          return if lines <= given(:most)

          finding(context, paragraph: paragraph, expected: "at most #{counted(given(:most), "line")}", measured: counted(lines, "line"),
            expected_value: given(:most), measured_value: lines, unit: "lines",
            message: "This heading takes #{counted(lines, "line")}.")
        end
      end
    end
  end
end

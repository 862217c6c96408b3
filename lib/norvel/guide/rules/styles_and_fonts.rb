# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # No style but the guide's is used.
      class OnlyGuideStyles < Rule
        checks "only_guide_styles", area: :text
        takes :also, :words, says: "other styles that may be used", example: ["Poem"]
        learned :paragraphs

        def sentence = "No style but the guide's is used."

        def findings(context)
          known = context.guide.family.members.values.map { |member| member.name.downcase } + (given(:also) || []).map(&:downcase)
          strange = looked_at(context, nil).reject { |paragraph| known?(context.manuscript.sheet[paragraph.style], known, context) }
          strange.map do |paragraph|
            style = context.manuscript.sheet[paragraph.style]
            finding(context, paragraph: paragraph, expected: "a style of the guide", measured: style.name,
              message: "“#{style.name}” is no style of the guide.")
          end
        end

        private

        # One of the guide's, under its own or the standard's name, or one that stands under such a one.
        def known?(style, known, context)
          return false if style.nil?

          names = [style.name, style.file_name].map(&:downcase)
          slot = context.manuscript.sheet.standards.slot(style)
          return true if (names & known).any? || (slot && context.guide.family.home(slot))

          style.parent && style.properties.size <= 1 && known?(context.manuscript.sheet[style.parent], known, context)
        end
      end

      # Families of fonts out of a list.
      class FontFamilies < Rule
        checks "font_families", area: :text
        takes :one_of, :words, required: true, says: "the families", example: ["Times New Roman"]
        takes :roles, :slots, says: "only in these roles"
        learned :paragraphs do |examples|
          used = examples.flat_map { |example| example.with_words.map { |one| example.appearance.of(one)[:font_family] } }.tally
          [[{"one_of" => used.sort_by { |_, count| -count }.map(&:first).first(4)}]]
        end

        def sentence = "The fonts are #{given(:one_of).join(" or ")}."

        def findings(context)
          allowed = given(:one_of).map { |name| plain(name) }
          looked_at(context).filter_map do |paragraph|
            strange = families(context, paragraph).reject { |name| allowed.include?(plain(name)) }
            next if strange.empty?

            finding(context, paragraph: paragraph, expected: given(:one_of).join(" or "), measured: strange.join(", "),
              message: "Set in #{strange.join(", ")}; #{given(:one_of).join(" or ")} is asked for.", fix: fix(context, paragraph))
          end
        end

        private

        def plain(name) = name.to_s.downcase.gsub(/[^[:alnum:]]/, "")

        def families(context, paragraph) =
          paragraph.runs.reject { |run| run.text.strip.empty? }.map { |run| context.cascade.run(paragraph, run)[:font_family] }.uniq

        def fix(context, paragraph)
          allowed = ->(family) { given(:one_of).any? { |name| plain(name) == plain(family) } }
          family = by_the_sheet(context, paragraph, :font_family, given(:one_of).first, &allowed)
          remedies(context, paragraph, {font_family: family}) { |_, own| allowed[own] }
        end
      end

      # Not more than so many families.
      class FontCount < Rule
        checks "font_count", area: :text
        takes :most, :number, required: true, range: 1..20, says: "families at most", example: 2
        not_learned "how many typefaces are allowed"

        def sentence = "There are at most #{counted(given(:most), "font")}."

        def findings(context)
          uses = Hash.new(0)
          looked_at(context, nil).each do |paragraph|
            paragraph.runs.each { |run| uses[context.cascade.run(paragraph, run)[:font_family]] += run.text.strip.length }
          end
          names = uses.select { |_, letters| letters.positive? }.sort_by { |_, letters| -letters }.map(&:first)
          return [] if names.size <= given(:most)

          [finding(context, expected: "at most #{given(:most)}", measured: "#{names.size}: #{names.join(", ")}",
            expected_value: given(:most), measured_value: names.size, unit: "families",
            message: "#{counted(names.size, "font")} are used: #{names.join(", ")}.")]
        end
      end
    end
  end
end

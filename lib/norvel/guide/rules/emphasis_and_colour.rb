# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Emphasis in running text by italics only: neither bold, underline nor capitals.
      class Emphasis < Rule
        checks "emphasis", area: :text
        takes :by, :choices, default: [:italic], choices: %w[italic bold underline caps small_caps], says: "how", example: ["italic"]
        takes :roles, :slots, says: "only in these roles"
        KINDS = %i[italic bold underline caps small_caps].freeze
        learned :paragraphs do |_|
          [%w[italic bold underline small_caps].map { |way| {"by" => [way]} }]
        end

        def sentence = "Emphasis in running text is by #{given(:by).join(" or ").tr("_", " ")} only."

        def applies?(context) = running(context).any?

        def findings(context)
          running(context).filter_map do |paragraph|
            found = stretches(context, paragraph)
            next if found.empty?

            words = found.map { |run, _| run.text.strip }.first
            finding(context, paragraph: paragraph, expected: given(:by).join(" or ").tr("_", " "),
              measured: found.flat_map(&:last).uniq.join(", ").tr("_", " "),
              message: "“#{words[0, 40]}” is set apart by #{found.flat_map(&:last).uniq.join(", ").tr("_", " ")}.",
              fix: Deferred.new { set_otherwise(context, paragraph, found) })
          end
        end

        private

        OFF = {italic: "no", bold: "no", underline: "none", caps: "no", small_caps: "no"}.freeze
        ON = {italic: "yes", bold: "yes", underline: "single", caps: "yes", small_caps: "yes"}.freeze
        private_constant :OFF, :ON

        # The same words stay set apart, in the way that is asked for: by the character style for it where there is one.
        def set_otherwise(context, paragraph, found)
          text = places(paragraph, found.map(&:first))
          way = given(:by).first
          style = context.manuscript.sheet.named(STYLES[way].to_s, kind: :character)
          by_hand, by_style = found.flat_map(&:last).uniq.partition { |kind| found.any? { |run, _| run.properties.key?(kind) } }
          bare = by_hand.to_h { |kind| [kind.to_s, ""] }
          values = style ? bare : {**bare, **by_style.to_h { |kind| [kind.to_s, OFF.fetch(kind)] }, way.to_s => ON.fetch(way)}
          cures = [(Cures.format_here("text" => text, "values" => values) if values.any?),
            (Cures.apply_character_style("text" => text, "style" => style.id) if style)].compact
          Cures.together("Set apart by #{way.to_s.tr("_", " ")} what was set apart otherwise in a paragraph.", cures)
        end

        STYLES = {italic: "Emphasis", bold: "Strong"}.freeze
        private_constant :STYLES

        # @return [Array<Array(Integer, Integer, Integer)>]
        def places(paragraph, runs)
          offset = 0
          paragraph.runs.filter_map do |run|
            from = offset
            offset += run.text.length
            [paragraph.id, from, offset] if runs.any? { |one| one.equal?(run) }
          end
        end

        # Parts of a paragraph that differ from most of it.
        def stretches(context, paragraph)
          most = context.appearance.of(paragraph)
          paragraph.runs.reject { |run| run.text.strip.empty? || run.link }.filter_map do |run|
            set = context.cascade.run(paragraph, run)
            kinds = (KINDS - given(:by)).select do |name|
              set[name] && set[name] != :none && !most[name].then { |value| value && value != :none }
            end
            [run, kinds] if kinds.any?
          end
        end
      end

      # Text is in the colours allowed.
      class Colour < Rule
        checks "colour", area: :text
        takes :allow, :words, default: ["auto", "#000000"], says: "the colours", example: ["auto", "#000000"]
        takes :roles, :slots, says: "only in these roles"
        learned :paragraphs

        def sentence = "Text is #{given(:allow).map { |colour| (colour == "auto") ? "black" : colour }.uniq.join(", ")} only."

        def findings(context)
          allowed = self.allowed
          looked_at(context).filter_map do |paragraph|
            strange = paragraph.runs.reject { |run| run.text.strip.empty? || run.link }
              .map { |run| context.cascade.run(paragraph, run)[:color].downcase }.uniq - allowed
            next if strange.empty?

            finding(context, paragraph: paragraph, expected: allowed.join(", "), measured: strange.join(", "),
              message: "Text in #{strange.join(", ")}.",
              fix: fix(context, paragraph, allowed))
          end
        end

        private

        # Names of colours too.
        def allowed
          given(:allow).map do |colour|
            Properties[:color].parse(colour).downcase
          rescue Error
            colour.downcase
          end
        end

        def fix(context, paragraph, allowed)
          colour = by_the_sheet(context, paragraph, :color, allowed.first) { |own| allowed.include?(own) }
          remedies(context, paragraph, {color: colour}) { |_, own| allowed.include?(own) }
        end
      end
    end
  end
end

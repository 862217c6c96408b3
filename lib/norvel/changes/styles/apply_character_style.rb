# frozen_string_literal: true

module Norvel
  module Changes
    # Gives stretches of text ("text": [id, from, to] each) a character style, "" for none. What the style itself says is
    # taken off the words as direct formatting, so that the style decides from now on. A paragraph style stands for the
    # character style that is linked to it.
    class ApplyCharacterStyle < Operation
      takes style: :style, text: :stretches

      def carry_out(manuscript)
        style = wanted(manuscript.sheet)
        with_stretches(manuscript) do |run|
          run.with(style: style&.id, properties: style ? run.properties.except(*style.properties.keys) : run.properties)
        end
      end

      def sentence(manuscript)
        style = wanted(manuscript.sheet)
        style ? "Gave #{stretches_named(manuscript)} the character style “#{style.name}”." :
          "Took the character style off #{stretches_named(manuscript)}."
      end

      private

      def wanted(sheet)
        return if parameters["style"].to_s.empty?

        style = sheet.fetch(parameters["style"])
        style = sheet[style.linked] || style if style.kind == :paragraph
        raise ChangeRefused, "“#{style.name}” is no character style." unless style.kind == :character

        style
      end
    end

    # From example to style, for words: the character style of a stretch takes over what was set on it by hand ("text": one
    # stretch). Other words in that style that said the same by hand are bared too.
    class AdoptTextLook < Operation
      takes text: :stretches

      def carry_out(manuscript)
        sheet = manuscript.sheet
        style = adopting(sheet, manuscript).with_values(taken(manuscript))
        bared = manuscript.with(sheet: sheet.with_style(style)).with_paragraphs(bare(manuscript, style))
        paragraph, from, to = stretches(bared).first
        bared.with_paragraphs(paragraph.id => paragraph.with_stretch(from, to) { |run|
          run.with(style: style.id, properties: run.properties.except(*taken(manuscript).keys))
        })
      end

      def sentence(manuscript)
        values = taken(manuscript).map { |name, value| "#{Properties[name].label.downcase} #{Properties[name].show(value)}" }
        "The character style “#{adopting(manuscript.sheet, manuscript).name}” adopted #{values.join(", ")}."
      end

      private

      def taken(manuscript)
        found = DirectFormatting.adoptable_from(*stretches(manuscript).first)
        raise ChangeRefused, "Nothing is set by hand on the whole of these words." if found.empty?

        found
      end

      def adopting(sheet, manuscript)
        paragraph, from, to = stretches(manuscript).first
        ids = paragraph.runs_in(from, to).map(&:style).uniq
        unless ids.size == 1 && ids.first
          raise ChangeRefused,
            "These words are not in one character style; make a new style of them instead."
        end

        sheet.fetch(ids.first)
      end

      def bare(manuscript, style)
        set = taken(manuscript)
        (manuscript.paragraphs + manuscript.note_paragraphs).filter_map do |paragraph|
          next unless paragraph.runs.any? { |run| run.style == style.id && same?(run, set) }

          [paragraph.id, paragraph.with_runs(paragraph.runs.map { |run|
            (run.style == style.id && same?(run, set)) ? run.with(properties: run.properties.except(*set.keys)) : run
          })]
        end.to_h
      end

      def same?(run, set) = set.all? { |name, value| run.properties[name] == value }
    end

    # The same, but a new character style takes the look: "name". With "all", every other stretch that was formatted
    # just so by hand comes along.
    class CharacterStyleFromLook < AdoptTextLook
      takes text: :stretches, name: :name, all: :switch

      def sentence(_manuscript) = "Made the character style “#{parameters["name"].to_s.strip}” of words that look right."

      private

      def adopting(sheet, _manuscript)
        name = free_name(sheet, parameters["name"])
        StyleSheet::Style.new(id: sheet.free_id(name), name: name, kind: :character, from_file: false)
      end

      def bare(manuscript, style)
        return {} unless parameters["all"]

        set = taken(manuscript)
        (manuscript.paragraphs + manuscript.note_paragraphs).filter_map do |paragraph|
          next unless paragraph.runs.any? { |run| alike?(run, set) }

          [paragraph.id, paragraph.with_runs(paragraph.runs.map { |run|
            alike?(run, set) ? run.with(style: style.id, properties: run.properties.except(*set.keys)) : run
          })]
        end.to_h
      end

      def alike?(run, set)
        run.style.nil? && run.properties.select { |name, _| Properties::TABLE[name].direct }.except(*DirectFormatting::STAYS) == set
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Changes
    # Makes list items of the chosen paragraphs ("kind": numbers, letters or bullets), as a list of their own.
    class MakeList < ListChange
      takes paragraphs: :paragraphs, kind: :word

      KINDS = {"numbers" => ["decimal", "%d."], "letters" => ["lower_letter", "%d)"], "bullets" => ["bullet", "•"]}.freeze
      STEP = 457_200 # EMU an item is set in, each level more

      def carry_out(manuscript)
        format, text = KINDS.fetch(parameters["kind"]) { raise ChangeRefused, "A list has numbers, letters or bullets." }
        id = manuscript.free_list_id
        levels = (0..8).to_h do |index|
          [index, Manuscript::ListLevel.new(format: format, text: (format == "bullet") ? text : text.sub("%d", "%#{index + 1}"),
            properties: {indent_start: STEP * (index + 1), indent_first: -STEP / 2})]
        end
        list = Manuscript::List.new(id: id, levels: levels, counter: Manuscript::List.new_counter(id))
        ref = Properties::NumberRef.new(list: id)
        manuscript.with(lists: manuscript.lists.merge(id => list)).with_paragraphs(chosen(manuscript).to_h { |paragraph|
          [paragraph.id, paragraph.with(properties: paragraph.properties.merge(numbering: ref))]
        })
      end

      def sentence(manuscript) = "Made #{counted(chosen(manuscript).size, "paragraph")} a list with #{parameters["kind"]}."
    end

    # Begins the numbers of a list anew at a paragraph ("paragraph"; "start", 1 when missing); those after it follow.
    class RestartNumbers < ListChange
      takes paragraph: :paragraph, start: :words

      def carry_out(manuscript)
        cascade, paragraph, ref = numbered_item(manuscript)
        id = manuscript.free_list_id
        manuscript.with(lists: manuscript.lists.merge(id => other_list(manuscript, ref, id)))
          .with_paragraphs(following(manuscript, cascade, paragraph, ref).to_h { |one, place|
            [one.id, one.with(properties: one.properties.merge(numbering: place.with(list: id)))]
          })
      end

      def sentence(_manuscript) = "Numbers begin again at #{whole(parameters["start"] || "1")}."

      private

      # @return [Array(Cascade, Manuscript::Paragraph, Properties::NumberRef)]
      def numbered_item(manuscript)
        cascade = Cascade.new(manuscript)
        paragraph = manuscript.paragraph(parameters["paragraph"].to_i)
        ref = paragraph && cascade.numbering(paragraph) or raise ChangeRefused, "That paragraph has no number."
        [cascade, paragraph, ref]
      end

      def other_list(manuscript, ref, id)
        manuscript.lists[ref.list].then { |list| list.with(id: id, starts: {ref.level => whole(parameters["start"] || "1")}) }
      end

      def following(manuscript, cascade, paragraph, ref)
        manuscript.paragraphs[manuscript.index_of(paragraph.id)..].map { |one| [one, cascade.numbering(one)] }.select do |_, place|
          place&.list == ref.list
        end
      end
    end

    # Lets a list go on from the numbers of the one before it, from "paragraph" on.
    class ContinueNumbers < RestartNumbers
      takes paragraph: :paragraph

      def carry_out(manuscript)
        cascade, paragraph, ref = numbered_item(manuscript)
        format = manuscript.lists[ref.list].levels[ref.level]&.format
        earlier = manuscript.paragraphs[0...manuscript.index_of(paragraph.id)].reverse_each.filter_map { |one| cascade.numbering(one) }
          .find { |place| place.list != ref.list && manuscript.lists[place.list].levels[ref.level]&.format == format }
        raise ChangeRefused, "No list of this kind stands before it." unless earlier

        manuscript.with_paragraphs(following(manuscript, cascade, paragraph, ref).to_h { |one, place|
          [one.id, one.with(properties: one.properties.merge(numbering: place.with(list: earlier.list)))]
        })
      end

      def sentence(_manuscript) = "Numbers go on from the list before."
    end

    # Sets list items one level deeper ("by": 1) or higher (-1), or ends the list for them (0).
    class ShiftItems < ListChange
      takes paragraphs: :paragraphs, by: :number

      def carry_out(manuscript)
        cascade = Cascade.new(manuscript)
        manuscript.with_paragraphs(chosen(manuscript).to_h { |paragraph| [paragraph.id, shifted(paragraph, cascade)] })
      end

      def sentence(manuscript)
        done = {1 => "Set deeper", -1 => "Set higher", 0 => "Took out of the list"}.fetch(parameters["by"].to_i)
        "#{done}: #{counted(chosen(manuscript).size, "paragraph")}."
      end

      private

      def shifted(paragraph, cascade)
        ref = cascade.numbering(paragraph) or raise ChangeRefused, "“#{short(paragraph.text)}” is no list item."
        return ended(paragraph, cascade) if parameters["by"].to_i.zero?

        level = ref.level + parameters["by"].to_i
        raise ChangeRefused, "The list has no level #{level + 1}." unless cascade.lists[ref.list].levels.key?(level)

        paragraph.with(properties: paragraph.properties.merge(numbering: ref.with(level: level)))
      end

      def ended(paragraph, cascade)
        bare = paragraph.with(properties: paragraph.properties.except(:numbering))
        cascade.numbering(bare) ? bare.with(properties: bare.properties.merge(numbering: Properties::NumberRef.new(list: nil))) : bare
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Changes
    # Puts a new paragraph behind another ("paragraph", "text"), in that one's next style or in "style".
    class InsertParagraph < TextEdit
      takes paragraph: :paragraph
      takes_besides text: :words, style: :style

      def carry_out(manuscript)
        before = paragraph(manuscript)
        refuse_within_list(manuscript, before)
        if before.ends_section?
          raise ChangeRefused,
            "A section ends with this paragraph; put the new one before it, or split it."
        end

        style = parameters["style"] ? manuscript.sheet.fetch(parameters["style"])
          .id : manuscript.sheet[before.style]&.next_style || before.style
        text = Manuscript::PlainText.clean(parameters["text"])
        manuscript.with_paragraphs(before.id => [before,
          new_paragraph(manuscript, before, style: style, runs: text.empty? ? [] : [Manuscript::Run.new(text: text)])])
      end

      def sentence(manuscript) = "Put a new paragraph behind “#{short(paragraph(manuscript).text)}”."
    end

    # Takes paragraphs out with their text ("paragraphs": ids).
    class DeleteParagraphs < TextEdit
      takes paragraphs: :paragraphs

      def carry_out(manuscript)
        going = chosen(manuscript)
        refuse_listed(manuscript, *going)
        going.each { |paragraph| refuse_bearing(paragraph) }
        after = manuscript.with_paragraphs(going.to_h { |paragraph| [paragraph.id, nil] })
        bare = after.containers.find { |key, blocks| !blocks.last.is_a?(Manuscript::Paragraph) && !key.body? }
        raise ChangeRefused, "A cell or a note needs a paragraph; empty its text instead." if bare
        raise ChangeRefused, "No paragraph would be left." if after.paragraphs.empty?

        after
      end

      def sentence(manuscript)
        words = chosen(manuscript).sum { |paragraph| paragraph.text.split.size }
        "Deleted #{counted(chosen(manuscript).size, "paragraph")}, #{counted(words, "word")}."
      end

      private

      def refuse_bearing(paragraph)
        if paragraph.ends_section?
          raise ChangeRefused,
            "A section ends with “#{short(paragraph.text)}”; deleting it would take its page design away."
        end
        if paragraph.carries.include?(:field)
          raise ChangeRefused,
            "A field (a contents list, a reference) stands in “#{short(paragraph.text)}”; it is not deleted here."
        end
        raise ChangeRefused, "A note or an image hangs in “#{short(paragraph.text)}”; it is not deleted here." if paragraph.insets.any?
      end
    end

    # Moves neighbouring paragraphs over the block before them ("by": -1) or after them (1).
    class MoveParagraphs < TextEdit
      takes paragraphs: :paragraphs, by: :number

      def carry_out(manuscript)
        moving = chosen(manuscript)
        refuse_listed(manuscript, *moving)
        raise ChangeRefused, "A section ends here; the paragraph stays where it is." if moving.any? do |paragraph|
          paragraph.ends_section?
        end

        key, blocks, index = place(manuscript, moving.first)
        ids = moving.map(&:id)
        together = blocks[index, moving.size].map(&:id) == ids
        raise ChangeRefused, "Only paragraphs that follow each other can be moved together." unless together

        target = (parameters["by"].to_i.negative? ? index - 1 : index + moving.size)
        raise ChangeRefused, "There is nothing to move past." if target.negative? || target >= blocks.size
        raise ChangeRefused, "A section ends there; the paragraph stays on its side." if ends_section?(blocks[target])
        refuse_listed(manuscript, *Manuscript.paragraphs_in(blocks[target]))

        rest = blocks.reject { |block| ids.include?(block.id) }
        rest.insert(parameters["by"].to_i.negative? ? target : index + 1, *moving)
        manuscript.with_containers(key => rest)
      end

      def sentence(manuscript)
        moved = chosen(manuscript)
        what = (moved.size == 1) ? "“#{short(moved.first.text)}”" : counted(moved.size, "paragraph")
        "Moved #{what} #{parameters["by"].to_i.negative? ? "up" : "down"}."
      end

      private

      def ends_section?(block) = Manuscript.paragraphs_in(block).any?(&:ends_section?)
    end
  end
end

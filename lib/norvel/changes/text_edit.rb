# frozen_string_literal: true

require "diff/lcs"

module Norvel
  module Changes
    # An edit of the text itself, asked for by the person: the one kind of change that may alter words.
    class TextEdit < Operation
      def alters_text? = true

      private

      def paragraph(manuscript) = manuscript.paragraph(parameters["paragraph"].to_i) || raise(ChangeRefused, "That paragraph is not in the manuscript any more.")

      # @return [Array(String, Array, Integer)] the container's key, its blocks and the paragraph's place in it
      def place(manuscript, paragraph)
        manuscript.containers.each do |key, blocks|
          index = blocks.index { |block| block.id == paragraph.id }
          return [key, blocks, index] if index
        end
      end

      def new_paragraph(manuscript, like, style:, runs: [])
        like.with(id: manuscript.free_id, style: style, runs: runs, carries: [], properties: {}, mark_properties: {}, mark_style: nil, run_in: false)
      end
    end

    # Gives a paragraph another text ("paragraph", "text"): words that stay keep their formatting, new ones take that of
    # the text before them. Images, notes and fields stay where they are.
    class EditText < TextEdit
      TOKENS = /[\p{L}\p{N}][\p{L}\p{M}\p{N}'’]*|[[:space:]]+|./m
      MOST_TOKENS = 6_000

      def carry_out(manuscript)
        before = paragraph(manuscript)
        text = parameters["text"].to_s.gsub(/\r\n?/, "\n").delete("\u0000-\u0008\u000B\u000E-\u001F")
        refuse_insets(before.text, text)
        manuscript.with_paragraphs(before.id => before.with_runs(edited(before, text)))
      end

      def sentence(manuscript) = "Edited the text of “#{short(paragraph(manuscript).text)}”."

      private

      def refuse_insets(old, new)
        return if old.count(Manuscript::INSET_MARK) == new.count(Manuscript::INSET_MARK)

        raise ChangeRefused, "An image, a note mark or the like stands in this text and would be lost; leave its sign (#{Manuscript::INSET_MARK}) where it is."
      end

      def edited(before, text)
        old = before.text
        head = old.each_char.zip(text.each_char).take_while { |one, other| one == other }.size
        most = [old.length, text.length].min - head
        tail = (0...most).take_while { |back| old[-1 - back] == text[-1 - back] }.size
        middle = replaced(before, head, old[head...(old.length - tail)], text[head...(text.length - tail)])
        with_new_text(before.runs_in(0, head) + middle + before.runs_in(old.length - tail, old.length), before)
      end

      # What lies between: runs of the old text and strings of the new, in order.
      def replaced(before, offset, old, new)
        was, now = old.scan(TOKENS), new.scan(TOKENS)
        return before.runs_in(offset, offset + old.length).select { |run| run.text.empty? } + [new].reject(&:empty?) if was.empty? || now.empty? || was.size + now.size > MOST_TOKENS

        Diff::LCS.sdiff(was, now).flat_map do |change|
          length = change.old_element.to_s.length
          was = before.runs_in(offset, offset + length)
          parts = (change.action == "=") ? was : was.select { |run| run.text.empty? } + [change.new_element.to_s].reject(&:empty?)
          offset += length unless change.action == "+"
          parts
        end
      end

      def with_new_text(parts, before)
        parts.each_with_object([]) do |part, runs|
          next runs << part unless part.is_a?(String)

          # After a note mark text goes on as before it.
          like = runs.reverse_each.find { |run| run.insets.empty? } || parts.grep(Manuscript::Run).find { |run| run.insets.empty? }
          runs << Manuscript::Run.new(text: part.dup.freeze, style: like&.style || (before.mark_style unless like), properties: like&.properties || before.mark_properties.except(:hidden))
        end
      end
    end

    # Puts other words in the place of some, wherever they stand ("find", "replace"; "case": true where capitals count).
    class ReplaceText < EditText
      def carry_out(manuscript)
        found = found(manuscript)
        raise ChangeRefused, "“#{parameters["find"]}” does not stand in the manuscript." if found.empty?

        manuscript.with_paragraphs(found.to_h { |paragraph| [paragraph.id, replaced_in(paragraph)] })
      end

      def sentence(manuscript) = "Replaced “#{parameters["find"]}” by “#{parameters["replace"]}” in #{counted(found(manuscript).sum { |paragraph| paragraph.text.scan(pattern).size }, "place")}."

      private

      def pattern
        raise ChangeRefused, "Write the words to look for." if parameters["find"].to_s.strip.empty?

        Regexp.new(Regexp.escape(parameters["find"]), parameters["case"] ? 0 : Regexp::IGNORECASE)
      end

      def found(manuscript) = (manuscript.paragraphs + manuscript.note_paragraphs).select { |paragraph| paragraph.text.match?(pattern) }

      def replaced_in(paragraph)
        text = paragraph.text.gsub(pattern) { parameters["replace"].to_s }
        refuse_insets(paragraph.text, text)
        paragraph.with_runs(edited(paragraph, text))
      end
    end

    # Ends a paragraph at "at" (an offset); the rest becomes a paragraph of its own, in the next style when nothing is left for it.
    class SplitParagraph < TextEdit
      def carry_out(manuscript)
        before = paragraph(manuscript)
        at = parameters["at"].to_i.clamp(0, before.text.length)
        first, rest = before.runs_in(0, at), before.runs_in(at, before.text.length)
        # A section's end stays on what comes last.
        return cut_above(manuscript, before, first, rest) if before.carries.include?(:section_end) || before.run_in

        ending = at == before.text.length && !before.text.empty?
        style = ending ? manuscript.sheet[before.style]&.next_style || before.style : before.style
        after = new_paragraph(manuscript, before, style: style, runs: before.runs_abroad(rest))
        after = after.with(properties: before.properties.except(:break_before), mark_properties: before.mark_properties, mark_style: before.mark_style) unless ending && style != before.style
        manuscript.with_paragraphs(before.id => [before.with_runs(first), after])
      end

      def sentence(manuscript) = "Split “#{short(paragraph(manuscript).text)}” in two."

      private

      def cut_above(manuscript, before, first, rest)
        above = new_paragraph(manuscript, before, style: before.style, runs: before.runs_abroad(first)).with(properties: before.properties)
        manuscript.with_paragraphs(before.id => [above, before.with(properties: before.properties.except(:break_before)).with_runs(rest)])
      end
    end

    # Joins a paragraph with the one after it, in the first one's style; a space stands between the words unless "bare".
    class JoinParagraphs < TextEdit
      def carry_out(manuscript)
        first = paragraph(manuscript)
        _, blocks, index = place(manuscript, first)
        second = blocks[index + 1]
        raise ChangeRefused, "No paragraph follows here that it could be joined with." unless second.is_a?(Manuscript::Paragraph)
        raise ChangeRefused, "A section ends between these two; they cannot be joined." if first.carries.include?(:section_end)

        gap = (parameters["bare"] || first.blank? || second.blank? || first.text.match?(/[[:space:]]\z/) || second.text.match?(/\A[[:space:]]/)) ? [] : [Manuscript::Run.new(text: " ")]
        manuscript.with_paragraphs(joined(first, second, gap))
      end

      def sentence(manuscript) = "Joined “#{short(paragraph(manuscript).text)}” with the paragraph after it."

      private

      def joined(first, second, gap)
        carries = (first.carries + second.carries).uniq
        if second.carries.include?(:section_end)
          runs = second.runs_at_home(first.runs_abroad) + gap + second.runs
          {first.id => nil, second.id => second.with(style: first.style, properties: first.properties, carries: carries).with_runs(runs)}
        else
          {first.id => first.with(carries: carries, run_in: second.run_in).with_runs(first.runs + gap + first.runs_at_home(second.runs_abroad)), second.id => nil}
        end
      end
    end

    # Puts a new paragraph behind another ("paragraph", "text"), in that one's next style or in "style".
    class InsertParagraph < TextEdit
      def carry_out(manuscript)
        before = paragraph(manuscript)
        raise ChangeRefused, "A section ends with this paragraph; put the new one before it, or split it." if before.carries.include?(:section_end)

        style = parameters["style"] ? manuscript.sheet.fetch(parameters["style"]).id : manuscript.sheet[before.style]&.next_style || before.style
        text = parameters["text"].to_s
        manuscript.with_paragraphs(before.id => [before, new_paragraph(manuscript, before, style: style, runs: text.empty? ? [] : [Manuscript::Run.new(text: text)])])
      end

      def sentence(manuscript) = "Put a new paragraph behind “#{short(paragraph(manuscript).text)}”."
    end

    # Takes paragraphs out with their text ("paragraphs": ids).
    class DeleteParagraphs < TextEdit
      def carry_out(manuscript)
        going = chosen(manuscript)
        going.each { |paragraph| refuse_bearing(paragraph) }
        after = manuscript.with_paragraphs(going.to_h { |paragraph| [paragraph.id, nil] })
        bare = after.containers.find { |key, blocks| !blocks.last.is_a?(Manuscript::Paragraph) && key != "body" }
        raise ChangeRefused, "A cell or a note needs a paragraph; empty its text instead." if bare
        raise ChangeRefused, "No paragraph would be left." if after.paragraphs.empty?

        after
      end

      def sentence(manuscript) = "Deleted #{counted(chosen(manuscript).size, "paragraph")}, #{counted(chosen(manuscript).sum { |paragraph| paragraph.text.split.size }, "word")}."

      private

      def refuse_bearing(paragraph)
        raise ChangeRefused, "A section ends with “#{short(paragraph.text)}”; deleting it would take its page design away." if paragraph.carries.include?(:section_end)
        raise ChangeRefused, "A field (a contents list, a reference) stands in “#{short(paragraph.text)}”; it is not deleted here." if paragraph.carries.include?(:field)
        raise ChangeRefused, "A note or an image hangs in “#{short(paragraph.text)}”; it is not deleted here." if paragraph.insets.any?
      end
    end

    # Moves neighbouring paragraphs over the block before them ("by": -1) or after them (1).
    class MoveParagraphs < TextEdit
      def carry_out(manuscript)
        moving = chosen(manuscript)
        raise ChangeRefused, "A section ends here; the paragraph stays where it is." if moving.any? { |paragraph| paragraph.carries.include?(:section_end) }

        key, blocks, index = place(manuscript, moving.first)
        ids = moving.map(&:id)
        raise ChangeRefused, "Only paragraphs that follow each other can be moved together." unless blocks[index, moving.size].map(&:id) == ids

        target = (parameters["by"].to_i.negative? ? index - 1 : index + moving.size)
        raise ChangeRefused, "There is nothing to move past." if target.negative? || target >= blocks.size
        raise ChangeRefused, "A section ends there; the paragraph stays on its side." if ends_section?(blocks[target])

        rest = blocks.reject { |block| ids.include?(block.id) }
        rest.insert(parameters["by"].to_i.negative? ? target : index + 1, *moving)
        manuscript.with_containers(key => rest)
      end

      def sentence(manuscript) = "Moved #{(chosen(manuscript).size == 1) ? "“#{short(chosen(manuscript).first.text)}”" : counted(chosen(manuscript).size, "paragraph")} #{parameters["by"].to_i.negative? ? "up" : "down"}."

      private

      def ends_section?(block) = Manuscript.paragraphs_in(block).any? { |paragraph| paragraph.carries.include?(:section_end) }
    end
  end
end

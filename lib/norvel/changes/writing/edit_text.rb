# frozen_string_literal: true

require "diff/lcs"

module Norvel
  module Changes
    # Gives a paragraph another text ("paragraph", "text"): words that stay keep their formatting, new ones take that of
    # the text before them. Images, notes and fields stay where they are.
    class EditText < TextEdit
      takes_besides paragraph: :paragraph, text: :words

      TOKENS = /[\p{L}\p{N}][\p{L}\p{M}\p{N}'’]*|[[:space:]]+|./m
      MOST_TOKENS = 6_000

      def carry_out(manuscript)
        before = paragraph(manuscript)
        refuse_listed(manuscript, before)
        text = Manuscript::PlainText.clean(parameters["text"], inline: true)
        refuse_insets(before.text, text)
        manuscript.with_paragraphs(before.id => before.with_runs(edited(before, text)))
      end

      def sentence(manuscript) = "Edited the text of “#{short(paragraph(manuscript).text)}”."

      private

      def refuse_insets(old, new)
        return if old.count(Manuscript::INSET_MARK) == new.count(Manuscript::INSET_MARK)

        raise ChangeRefused,
          "An image, a note mark or the like stands in this text and would be lost; leave its sign (#{Manuscript::INSET_MARK}) where it is."
      end

      def edited(before, text)
        old = before.text
        return with_new_text(before.runs + [text], before) if old.empty?

        head = old.each_char.zip(text.each_char).take_while { |one, other| one == other }.size
        most = [old.length, text.length].min - head
        tail = (0...most).take_while { |back| old[-1 - back] == text[-1 - back] }.size
        middle = replaced(before, head, old[head...(old.length - tail)], text[head...(text.length - tail)])
        with_new_text(before.runs_in(0, head) + middle + before.runs_in(old.length - tail, old.length), before)
      end

      # What lies between: runs of the old text and strings of the new, in order.
      def replaced(before, offset, old, new)
        was, now = old.scan(TOKENS), new.scan(TOKENS)
        if was.empty? || now.empty? || was.size + now.size > MOST_TOKENS
          return before.runs_in(offset, offset + old.length).filter_map(&:without_text) + [new].reject(&:empty?)
        end

        Diff::LCS.sdiff(was, now).flat_map do |change|
          length = change.old_element.to_s.length
          was = before.runs_in(offset, offset + length)
          parts = (change.action == "=") ? was : was.filter_map(&:without_text) + [change.new_element.to_s].reject(&:empty?)
          offset += length unless change.action == "+"
          parts
        end
      end

      def with_new_text(parts, before)
        parts.each_with_object([]) do |part, runs|
          next runs << part unless part.is_a?(String)

          # After a note mark text goes on as before it.
          like = runs.reverse_each.find { |run| run.insets.empty? } || parts.grep(Manuscript::Run).find { |run| run.insets.empty? }
          runs << Manuscript::Run.new(text: part.dup.freeze, style: like&.style || (before.mark_style unless like),
            properties: like&.properties || before.mark_properties.except(:hidden))
        end
      end
    end

    # Puts other words in the place of some, wherever they stand ("find", "replace"; "case": true where capitals count).
    class ReplaceText < EditText
      takes find: :words, replace: :words, case: :switch

      def carry_out(manuscript)
        found = found(manuscript)
        raise ChangeRefused, "“#{parameters["find"]}” does not stand in the manuscript." if found.empty?

        refuse_too_much(manuscript, found)

        manuscript.with_paragraphs(found.to_h { |paragraph| [paragraph.id, replaced_in(paragraph)] })
      end

      def sentence(manuscript) =
        "Replaced “#{parameters["find"]}” by “#{parameters["replace"]}” " \
        "in #{counted(found(manuscript).sum { |paragraph| paragraph.text.scan(pattern).size }, "place")}."

      MOST = 5_000_000 # letters that a manuscript may come to

      private

      def refuse_too_much(manuscript, found)
        words = replacement.length
        more = found.sum { |paragraph| paragraph.text.scan(pattern).sum { |match| words - match.length } }
        return if more <= 0 || (manuscript.paragraphs + manuscript.note_paragraphs).sum { |paragraph| paragraph.text.length } + more <= MOST

        raise ChangeRefused, "That would make the manuscript longer than #{MOST / 1_000_000} million letters; nothing was replaced."
      end

      def pattern
        raise ChangeRefused, "Write the words to look for." if parameters["find"].to_s.strip.empty?

        Regexp.new(Regexp.escape(parameters["find"]), parameters["case"] ? 0 : Regexp::IGNORECASE)
      end

      def replacement = Manuscript::PlainText.clean(parameters["replace"], inline: true)

      def found(manuscript)
        (manuscript.paragraphs + manuscript.note_paragraphs).select do |paragraph|
          paragraph.text.match?(pattern) && !manuscript.listed.include?(paragraph.id)
        end
      end

      # Each place by itself, in the formatting of what stood there.
      def replaced_in(paragraph)
        words = replacement.freeze
        places = paragraph.text.to_enum(:scan, pattern).map { Regexp.last_match.offset(0) }
        refuse_insets(paragraph.text, paragraph.text.gsub(pattern) { words })
        at = 0
        runs = places.flat_map do |from, to|
          gone = paragraph.runs_in(from, to)
          like = gone.find { |run| !run.text.empty? }
          new = words.empty? ? [] : [Manuscript::Run.new(text: words, style: like.style, properties: like.properties)]
          [*((at < from) ? paragraph.runs_in(at, from) : []), *gone.filter_map(&:without_text), *new].tap { at = to }
        end
        paragraph.with_runs(runs + ((at < paragraph.text.length) ? paragraph.runs_in(at, paragraph.text.length) : []))
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Changes
    # Ends a paragraph at "at" (an offset); the rest becomes a paragraph of its own, in the next style when nothing is left for it.
    class SplitParagraph < TextEdit
      takes_besides paragraph: :paragraph, at: :number, new: :number, style: :style, bare: :switch

      def carry_out(manuscript)
        before = paragraph(manuscript)
        refuse_listed(manuscript, before)
        at = parameters["at"].to_i.clamp(0, before.text.length)
        first = before.runs_in(0, at)
        rest = before.text.empty? ? [] : before.runs_in(at, before.text.length)
        # A section's end stays on what comes last.
        return cut_above(manuscript, before, first, rest) if before.ends_section? || before.run_in

        ending = at == before.text.length && !before.text.empty?
        style = ending ? manuscript.sheet[before.style]&.next_style || before.style : before.style
        after = new_paragraph(manuscript, before, style: style, runs: before.runs_abroad(rest))
        unless ending && style != before.style
          after = after.with(properties: before.properties.except(:break_before), mark_properties: before.mark_properties,
            mark_style: before.mark_style)
        end
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
      takes paragraph: :paragraph

      def carry_out(manuscript)
        first = paragraph(manuscript)
        _, blocks, index = place(manuscript, first)
        second = blocks[index + 1]
        raise ChangeRefused, "No paragraph follows here that it could be joined with." unless second.is_a?(Manuscript::Paragraph)
        refuse_listed(manuscript, first, second)
        raise ChangeRefused, "A section ends between these two; they cannot be joined." if first.ends_section?

        gap = (parameters["bare"] || first.blank? || second.blank? || first.text.match?(/[[:space:]]\z/) ||
          second.text.match?(/\A[[:space:]]/)) ? [] : [Manuscript::Run.new(text: " ")]
        manuscript.with_paragraphs(joined(first, second, gap))
      end

      def sentence(manuscript) = "Joined “#{short(paragraph(manuscript).text)}” with the paragraph after it."

      private

      def joined(first, second, gap)
        carries = (first.carries + second.carries).uniq
        if second.ends_section?
          runs = second.runs_at_home(first.runs_abroad) + gap + second.runs
          {first.id => nil, second.id => second.with(style: first.style, properties: first.properties, carries: carries).with_runs(runs)}
        else
          {
            first.id => first.with(carries: carries, run_in: second.run_in)
              .with_runs(first.runs + gap + first.runs_at_home(second.runs_abroad)), second.id => nil
          }
        end
      end
    end
  end
end

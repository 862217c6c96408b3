# frozen_string_literal: true

module Norvel
  module Changes
    # Lets the next paragraph go on in the line of a heading ("paragraph"; "run_in": false sets it on its own line again).
    class SetRunIn < Operation
      def carry_out(manuscript)
        heading = example(manuscript)
        refuse_alone(manuscript, heading) if wanted
        mark = wanted ? heading.mark_properties.merge(hidden: true) : heading.mark_properties.except(:hidden)
        manuscript.with_paragraphs(heading.id => heading.with(run_in: wanted, mark_properties: mark))
      end

      def sentence(manuscript) = "“#{short(example(manuscript).text)}” #{wanted ? "runs in with the text after it" : "stands on a line of its own"}."

      private

      def wanted = parameters.fetch("run_in", true)

      def example(manuscript) = manuscript.paragraph(parameters["paragraph"].to_i) || raise(ChangeRefused, "That paragraph is not in the manuscript any more.")

      def refuse_alone(manuscript, heading)
        blocks = manuscript.containers.each_value.find { |list| list.any? { |block| block.id == heading.id } }
        following = blocks[blocks.index { |block| block.id == heading.id } + 1]
        raise ChangeRefused, "No text follows that could go on in its line." unless following.is_a?(Manuscript::Paragraph) && !following.blank?
        raise ChangeRefused, "A section ends with this heading; it cannot run in." if heading.carries.include?(:section_end)
        raise ChangeRefused, "Two run-in headings cannot follow each other." if following.run_in
      end
    end

    # Makes a run-in heading of the first words of a paragraph ("text": one stretch from its beginning; "style").
    class RunInFromWords < Operation
      def carry_out(manuscript)
        paragraph, from, to = stretches(manuscript).first
        raise ChangeRefused, "A run-in heading stands at the beginning of its paragraph." unless from.zero? && to < paragraph.text.length

        raise ChangeRefused, "The heading would end inside a word; choose the word whole." if paragraph.text[to - 1, 2].match?(/\A[\p{L}\p{N}]{2}\z/)

        to += paragraph.text[to..][/\A[[:space:]]*/].length
        style = manuscript.sheet.fetch(parameters["style"])
        heading = paragraph.with(id: manuscript.free_id, style: style.id, properties: {}, mark_properties: {hidden: true}, mark_style: nil, carries: [], run_in: true, runs: paragraph.runs_abroad(paragraph.runs_in(0, to)))
        manuscript.with_paragraphs(paragraph.id => [heading, paragraph.with_runs(paragraph.runs_in(to, paragraph.text.length))])
      end

      def sentence(manuscript) = "Made #{stretches_named(manuscript)} a run-in heading."
    end
  end
end

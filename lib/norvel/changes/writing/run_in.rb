# frozen_string_literal: true

module Norvel
  module Changes
    # Lets the next paragraph go on in the line of a heading ("paragraphs"; "run_in": false sets them on lines of their own again).
    class SetRunIn < Operation
      NO_RUN_IN = "The format of this file has no headings that run into the line of their text."

      takes paragraphs: :headings, run_in: :unless_no

      # @param manuscript [Manuscript] @param heading [Manuscript::Paragraph] of the body, a cell or a note
      # @return [String, nil] why it cannot run in, in a sentence
      def self.hindrance(manuscript, heading)
        return NO_RUN_IN unless manuscript.inheritance.run_in

        blocks = manuscript.containers[manuscript.container_of(heading.id)] or return "It stands in a header or footer."
        following = blocks[blocks.index { |block| block.id == heading.id } + 1]
        return "No text follows that could go on in its line." unless following.is_a?(Manuscript::Paragraph) && !following.blank?
        return "A section ends with this heading; it cannot run in." if heading.ends_section?

        "Two run-in headings cannot follow each other." if following.run_in
      end

      def carry_out(manuscript)
        headings = chosen(manuscript)
        headings.each { |heading| refuse_hindered(manuscript, heading, headings) } if wanted
        manuscript.with_paragraphs(headings.to_h { |heading| [heading.id, set(heading)] })
      end

      def sentence(manuscript)
        headings = chosen(manuscript)
        if headings.size == 1
          return "“#{short(headings.first.text)}” #{wanted ? "runs in with the text after it" : "stands on a line of its own"}."
        end

        "#{counted(headings.size, "heading")} #{wanted ? "run in with the text after them" : "stand on lines of their own"}."
      end

      private

      def wanted = parameters.fetch("run_in", true)

      def refuse_hindered(manuscript, heading, headings)
        hindrance = self.class.hindrance(manuscript, heading)
        raise ChangeRefused, "“#{short(heading.text)}”: #{hindrance}" if hindrance

        index = manuscript.index_of(heading.id)
        behind = manuscript.paragraphs[index + 1] if index
        raise ChangeRefused, "Two run-in headings cannot follow each other." if headings.include?(behind)
      end

      def set(heading)
        heading.with(run_in: wanted,
          mark_properties: wanted ? heading.mark_properties.merge(hidden: true) : heading.mark_properties.except(:hidden))
      end
    end

    # Makes a run-in heading of the first words of a paragraph ("text": one stretch from its beginning; "style").
    class RunInFromWords < Operation
      takes text: :stretch, style: :style

      def carry_out(manuscript)
        raise ChangeRefused, SetRunIn::NO_RUN_IN unless manuscript.inheritance.run_in

        paragraph, from, to = stretches(manuscript).first
        refuse_listed(manuscript, paragraph)
        raise ChangeRefused, "A run-in heading stands at the beginning of its paragraph." unless from.zero? && to < paragraph.text.length

        raise ChangeRefused, "The heading would end inside a word; choose the word whole." if paragraph.text[to - 1,
          2].match?(/\A[\p{L}\p{N}]{2}\z/)

        to += paragraph.text[to..][/\A[[:space:]]*/].length
        style = manuscript.sheet.fetch(parameters["style"])
        heading = paragraph.with(id: manuscript.free_id, style: style.id, properties: {}, mark_properties: {hidden: true}, mark_style: nil,
          carries: [], run_in: true, runs: paragraph.runs_abroad(paragraph.runs_in(0, to)))
        manuscript.with_paragraphs(paragraph.id => [heading, paragraph.with_runs(paragraph.runs_in(to, paragraph.text.length))])
      end

      def sentence(manuscript) = "Made #{stretches_named(manuscript)} a run-in heading."
    end
  end
end

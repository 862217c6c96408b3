# frozen_string_literal: true

module Norvel
  module Changes
    # Revisions become text: what was put in is text like any other, what was taken out is gone from the file, what was moved stands in its
    # new place only. "revisions" are [paragraph, ref] of Manuscript::Matter, or "all"; the others stay recorded. A paragraph whose end was
    # taken out joins the next, or goes where it holds nothing (ISO/IEC 29500-1 §17.13.5.15). Of formatting, what was changed stays.
    class AcceptRevisions < Operation
      takes_besides revisions: :data

      # @param manuscript [Manuscript]
      # @return [Array<Manuscript::Matter>] what may be accepted
      def self.of(manuscript)
        manuscript.matters.select { |matter| matter.revision? && matter.ref && manuscript.paragraph(matter.paragraph) }
      end

      def carry_out(manuscript)
        chosen = accepted(manuscript)
        raise NothingToChange, "There is no revision to accept." if chosen.empty?

        left = manuscript.matters - chosen
        done = chosen.map(&:paragraph).uniq.reject { |id| left.any? { |matter| matter.paragraph == id && matter.of_text? } }
        settled = manuscript.with_paragraphs(done.to_h { |id| [id, settled(manuscript.paragraph(id))] }).with(matters: left)
        done.reverse.reduce(settled) { |now, id| ended(now, manuscript.paragraph(id)) }
      end

      def sentence(manuscript)
        found = accepted(manuscript)
        if found.size == 1
          return "Accepted a #{found.first.called}: #{found.first.text.empty? ? "the end of a paragraph" : "“#{short(found.first.text)}”"}."
        end

        said = found.map(&:kind).tally.map { |kind, count| "#{count} #{Manuscript::Matter.called(kind, count)}" }
        "Accepted #{(said.size > 1) ? "#{said[0..-2].join(", ")} and #{said.last}" : said.first}."
      end

      private

      def accepted(manuscript)
        all = self.class.of(manuscript)
        return all if parameters.fetch("revisions") == "all"

        wanted = parameters.fetch("revisions").map { |id, ref| [id.to_i, ref.to_s] }
        all.select { |matter| wanted.include?([matter.paragraph, matter.ref]) }
      end

      def settled(paragraph)
        paragraph.with(carries: paragraph.carries - [:revision], runs: paragraph.runs.map { |run| run.with(revised: false) })
      end

      # What becomes of a paragraph whose end was taken out.
      def ended(manuscript, was)
        return manuscript unless was.carries.include?(:end_taken_out)

        paragraph = manuscript.paragraph(was.id).then { |one| one.with(carries: one.carries - [:end_taken_out]) }
        manuscript = manuscript.with_paragraphs(was.id => paragraph)
        return without(manuscript, paragraph) if paragraph.text.empty? && paragraph.empty?

        JoinParagraphs.new("paragraph" => was.id, "bare" => true).call(manuscript)
      rescue ChangeRefused
        manuscript # before a table or a section's end both stay
      end

      def without(manuscript, paragraph)
        EmptyParagraphs.removable(manuscript).include?(paragraph) ? manuscript.with_paragraphs(paragraph.id => nil) : manuscript
      end

      # Ends of paragraphs apart, every letter stays.
      def same_words?(before, after) = [before, after].map { |one| one.words.join }.uniq.size == 1
    end
  end
end

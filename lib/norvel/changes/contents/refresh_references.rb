# frozen_string_literal: true

module Norvel
  module Changes
    # Cross-references to pages, headings and captions say what they should; those that lead nowhere stay as they are, and are told.
    class RefreshReferences < Operation
      def carry_out(manuscript)
        stale = References.new(Layout.new(manuscript)).stale
        raise NothingToChange, "Every cross-reference says what it should." if stale.empty?

        manuscript.with_paragraphs(stale.group_by(&:paragraph).to_h { |id, found| [id, refreshed(manuscript.paragraph(id), found)] })
      end

      def told(before, after)
        changed = before.all_paragraphs.zip(after.all_paragraphs).sum { |was, now| was.runs.zip(now.runs).count { |one, other| one.text != other.text } }
        "Brought #{counted(changed, "cross-reference")} up to date."
      end

      def remarks(before, _after)
        broken = References.new(Layout.new(before)).broken.map { |found| before.paragraph(found.paragraph) }
        [remark(broken, "1 cross-reference leads nowhere and stays.", "%d cross-references lead nowhere and stay.")].compact
      end

      private

      def refreshed(paragraph, found)
        wanted = found.to_h { |one| [one.run, one.wanted] }
        paragraph.with(runs: paragraph.runs.each_with_index.map { |run, index| wanted[index] ? run.with(text: wanted[index]) : run })
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Changes
    # What fields work out says what it should.
    module Refreshed
      private

      # @param found [Array<References::Found>]
      def with_said(manuscript, found)
        manuscript.with_paragraphs(found.group_by(&:paragraph).to_h do |id, here|
          wanted = here.to_h { |one| [one.run, one.wanted] }
          paragraph = manuscript.paragraph(id)
          [
            id, paragraph.with(runs: paragraph.runs.each_with_index.map { |run, index|
              wanted[index] ? run.with(text: wanted[index]) : run
            })
          ]
        end)
      end

      def changed_runs(before, after)
        before.all_paragraphs.zip(after.all_paragraphs).sum do |was, now|
          was.runs.zip(now.runs).count { |one, other| one.text != other.text }
        end
      end
    end

    # Cross-references to pages, headings and captions say what they should; those that lead nowhere stay as they are, and are told.
    class RefreshReferences < Operation
      takes

      include Refreshed

      def carry_out(manuscript)
        stale = References.new(Layout.new(manuscript)).stale
        raise NothingToChange, "Every cross-reference says what it should." if stale.empty?

        with_said(manuscript, stale)
      end

      def told(before, after)
        "Brought #{counted(changed_runs(before, after), "cross-reference")} up to date."
      end

      def remarks(before, _after)
        broken = References.new(Layout.new(before)).broken.map { |found| before.paragraph(found.paragraph) }
        [remark(broken, "1 cross-reference leads nowhere and stays.", "%d cross-references lead nowhere and stay.")].compact
      end
    end

    # Numbers that fields count, of captions for the most part, are counted anew; what refers to them follows.
    class RecountNumbers < Operation
      takes

      include Refreshed

      def alters_text? = true # numbers, as the person asks

      def carry_out(manuscript)
        wrong = References.new(Layout.new(manuscript)).miscounted
        raise NothingToChange, "Every counted number is the one that is due." if wrong.empty?

        recounted = with_said(manuscript, wrong)
        with_said(recounted, References.new(Layout.new(recounted)).stale)
      end

      def told(before, after)
        numbers = References.new(Layout.new(before)).miscounted.size
        others = changed_runs(before, after) - numbers
        "Counted #{counted(numbers, "number")} anew#{", and brought #{counted(others, "cross-reference")} up to date" if others.positive?}."
      end
    end
  end
end

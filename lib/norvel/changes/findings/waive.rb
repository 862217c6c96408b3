# frozen_string_literal: true

module Norvel
  module Changes
    # A finding of a rule ("rule", "paragraph": nil where it is about none) is let be, for a "reason"; without one it counts again.
    class Waive < Operation
      takes_besides rule: :name, paragraph: :paragraph, reason: :words

      LONGEST = 500

      def carry_out(manuscript)
        others = manuscript.waivers.reject { |waiver| waiver.rule == rule && waiver.paragraph == id }
        reason = Manuscript::PlainText.clean(parameters["reason"].to_s).strip
        raise ChangeRefused, "A reason has at most #{LONGEST} letters." if reason.length > LONGEST
        return counted_again(manuscript, others) if reason.empty?
        raise ChangeRefused, "That paragraph is not there any more." if id && manuscript.paragraph(id).nil?

        waiver = Manuscript::Waiver.new(rule: rule, paragraph: id, text: id && manuscript.paragraph(id).text, reason: reason)
        manuscript.with(waivers: others + [waiver])
      end

      def sentence(manuscript)
        where = (id && manuscript.paragraph(id)) ? " in “#{short(manuscript.paragraph(id).text, 30)}”" : ""
        parameters["reason"].to_s.strip.empty? ? "Let “#{rule}” count again#{where}." :
          "Waived “#{rule}”#{where}: #{short(parameters["reason"], 60)}."
      end

      private

      def rule = parameters.fetch("rule").to_s

      def id = parameters["paragraph"]&.to_i

      def counted_again(manuscript, others)
        raise NothingToChange, "That was not waived." if others.size == manuscript.waivers.size

        manuscript.with(waivers: others)
      end
    end

    # Mends several findings in one step, as a series; changes that have become needless, or cannot be made, are left out.
    class Mend < Series
      takes_besides title: :words, changes: :changes

      def carry_out(manuscript)
        after = parameters.fetch("changes").reduce(manuscript) do |now, (name, details)|
          Changes.build(name, details).call(now)
        rescue NothingToChange, ChangeRefused
          now
        end
        raise NothingToChange, "Nothing of it could be mended." if after == manuscript

        after
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Changes
    # Gives the chosen paragraphs a paragraph style. Direct formatting stays; numbering and breaks set by
    # hand stay.
    class ApplyStyle < Operation
      def carry_out(manuscript)
        style = manuscript.sheet.fetch(parameters["style"])
        raise ChangeRefused, "“#{style.name}” is no paragraph style." unless style.kind == :paragraph

        manuscript.with_paragraphs(chosen(manuscript).reject { |paragraph| paragraph.style == style.id }.to_h { |paragraph| [paragraph.id, paragraph.with(style: style.id)] })
      end

      def sentence(manuscript)
        "Gave #{counted(chosen(manuscript).size, "paragraph")} the style “#{manuscript.sheet.fetch(parameters["style"]).name}”."
      end
    end
  end
end

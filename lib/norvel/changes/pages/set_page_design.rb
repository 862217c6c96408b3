# frozen_string_literal: true

module Norvel
  module Changes
    # Changes paper and margins of every section, or of those in "sections": "paper" is a name,
    # "margin" holds lengths by edge (top, bottom, start, end, gutter, header, footer).
    class SetPageDesign < Operation
      def carry_out(manuscript)
        indexes = parameters["sections"] || manuscript.sections.each_index.to_a
        manuscript.with(sections: manuscript.sections.each_with_index.map { |section, index| indexes.include?(index) ? redesign(section) : section })
      rescue ChangeRefused
        raise
      rescue Error => error
        raise ChangeRefused, error.message
      end

      def sentence(_manuscript)
        parts = [("paper #{parameters["paper"]}" if parameters["paper"]), *(parameters["margin"] || {}).map { |edge, length| "#{edge} margin #{length}" }].compact
        "Set the page design: #{parts.join(", ")}."
      end

      private

      def redesign(section)
        page = section.page
        page = page.with(**paper(page)) if parameters["paper"]
        margin = page.margin.merge((parameters["margin"] || {}).to_h { |edge, length| [edge.to_sym, Lengths.parse(length, default_unit: "cm")] })
        raise ChangeRefused, "A margin is not less than 0." if margin.values_at(*parameters.fetch("margin", {}).keys.map(&:to_sym)).any?(&:negative?)

        page = page.with(margin: margin)
        if page.text_width < 720_000 || page.height - margin[:top] - margin[:bottom] < 720_000
          raise ChangeRefused,
            "These margins leave less than 2 cm for the text."
        end

        section.with(page: page)
      end

      def paper(page)
        size = Manuscript::PageDesign.paper(parameters["paper"])
        (page.width > page.height) ? {width: size[:height], height: size[:width]} : size
      rescue KeyError
        raise ChangeRefused, "“#{parameters["paper"]}” is no paper Norvel knows."
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Changes
    # What changes of page designs share.
    module OnPaper
      LEAST = 720_000 # EMU of text across and down: 2 cm

      private

      # @param page [Manuscript::PageDesign]
      # @return [Manuscript::PageDesign] on the paper and with the margins that are asked for
      def redesigned(page)
        page = page.with(**settled(paper(page), page.to_h)) if parameters["paper"]
        asked = margins
        page = page.with(margin: page.margin.merge(settled(asked, page.margin)))
        across, down = page.text_width, page.height - page.margin[:top] - page.margin[:bottom]
        if (asked.any? || parameters["paper"]) && [across, down].min < LEAST
          raise ChangeRefused, "These margins leave less than 2 cm for the text."
        end

        page
      end

      # What is there already, up to the rounding of files, stays.
      def settled(lengths, own) =
        lengths.to_h do |name, length|
          [name, (own[name] && (own[name] - length).abs <= Properties::Property::ROUNDING) ? own[name] : length]
        end

      # @return [Hash{Symbol=>Integer}] EMU by edge
      def margins
        (parameters["margin"] || {}).to_h do |edge, written|
          length = Lengths.parse(written, default_unit: "cm")
          raise ChangeRefused, "A margin is not less than 0." if length.negative?

          [edge.to_sym, length]
        end
      end

      # @param page [Manuscript::PageDesign]
      # @return [Hash{Symbol=>Integer}] width and height of the paper asked for, which lies as it lay
      def paper(page)
        size = Manuscript::PageDesign.paper(parameters["paper"])
        (page.width > page.height) ? {width: size[:height], height: size[:width]} : size
      rescue KeyError
        raise ChangeRefused, "“#{parameters["paper"]}” is no paper Norvel knows."
      end
    end

    # Changes paper and margins of every section, or of those in "sections": "paper" is a name,
    # "margin" holds lengths by edge (top, bottom, start, end, gutter, header, footer).
    class SetPageDesign < Operation
      takes_besides paper: :word, margin: :lengths, sections: :numbers

      include OnPaper

      def carry_out(manuscript)
        indexes = parameters["sections"] || manuscript.sections.each_index.to_a
        manuscript.with(sections: manuscript.sections.each_with_index.map { |section, index|
          indexes.include?(index) ? section.with(page: redesigned(section.page)) : section
        })
      rescue ChangeRefused
        raise
      rescue Error => error
        raise ChangeRefused, error.message
      end

      def sentence(_manuscript)
        parts = [("paper #{parameters["paper"]}" if parameters["paper"]),
          *(parameters["margin"] || {}).map { |edge, length| "#{edge} margin #{length}" }].compact
        "Set the page design: #{parts.join(", ")}."
      end
    end
  end
end

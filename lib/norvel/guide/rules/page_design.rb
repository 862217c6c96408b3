# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Margins of every section: exactly as asked, or at least that.
      class Margins < Rule
        checks "margins"
        TOLERANCE = 18_000 # EMU: 0.5 mm

        def findings(context)
          context.manuscript.sections.each_with_index.flat_map do |section, index|
            @margins.reject { |edge, wanted| met?(section.page.margin[edge], wanted) }.map { |edge, wanted| describe(context, section, index, edge, wanted) }
          end
        end

        private

        def prepare
          @margins = @data["margins"].to_h { |edge, length| [edge.to_sym, Lengths.parse(length)] }
          @tolerance = @data["tolerance"] ? Lengths.parse(@data["tolerance"]) : TOLERANCE
        end

        def met?(measured, wanted) = @data["at_least"] ? measured >= wanted - @tolerance : (measured - wanted).abs <= @tolerance

        def describe(context, section, index, edge, wanted)
          measured = section.page.margin[edge]
          where = (context.manuscript.sections.size > 1) ? " in section #{index + 1}" : ""
          finding(context, page: context.layout.pages.find { |page| page.part == index }&.number, expected: "#{"at least " if @data["at_least"]}#{Lengths.show(wanted, "cm")}", measured: Lengths.show(measured, "cm"),
            expected_value: Lengths.points(wanted), measured_value: Lengths.points(measured), unit: "pt",
            message: "The #{edge} margin#{where} is #{Lengths.show(measured, "cm")}; #{Lengths.show(wanted, "cm")} is asked for.",
            fix: ["set_page_design", {"sections" => [index], "margin" => {edge.to_s => Lengths.exactly(wanted)}}])
        end
      end

      # The paper of every section.
      class Paper < Rule
        checks "paper"

        def findings(context)
          context.manuscript.sections.each_with_index.reject { |section, _| section.page.paper.delete_suffix(" landscape") == @data["paper"] }.map do |section, index|
            finding(context, page: context.layout.pages.find { |page| page.part == index }&.number, expected: @data["paper"], measured: section.page.paper,
              message: "The paper is #{section.page.paper}; #{@data["paper"]} is asked for.", fix: ["set_page_design", {"sections" => [index], "paper" => @data["paper"]}])
          end
        end
      end
    end
  end
end

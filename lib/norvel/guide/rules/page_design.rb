# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Margins of every section: exactly as asked, or at least that.
      class Margins < Rule
        checks "margins", area: :page
        takes :margins, :lengths, required: true, said: "page/margins", says: "by edge", example: {"top" => "2.5 cm", "start" => "3.5 cm"}
        takes :at_least, :switch, default: false, says: "larger ones are allowed"
        takes :tolerance, :length, default: 18_000, says: "how far a margin may be off"
        learned(:sections) { |examples| examples.first.guide.page[:margins] ? [[{"margins" => AsSaid::WORD}]] : [] }

        def sentence
          edges = @margins.map { |edge, length| "#{Lengths.show(length, "cm")} at the #{edge}" }
          "Margins are #{"at least " if given(:at_least)}#{edges.join(", ")}."
        end

        def findings(context)
          context.manuscript.sections.each_with_index.flat_map do |section, index|
            asked = @margins.reject { |edge, _| section.nothing_at?(edge) }
            asked.reject { |edge, wanted| met?(section.page.margin[edge], wanted) }.map do |edge, wanted|
              describe(context, section, index, edge, wanted)
            end
          end
        end

        private

        def prepare
          @margins = given(:margins)
          @tolerance = given(:tolerance)
        end

        def met?(measured, wanted) = given(:at_least) ? measured >= wanted - @tolerance : (measured - wanted).abs <= @tolerance

        def describe(context, section, index, edge, wanted)
          measured = section.page.margin[edge]
          where = (context.manuscript.sections.size > 1) ? " in section #{index + 1}" : ""
          finding(context, page: context.layout.pages.find { |page| page.part == index }&.number,
            expected: "#{"at least " if given(:at_least)}#{Lengths.show(wanted, "cm")}", measured: Lengths.show(measured, "cm"),
            expected_value: Lengths.points(wanted), measured_value: Lengths.points(measured), unit: "pt",
            message: "The #{edge} margin#{where} is #{Lengths.show(measured, "cm")}; #{Lengths.show(wanted, "cm")} is asked for.",
            fix: Cures.set_page_design("sections" => [index], "margin" => {edge.to_s => Lengths.exactly(wanted)}))
        end
      end

      # The paper of every section.
      class Paper < Rule
        checks "paper", area: :page
        takes :paper, :choice, required: true, said: "page/paper", choices: Manuscript::PAPERS.keys, says: "the sheet", example: "A4"
        learned(:sections) { |examples| examples.first.guide.page[:paper] ? [[{"paper" => AsSaid::WORD}]] : [] }

        def sentence = "The paper is #{given(:paper)}."

        def findings(context)
          context.manuscript.sections.each_with_index.reject { |section, _|
            section.page.paper.delete_suffix(" landscape") == given(:paper).to_s
          }.map do |section, index|
            finding(context, page: context.layout.pages.find { |page| page.part == index }&.number, expected: given(:paper).to_s,
              measured: section.page.paper,
              message: "The paper is #{section.page.paper}; #{given(:paper)} is asked for.",
              fix: Cures.set_page_design("sections" => [index], "paper" => given(:paper).to_s))
          end
        end
      end
    end
  end
end

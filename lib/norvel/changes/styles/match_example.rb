# frozen_string_literal: true

module Norvel
  module Changes
    # Makes paragraphs come out like an example ("paragraphs", "example": an id): its style and what it has by hand as a whole.
    # What only parts of their text have stays.
    class MatchExample < Operation
      takes_besides paragraphs: :paragraphs, example: :paragraph

      def carry_out(manuscript)
        model = example(manuscript)
        whole, = DirectFormatting.whole_and_parts(model)
        manuscript.with_paragraphs(chosen(manuscript).reject { |paragraph| paragraph.id == model.id }.to_h { |paragraph|
          [paragraph.id, like(paragraph, model, whole)]
        })
      end

      def sentence(manuscript) = "Made #{counted(chosen(manuscript).size, "paragraph")} look like “#{short(example(manuscript).text)}”."

      private

      def example(manuscript)
        manuscript.paragraph(parameters["example"].to_i) || raise(ChangeRefused, "The example is not in the manuscript any more.")
      end

      def like(paragraph, model, whole)
        own, = DirectFormatting.whole_and_parts(paragraph)
        kept = paragraph.properties.slice(:numbering, :break_before, *DirectFormatting::STAYS)
        dressed = ->(properties) { whole.merge(properties.reject { |name, value| Properties.same?(name, own[name], value) }) }
        paragraph.with(style: model.style, properties: DirectFormatting.on_paragraph(model).except(:break_before).merge(kept),
          mark_properties: dressed[paragraph.mark_properties],
          runs: paragraph.runs.map { |run| run.with(properties: dressed[run.properties]) })
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Changes
    # Tries values on the chosen paragraphs alone ("paragraphs"), or on stretches of their text ("text"), as direct
    # formatting: "values" by property as a person types them; "" takes one away.
    class FormatHere < Operation
      takes_besides paragraphs: :paragraphs, text: :stretches, values: :values

      def carry_out(manuscript)
        values = values(manuscript)
        return format_text(manuscript, values) if parameters["text"]

        block, text = values.partition { |name, _| !Properties[name].text? }.map(&:to_h)
        manuscript.with_paragraphs(chosen(manuscript).to_h { |paragraph| [paragraph.id, format(paragraph, block, text)] })
      end

      def sentence(manuscript)
        values = values(manuscript)
        parts = values.reject { |name, _| Properties[name].beside }.map do |name, value|
          value.nil? ? "no #{Properties[name].label.downcase} by hand" :
            "#{Properties[name].label.downcase} #{Properties.shown(values, name)}"
        end
        "Tried #{parts.join(", ")} on #{parameters["text"] ? stretches_named(manuscript) : counted(chosen(manuscript).size, "paragraph")}."
      end

      private

      def values(manuscript)
        cascade = Cascade.new(manuscript)
        under = ->(name) { chosen(manuscript).flat_map { |paragraph| cascade.paragraph_under(paragraph)[name] }.uniq }
        parsed_values(manuscript, blank: nil, under: under) do |letters|
          first = first_chosen(manuscript)
          cascade.mark(first.with(mark_properties: first.mark_properties.merge(letters)))
        end
      end

      def first_chosen(manuscript) = parameters["text"] ? stretches(manuscript).first.first : chosen(manuscript).first

      def format_text(manuscript, values)
        block = values.keys.find { |name| !Properties[name].text? }
        raise ChangeRefused, "#{Properties[block].label} is a matter of whole paragraphs; choose the paragraph instead of words." if block

        with_stretches(manuscript) { |run| run.equation? ? run : run.with(properties: run.properties.merge(values).compact) }
      end

      def format(paragraph, block, text)
        put = ->(old, new) { new.empty? ? old : old.merge(new).compact }
        paragraph.with(properties: put[paragraph.properties, block], mark_properties: put[paragraph.mark_properties, text],
          runs: if text.empty?
                  paragraph.runs
                else
                  paragraph.runs.map { |run| run.equation? ? run : run.with(properties: put[run.properties, text]) }
                end)
      end
    end
  end
end

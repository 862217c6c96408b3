# frozen_string_literal: true

module Norvel
  module Changes
    # Changes own values of a style; every paragraph of it, and every style under it that does not say
    # otherwise, follows. Values are written as a person types them; "" gives one back to the parent.
    class ChangeStyle < Operation
      takes_besides style: :style, values: :values

      def carry_out(manuscript)
        values = values(manuscript)
        style = manuscript.sheet.fetch(parameters["style"])
        list = (values[:numbering] if values[:numbering] != :inherit)&.list
        raise ChangeRefused, "There is no list #{list} in this manuscript." if list && !manuscript.lists.key?(list)

        manuscript.with(sheet: follow(manuscript.sheet.with_style(style.with_values(values)), style, values))
      end

      def sentence(manuscript)
        values = values(manuscript)
        parts = values.reject { |name, _| Properties[name].beside }.map do |name, value|
          property = Properties[name]
          (value == :inherit) ? "#{property.label.downcase} from its parent" :
            "#{property.label.downcase} #{Properties.shown(values.reject { |_, other| other == :inherit }, name)}"
        end
        "Changed the style “#{manuscript.sheet.fetch(parameters["style"]).name}”: #{parts.empty? ? "nothing" : parts.join(", ")}."
      end

      private

      # A character style that is linked to a paragraph style has the same text values (ISO/IEC 29500-1 §17.7.4.6).
      def follow(sheet, style, values)
        twin = sheet[style.linked]
        text = values.select { |name, _| Properties[name].text? }
        (twin && twin.linked == style.id && text.any?) ? sheet.with_style(twin.with_values(text)) : sheet
      end

      def values(manuscript)
        parsed_values(manuscript, blank: :inherit, under: ->(name) { inherited(manuscript, name) }) do |letters|
          style = manuscript.sheet.fetch(parameters["style"])
          Cascade.new(manuscript.with(sheet: manuscript.sheet.with_style(style.with_values(letters)))).style(style.id)
        end
      end

      def inherited(manuscript, name)
        style = manuscript.sheet.fetch(parameters["style"])
        Cascade.new(manuscript.with(sheet: manuscript.sheet.with_style(style.with_values(name => :inherit)))).style(style.id)[name]
      end
    end
  end
end

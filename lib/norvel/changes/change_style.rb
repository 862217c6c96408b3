# frozen_string_literal: true

module Norvel
  module Changes
    # Changes own values of a style; every paragraph of it, and every style under it that does not say
    # otherwise, follows. Values are written as a person types them; "" gives one back to the parent.
    class ChangeStyle < Operation
      def carry_out(manuscript)
        style = manuscript.sheet.fetch(parameters["style"])
        manuscript.with(sheet: manuscript.sheet.with_style(style.with_values(values)))
      end

      def sentence(manuscript)
        parts = values.map do |name, value|
          property = Properties[name]
          (value == :inherit) ? "#{property.label.downcase} from its parent" : "#{property.label.downcase} #{property.show(value)}"
        end
        "Changed the style “#{manuscript.sheet.fetch(parameters["style"]).name}”: #{parts.empty? ? "nothing" : parts.join(", ")}."
      end

      private

      def values
        @values ||= parameters.fetch("values").to_h do |name, written|
          property = Properties[name]
          [property.name, written.to_s.strip.empty? ? :inherit : property.parse(written)]
        end
      rescue ChangeRefused
        raise
      rescue Error => error
        raise ChangeRefused, error.message
      end
    end
  end
end

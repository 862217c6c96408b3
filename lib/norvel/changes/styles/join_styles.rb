# frozen_string_literal: true

module Norvel
  module Changes
    # Makes one style of several ("styles", ids): all that is in the others is in "replacement", one of them, afterwards.
    class JoinStyles < Operation
      takes_besides styles: :styles, replacement: :style

      def carry_out(manuscript)
        raise ChangeRefused, "Choose at least two styles to join." if others(manuscript).empty?

        others(manuscript).reduce(manuscript) do |now, style|
          Changes.build("delete_style", "style" => style.id, "replacement" => parameters["replacement"]).call(now)
        end
      end

      def sentence(manuscript)
        heir = manuscript.sheet.fetch(parameters["replacement"])
        names = others(manuscript).map { |style| "“#{style.name}”" }
        "Joined #{names.join(", ")} with “#{heir.name}”."
      end

      private

      def others(manuscript)
        sheet = manuscript.sheet
        heir = sheet.fetch(parameters["replacement"])
        styles = parameters.fetch("styles").map { |id| sheet.fetch(id) }.reject { |style| style.id == heir.id }
        raise ChangeRefused, "A style for words and one for paragraphs are not joined." if styles.any? { |style| style.kind != heir.kind }

        styles
      end
    end
  end
end

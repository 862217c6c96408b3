# frozen_string_literal: true

module Norvel
  module Changes
    # Adds a style to the sheet: "id", "name", "kind", "parent", "next" and "values" as a person types them.
    class DefineStyle < Operation
      def carry_out(manuscript)
        raise ChangeRefused, "The manuscript already has a style “#{parameters["name"]}”." if manuscript.sheet[parameters["id"]]

        name = free_name(manuscript.sheet, parameters["name"])
        set = (parameters["values"] || {}).to_h { |name, written| Properties[name].then { |property| [property.name, property.parse(written)] } }
        style = StyleSheet::Style.new(id: parameters.fetch("id"), name: name, kind: (parameters["kind"] || "paragraph").to_sym,
          parent: parameters["parent"], next_style: parameters["next"], properties: set, from_file: false)
        manuscript.with(sheet: manuscript.sheet.with_style(style))
      end

      def sentence(_manuscript) = "Added the style “#{parameters["name"]}”."
    end
  end
end

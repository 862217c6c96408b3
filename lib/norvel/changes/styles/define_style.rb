# frozen_string_literal: true

module Norvel
  module Changes
    # Adds a style to the sheet: "id", "name", "kind", "parent", "next" and "values" as a person types them ("lean": without those that
    # its parent says already). After a heading under which it is made comes what comes after that; otherwise the same style.
    class DefineStyle < Operation
      takes_besides id: :name, name: :name, kind: :word, parent: :style, next: :style, values: :values, lean: :switch

      def carry_out(manuscript)
        raise ChangeRefused, "The manuscript already has a style “#{parameters["name"]}”." if manuscript.sheet[parameters["id"]]

        name = free_name(manuscript.sheet, parameters["name"])
        set = (parameters["values"] || {}).to_h do |name, written|
          Properties[name].then { |property| [property.name, property.parse(written)] }
        end
        set, standard = as_heading(manuscript.sheet, name, set)
        style = StyleSheet::Style.new(id: parameters.fetch("id"), name: name, standard: standard,
          kind: (parameters["kind"] || "paragraph").to_sym,
          parent: parameters["parent"], next_style: parameters["next"] || following(manuscript.sheet, set),
          properties: parameters["lean"] ? lean(manuscript, set) : set, from_file: false)
        manuscript.with(sheet: manuscript.sheet.with_style(style))
      end

      def sentence(_manuscript) = "Added the style “#{parameters["name"]}”."

      private

      HEADING = /\Aheading ([1-9])\z/i

      # One that is called as the standard calls its headings is that heading, with its level.
      # @return [Array(Hash, String)] its values, and the standard's name where that is spelled otherwise
      def as_heading(sheet, name, set)
        level = (name[HEADING, 1] unless parameters["kind"] == "character") or return [set, nil]

        standard = sheet.standards.name(:"heading_#{level}")
        [{outline_level: level.to_i}.merge(set), (standard unless standard == name)]
      end

      # What comes after a heading is running text.
      def following(sheet, set)
        over = sheet[parameters["parent"]]
        level = set[:outline_level]&.nonzero? || (over && sheet.level_of(over)) or return
        (sheet.heading(level) || over)&.next_style || sheet.default_id
      end

      def lean(manuscript, set)
        over = manuscript.sheet[parameters["parent"]] or return set
        under = (over.kind == :paragraph) ? Cascade.new(manuscript).style(over.id) : over.properties
        set.reject { |name, value| Properties.same?(name, under[name], value) && !Properties[name].piecewise? }
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Changes
    # Styles changed by a type specification that begins with a style's name: "heading 2: 14 pt, bold". One that is not there is
    # made, under the parent that the line names, else under the default style: "Pull quotation from Body: italic, centred". Several at once: "lines".
    class Restyle < Operation
      def carry_out(manuscript) = parameters["lines"].reduce(manuscript) { |now, line| restyled(now, line) }

      def sentence(_manuscript) = "Restyled #{parameters["lines"].map { |line| "“#{Properties::Specification.read(line).name}”" }.join(", ")}."

      private

      def restyled(manuscript, line)
        reading = Properties::Specification.read(line, families: families(manuscript))
        raise ChangeRefused, "“#{line}” begins with no style; write it like “heading 2: 14 pt, bold”." unless reading.name
        raise ChangeRefused, "In “#{line}”: #{reading.faults.first}" if reading.faults.any?

        values = reading.values.transform_keys(&:to_s)
        style = manuscript.sheet.named(reading.name) || manuscript.sheet.named(reading.name, kind: :character)
        return define(manuscript, reading, values) unless style

        manuscript = HangStyle.new("style" => style.id, "parent" => parent(manuscript, reading).id).call(manuscript) if reading.parent && parent(manuscript, reading).id != style.parent
        values.empty? ? manuscript : ChangeStyle.new("style" => style.id, "values" => values).carry_out(manuscript)
      end

      def define(manuscript, reading, values)
        over = reading.parent ? parent(manuscript, reading) : manuscript.sheet[manuscript.sheet.default_id]
        DefineStyle.new("id" => manuscript.sheet.free_id(reading.name), "name" => reading.name, "parent" => over.id, "kind" => over.kind.to_s, "values" => values).carry_out(manuscript)
      end

      def parent(manuscript, reading)
        manuscript.sheet.named(reading.parent) || manuscript.sheet.named(reading.parent, kind: :character) || raise(ChangeRefused, "There is no style “#{reading.parent}” for “#{reading.name}” to rest on.")
      end

      def families(manuscript) = (Fonts::Book.shipped.families + Fonts::Book.shipped.stands_for + manuscript.sheet.styles.values.map { |style| style.properties[:font_family] }.compact).uniq
    end
  end
end

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
        reading = Properties::Specification.read(line, families: Fonts::Book.shipped.known | manuscript.sheet.families)
        raise ChangeRefused, "“#{line}” begins with no style; write it like “heading 2: 14 pt, bold”." unless reading.name
        raise ChangeRefused, "In “#{line}”: #{reading.faults.first}" if reading.faults.any?

        values = reading.values.transform_keys(&:to_s)
        style = called(manuscript, reading.name)
        return define(manuscript, reading, values) unless style

        hung = hang(manuscript, style, reading)
        values.empty? ? hung : ChangeStyle.new("style" => style.id, "values" => values).carry_out(hung)
      end

      def define(manuscript, reading, values)
        over = reading.parent ? parent(manuscript, reading) : manuscript.sheet[manuscript.sheet.default_id]
        made = {"id" => manuscript.sheet.free_id(reading.name), "name" => reading.name, "parent" => over.id, "kind" => over.kind.to_s}
        DefineStyle.new(made.merge("values" => values)).carry_out(manuscript)
      end

      def hang(manuscript, style, reading)
        over = parent(manuscript, reading) if reading.parent
        (over.nil? || over.id == style.parent) ? manuscript : HangStyle.new("style" => style.id, "parent" => over.id).carry_out(manuscript)
      end

      def parent(manuscript, reading)
        called(manuscript, reading.parent) or raise ChangeRefused, "There is no style “#{reading.parent}” for “#{reading.name}” to rest on."
      end

      def called(manuscript, name) = %i[paragraph character].lazy.filter_map { |kind| manuscript.sheet.named(name, kind: kind) }.first
    end
  end
end

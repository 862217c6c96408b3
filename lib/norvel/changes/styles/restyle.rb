# frozen_string_literal: true

module Norvel
  module Changes
    # Styles changed by a type specification that begins with a style's name: "heading 2: 14 pt, bold". One that is not there is
    # made, under the parent that the line names, else under the default style: "Pull quotation from Body then Body: italic, centred".
    # Several at once: "lines". A style that is new is given to "paragraphs" or "text", where they are said, and what these have by hand of
    # the same goes. With "lenient", what is not understood is left out.
    class Restyle < Operation
      def carry_out(manuscript)
        after = parameters["lines"].reduce(manuscript) { |now, line| restyled(now, line) }
        made = after.sheet.styles.keys - manuscript.sheet.styles.keys
        made.empty? ? after : given(after, made.last)
      end

      def sentence(manuscript)
        made, changed = parameters["lines"].map { |line| Properties::Specification.read(line).name }.partition { |name| called(manuscript, name).nil? }
        list = ->(names) { names.map { |name| "“#{name}”" }.join(", ") }
        whom = " for #{counted(parameters["paragraphs"].size, "paragraph")}" if parameters["paragraphs"]
        [("Made the style #{list[made]}#{whom}." if made.any?), ("Restyled #{list[changed]}." if changed.any?)].compact.join(" ")
      end

      private

      def given(manuscript, id)
        return ApplyCharacterStyle.new("style" => id, "text" => parameters["text"]).carry_out(manuscript) if parameters["text"]

        parameters["paragraphs"] ? ApplyStyle.new("style" => id, "paragraphs" => parameters["paragraphs"],
          "shed" => true).carry_out(manuscript) : manuscript
      end

      def restyled(manuscript, line)
        reading = Properties::Specification.read(line, families: Fonts::Book.shipped.known | manuscript.sheet.families)
        raise ChangeRefused, "“#{line}” begins with no style; write it like “heading 2: 14 pt, bold”." unless reading.name
        raise ChangeRefused, "In “#{line}”: #{reading.faults.first}" if reading.faults.any? && !parameters["lenient"]

        values = reading.values.transform_keys(&:to_s)
        style = called(manuscript, reading.name)
        return define(manuscript, reading, values) unless style

        hung = followed(hang(manuscript, style, reading), style.id, reading)
        values.empty? ? hung : ChangeStyle.new("style" => style.id, "values" => values).carry_out(hung)
      end

      # A new paragraph style rests on the default style, one for words on nothing, where the line does not say.
      def define(manuscript, reading, values)
        kind = parameters["text"] ? :character : :paragraph
        over = reading.parent ? parent(manuscript, reading) : (manuscript.sheet[manuscript.sheet.default_id] if kind == :paragraph)
        id = manuscript.sheet.free_id(reading.name)
        made = DefineStyle.new("id" => id, "name" => reading.name, "parent" => over&.id, "kind" => (over&.kind || kind).to_s,
          "values" => values, "lean" => true).carry_out(manuscript)
        followed(made, id, reading)
      end

      def followed(manuscript, id, reading)
        return manuscript unless reading.following

        following = called(manuscript,
          reading.following) or raise ChangeRefused, "There is no style “#{reading.following}” to come after “#{reading.name}”."
        SetNextStyle.new("style" => id, "next" => following.id).carry_out(manuscript)
      end

      def hang(manuscript, style, reading)
        over = parent(manuscript, reading) if reading.parent
        (over.nil? || over.id == style.parent) ? manuscript : HangStyle.new("style" => style.id, "parent" => over.id).carry_out(manuscript)
      end

      def parent(manuscript, reading)
        called(manuscript, reading.parent) or raise ChangeRefused, "There is no style “#{reading.parent}” for “#{reading.name}” to rest on."
      end

      def called(manuscript, name) = OneLine.style(manuscript.sheet, name)
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Changes
    # Styles changed by type specifications that begin with a style's name: "heading 2: 14 pt, bold". One that is not there is
    # made, under the parent that the line names, else under the default style: "Pull quotation from Body then Body: italic, centred".
    # Several at once ("lines") may rest on one another in any order. The style of the last is given to "paragraphs" or "text", where they
    # are said, and what these have by hand of the same goes. With "lenient", what is not understood was left out on purpose.
    class Restyle < Operation
      takes_besides lines: :lines, lenient: :switch, paragraphs: :paragraphs, text: :stretches

      def carry_out(manuscript)
        readings = read(manuscript)
        after = parents_first(manuscript, readings).reduce(manuscript) { |now, reading| restyled(now, reading) }
        after = readings.reduce(after) { |now, reading| followed(now, reading) }
        (parameters["paragraphs"] || parameters["text"]) ? given(after, called(after, readings.last.name).id) : after
      end

      def sentence(manuscript)
        readings = parameters["lines"].map { |line| Properties::Specification.read(line) }
        made, changed = readings.partition { |reading| called(manuscript, reading.name).nil? }
        list = ->(readings) { readings.map { |one| "“#{one.name}”#{kin(one) if changed.include?(one)}" }.join(", ") }
        whom = counted(parameters["paragraphs"].size, "paragraph") if parameters["paragraphs"]
        [("Made the style #{list[made]}#{" for #{whom}" if whom}." if made.any?),
          ("Restyled #{list[changed]}#{" and gave it to #{whom}" if whom && made.empty?}." if changed.any?)].compact.join(" ")
      end

      private

      # What a style that is there rests on from now on, and what follows it.
      def kin(reading)
        said = [("under “#{reading.parent}”" if reading.parent), ("then “#{reading.following}”" if reading.following)].compact
        " (#{said.join(", ")})" if said.any?
      end

      def read(manuscript)
        families = Fonts.of(manuscript).known | manuscript.sheet.families
        parameters["lines"].map do |line|
          reading = Properties::Specification.read(line, families: families)
          raise ChangeRefused, "“#{line}” begins with no style; write it like “heading 2: 14 pt, bold”." unless reading.name
          raise ChangeRefused, "In “#{line}”: #{reading.faults.first}" if reading.faults.any? && !parameters["lenient"]

          reading
        end
      end

      # A style comes after the one that it rests on, where another line makes that.
      def parents_first(manuscript, readings)
        left, ordered = readings.dup, []
        until left.empty?
          made = ordered.map(&:name)
          there = ->(name) { name.nil? || called(manuscript, name) || made.any? { |other| other.casecmp?(name) } }
          ordered << left.delete_at(left.find_index { |one| there[one.parent] } || 0)
        end
        ordered
      end

      def given(manuscript, id)
        return ApplyCharacterStyle.new("style" => id, "text" => parameters["text"]).carry_out(manuscript) if parameters["text"]

        ApplyStyle.new("style" => id, "paragraphs" => parameters["paragraphs"], "shed" => true).carry_out(manuscript)
      end

      def restyled(manuscript, reading)
        values = reading.values.transform_keys(&:to_s)
        style = called(manuscript, reading.name)
        return define(manuscript, reading, values) unless style

        hung = hang(manuscript, style, reading)
        values.empty? ? hung : ChangeStyle.new("style" => style.id, "values" => values).carry_out(hung)
      end

      # A new paragraph style rests on the default style, one for words on nothing, where the line does not say.
      def define(manuscript, reading, values)
        kind = parameters["text"] ? :character : :paragraph
        over = reading.parent ? parent(manuscript, reading) : (manuscript.sheet[manuscript.sheet.default_id] if kind == :paragraph)
        id = manuscript.sheet.free_id(reading.name)
        DefineStyle.new("id" => id, "name" => reading.name, "parent" => over&.id, "kind" => (over&.kind || kind).to_s,
          "values" => values, "lean" => true).carry_out(manuscript)
      end

      def followed(manuscript, reading)
        return manuscript unless reading.following

        following = called(manuscript,
          reading.following) or raise ChangeRefused, "There is no style “#{reading.following}” to come after “#{reading.name}”."
        SetNextStyle.new("style" => called(manuscript, reading.name).id, "next" => following.id).carry_out(manuscript)
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

# frozen_string_literal: true

module Norvel
  module Changes
    # Gives the lists of the chosen paragraphs the indents and signs of a sheet ("kinds": Guide::ListKind#dump). Numbers keep their form.
    class DressLists < ListChange
      takes_besides paragraphs: :paragraphs, kinds: :data

      def carry_out(manuscript)
        used = used_lists(manuscript)
        alike = manuscript.lists.values.select do |list|
          used.any? { |other| other.id == list.id || (other.counter && other.counter == list.counter) }
        end
        manuscript.with(lists: manuscript.lists.merge(alike.to_h { |list| [list.id, dressed(list, manuscript.sheet)] }))
      end

      def sentence(manuscript) = "Gave #{counted(used_lists(manuscript).size, "list")} the signs and indents of the sheet."

      private

      attr_reader :kinds

      def prepare = @kinds = parameters.fetch("kinds").map { |data| Guide::ListKind.load(data) }.to_h { |kind| [kind.kind, kind] }

      def used_lists(manuscript)
        cascade = Cascade.new(manuscript)
        chosen(manuscript).filter_map { |paragraph| cascade.numbering(paragraph)&.list }.uniq.map { |id| manuscript.lists[id] }
      end

      # A level that numbers headings is their style's matter.
      def dressed(list, sheet)
        list.with(levels: list.levels.to_h { |index, level|
          [index, heading?(level, sheet) ? level : kind_of(level)&.dressed(level, index)&.then { |one| beside(level, one) } || level]
        })
      end

      # What stands below an item without a number of its own stands where the item's words do.
      def beside(level, dressed)
        return dressed if level.labelled?

        level.with(properties: level.properties.merge(dressed.properties.slice(:indent_start)))
      end

      def kind_of(level) = kinds[(level.format == "bullet") ? :bullets : :numbers]

      def heading?(level, sheet) = (style = sheet[level.style]) && sheet.level_of(style)
    end
  end
end

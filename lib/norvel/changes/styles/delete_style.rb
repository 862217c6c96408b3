# frozen_string_literal: true

module Norvel
  module Changes
    # Which styles a paragraph needs.
    module UsedStyles
      # @return [Array<String>] ids
      def self.of(paragraph) = [paragraph.style, paragraph.mark_style, *paragraph.runs.map(&:style)].compact
    end

    # Takes a style out of the sheet: what was in it gets the "replacement" (which merges the two), styles that rested on it
    # rest on its parent.
    class DeleteStyle < Operation
      takes style: :style, replacement: :style

      def carry_out(manuscript)
        sheet = manuscript.sheet
        style = sheet.fetch(parameters["style"])
        if style.id == sheet.default_id
          raise ChangeRefused,
            "“#{style.name}” is the style of every paragraph that names none; it cannot go."
        end

        heir = replacement(sheet, style)
        refuse_used_aside(manuscript, style)
        manuscript.with(sheet: without(sheet, style, heir), lists: lists_without(manuscript, style))
          .with_paragraphs(moved(manuscript, style, heir))
      end

      def sentence(manuscript)
        style = manuscript.sheet.fetch(parameters["style"])
        heir = manuscript.sheet[parameters["replacement"]]
        "Deleted the style “#{style.name}”#{"; what was in it is in “#{heir.name}”" if heir}."
      end

      private

      def replacement(sheet, style)
        return (style.kind == :paragraph) ? sheet[sheet.default_id] : nil if parameters["replacement"].to_s.empty?

        heir = sheet.fetch(parameters["replacement"])
        raise ChangeRefused, "“#{heir.name}” cannot stand in for “#{style.name}”." if heir.id == style.id || heir.kind != style.kind

        heir
      end

      def without(sheet, style, heir)
        relatives = sheet.styles.values.select do |other|
          [other.parent, other.next_style, other.linked].include?(style.id) && other.id != style.id
        end
        changed = relatives.to_h do |other|
          [other.id, other.with(parent: (other.parent == style.id) ? style.parent : other.parent,
            next_style: (other.next_style == style.id) ? heir&.id : other.next_style,
            linked: (other.linked == style.id) ? nil : other.linked)]
        end
        sheet.with_styles(changed.merge(style.id => nil))
      end

      # Comments and text boxes are only kept: nothing of them is changed.
      def refuse_used_aside(manuscript, style)
        count = manuscript.aside_paragraphs.count { |paragraph| UsedStyles.of(paragraph).include?(style.id) }
        return if count.zero?

        raise ChangeRefused, "“#{style.name}” is used in comments or text boxes " \
          "(#{counted(count, "paragraph")}), which are kept as they are; it stays."
      end

      # A level that was tied to it is tied to nothing.
      def lists_without(manuscript, style)
        manuscript.lists.transform_values do |list|
          next list if list.levels.each_value.none? { |level| level.style == style.id }

          list.with(levels: list.levels.transform_values { |level| (level.style == style.id) ? level.with(style: nil) : level })
        end
      end

      def moved(manuscript, style, heir)
        (manuscript.paragraphs + manuscript.note_paragraphs + manuscript.margin_paragraphs).filter_map do |paragraph|
          now = paragraph.with(style: (paragraph.style == style.id) ? heir.id : paragraph.style,
            mark_style: (paragraph.mark_style == style.id) ? heir&.id : paragraph.mark_style,
            runs: if paragraph.runs.any? { |run| run.style == style.id }
                    paragraph.runs.map { |run| (run.style == style.id) ? run.with(style: heir&.id) : run }
                  else
                    paragraph.runs
                  end)
          [paragraph.id, now] unless now.equal?(paragraph)
        end.to_h
      end
    end

    # Takes out every paragraph and character style that nothing uses, rests on, follows or is linked to ("styles": ids, where only
    # some of these are to go).
    class RemoveUnusedStyles < Operation
      takes
      takes_besides styles: :styles

      # @return [Array<StyleSheet::Style>] that may go
      def self.unused(manuscript)
        sheet = manuscript.sheet
        used = manuscript.all_paragraphs.flat_map { |paragraph| UsedStyles.of(paragraph) }.uniq
        used |= manuscript.lists.values.flat_map { |list| list.levels.values.map(&:style) }.compact + [sheet.default_id]
        kept = sheet.ancestry.with_those_over(used)
        kept = sheet.ancestry.with_those_over(kept.keys + kept.keys.flat_map { |id| [sheet[id]&.next_style, sheet[id]&.linked] }.compact)
        sheet.styles.values.select do |style|
          %i[paragraph character].include?(style.kind) && !kept.key?(style.id) && style.name != "Default Paragraph Font"
        end
      end

      def carry_out(manuscript)
        gone = unused(manuscript)
        manuscript.with(sheet: manuscript.sheet.with_styles(gone.to_h { |style| [style.id, nil] }))
      end

      def sentence(manuscript)
        gone = unused(manuscript)
        names = ": #{gone.map(&:name).join(", ")}" if parameters["styles"]
        "Removed #{counted(gone.size, "unused style")}#{names}."
      end

      private

      def unused(manuscript)
        self.class.unused(manuscript).select { |style| parameters["styles"].nil? || parameters["styles"].include?(style.id) }
      end
    end
  end
end

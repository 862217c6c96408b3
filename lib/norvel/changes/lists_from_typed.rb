# frozen_string_literal: true

module Norvel
  module Changes
    # Makes lists of numbers and bullets that were typed ("paragraphs": ids or "all"). A label goes only where the list
    # generates it again, sign for sign; otherwise it stays.
    class ListsFromTyped < Substitution
      STEP = 457_200 # EMU an item is set in

      # @param only [Array<Integer>, nil] ids of the paragraphs that may be items; nil: all
      # @return [Array<TypedLabels::Row>]
      def self.found(manuscript, cascade = Cascade.new(manuscript), only: nil)
        wanted = only&.to_h { |id| [id, true] }
        no_item = ->(paragraph) { (wanted && !wanted.key?(paragraph.id)) || cascade.paragraph(paragraph)[:outline_level] || cascade.numbering(paragraph) || paragraph.text.count("\t") > 1 }
        manuscript.containers.values.flat_map { |blocks| TypedLabels.rows(blocks) { |paragraph| !no_item.call(paragraph) } }
      end

      def carry_out(manuscript)
        rows = wanted(manuscript)
        raise NothingToChange, "No row of typed numbers or bullets is there." if rows.empty?

        # Bullets of one kind are one list; numbers begin anew.
        bullets, numbers = rows.partition { |row| row.format == "bullet" }
        joined = bullets.group_by(&:pattern).values.map { |same| TypedLabels::Row.new(items: same.flat_map(&:items)) }
        (numbers + joined).reduce(manuscript) { |now, row| listed(now, row) }
      end

      def sentence(manuscript)
        rows = wanted(manuscript)
        "Made #{counted(rows.size, "list")} of #{counted(rows.sum { |row| row.items.size }, "paragraph")} with typed numbers and bullets."
      end

      private

      def wanted(manuscript)
        self.class.found(manuscript, only: (chosen(manuscript).map(&:id) unless parameters["paragraphs"] == "all"))
      end

      def listed(now, row)
        id = now.free_list_id
        text = (row.format == "bullet") ? row.pattern : row.pattern.sub("%d", "%1")
        level = Manuscript::ListLevel.new(format: row.format, text: text, start: row.start || 1, properties: {indent_start: STEP, indent_first: -STEP / 2})
        list = Manuscript::List.new(id: id, levels: {0 => level}, counter: "new #{id}")
        ref = Manuscript::NumberRef.new(list: id)
        changed = row.items.to_h { |paragraph, label| [paragraph.id, item(now.paragraph(paragraph.id), label, ref)] }
        now.with(lists: now.lists.merge(id => list)).with_paragraphs(changed)
      end

      # The list brings the indents; those that were set by hand to the same end go.
      def item(paragraph, label, ref)
        without_start(paragraph, label.length).then { |bare| bare.with(properties: bare.properties.except(:indent_start, :indent_first, :tabs).merge(numbering: ref)) }
      end
    end
  end
end

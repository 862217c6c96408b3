# frozen_string_literal: true

module Norvel
  module Changes
    # Makes lists of numbers and bullets that were typed ("paragraphs": ids or "all"). A label goes only where the list
    # generates it again, sign for sign; otherwise it stays.
    class ListsFromTyped < Substitution
      takes paragraphs: :paragraphs

      STEP = 457_200 # EMU an item is set in
      BLANK = 38_100 # EMU that a blank at a paragraph's start counts for

      # @param manuscript [Manuscript] @param roles [Roles]
      # @return [Array<Integer>] ids of paragraphs that may be items by their role, where nobody chose them
      def self.possible(manuscript, roles)
        roles.possible_items(manuscript.paragraphs + manuscript.note_paragraphs).map(&:id)
      end

      # @param only [Array<Integer>, nil] ids of the paragraphs that may be items; nil: all
      # @return [Array<TypedLabels::Row>]
      def self.found(manuscript, cascade = Cascade.new(manuscript), only: nil) = TypedLabels.in(manuscript, cascade, only: only)

      def carry_out(manuscript)
        rows = wanted(manuscript)
        raise NothingToChange, "No row of typed numbers or bullets is there." if rows.empty?

        without_strays(manuscript, rows)
      end

      def told(before, after)
        taken = (before.paragraphs + before.note_paragraphs).count { |paragraph| after.paragraph(paragraph.id).text != paragraph.text }
        "Made #{counted(after.lists.size - before.lists.size, "list")} of #{counted(taken, "paragraph")} with typed numbers and bullets."
      end

      def remarks(before, after)
        left = wanted(before).map(&:row).flat_map(&:items).map(&:first).select do |paragraph|
          after.paragraph(paragraph.id).text == paragraph.text
        end
        [remark(left, "1 typed number or bullet would not be generated again sign for sign, and stays.",
          "%d typed numbers and bullets would not be generated again sign for sign, and stay.")].compact
      end

      private

      # A row, how deep it stands in others (0: in none), and the outermost of those.
      Nested = Value.define(:row, :depth, :root)

      # @return [Array<Nested>]
      def wanted(manuscript)
        cascade = Cascade.new(manuscript)
        inset = ->(paragraph) { cascade.paragraph(paragraph)[:indent_start] + paragraph.text[/\A[ \t\u00A0]*/].length * BLANK }
        only = (parameters["paragraphs"] == "all") ? self.class.possible(manuscript, Roles.new(manuscript)) : chosen(manuscript).map(&:id)
        homes = manuscript.containers.flat_map { |name, blocks| blocks.map { |block| [block.id, name] } }.to_h
        self.class.found(manuscript, cascade, only: only).group_by { |row| homes[row.items.first[0].id] }.flat_map do |name, here|
          around = TypedLabels.around(here, manuscript.containers[name], &inset)
          here.map { |row| chain(row, around).then { |outer| Nested.new(row: row, depth: outer.size, root: outer.last || row) } }
        end
      end

      # @return [Array<TypedLabels::Row>] the rows around it, the nearest first
      def chain(row, around)
        outer = []
        outer << row while (row = around[row]) && outer.size < 8 && outer.none? { |other| other.equal?(row) }
        outer
      end

      # A label that the list does not generate again stays as it was typed, and its row with it.
      def without_strays(manuscript, rows)
        after = rows.empty? ? manuscript : listed(manuscript, rows)
        labels = ListLabels.for(after, Cascade.new(after))
        good, stray = rows.partition do |nested|
          nested.row.items.all? { |paragraph, label| ListLabels.plain(labels[paragraph.id].to_s) == ListLabels.plain(label.label) }
        end
        stray.empty? ? after : without_strays(manuscript, good)
      end

      # Bullets of one kind are one list; numbers begin anew. What stands inside a list is a level of it.
      def listed(manuscript, rows)
        lists = rows.select { |nested| nested.depth.zero? }.group_by { |nested|
          (nested.row.format == "bullet") ? nested.row.pattern : nested.row.object_id
        }.values
        inner = rows.reject { |nested| nested.depth.zero? }.group_by { |nested| nested.root.object_id }
        lists.reduce(manuscript) do |now, same|
          members = same + same.flat_map { |nested| inner.delete(nested.row.object_id) || [] }
          fitting(members).reduce(now) { |before, group| with_list(before, group) }
        end.then { |now| inner.values.flatten.reduce(now) { |before, nested| with_list(before, [nested]) } }
      end

      # A level of a list has one form; rows of another form at the same depth are lists of their own.
      def fitting(members)
        forms = {}
        members.sort_by(&:depth).each_with_object([[]]) do |nested, groups|
          form = [nested.row.format, nested.row.pattern]
          ((forms[nested.depth] ||= form) == form) ? groups.first << nested : groups << [nested]
        end
      end

      def with_list(now, group)
        id = now.free_list_id
        levels = group.map { |nested| [nested.depth, level(nested)] }.uniq(&:first).sort_by(&:first).to_h
        changed = group.flat_map { |nested|
          nested.row.items.map do |paragraph, label|
            [paragraph.id, item(now.paragraph(paragraph.id), label, Properties::NumberRef.new(list: id, level: nested.depth))]
          end
        }.to_h
        now.with(lists: now.lists.merge(id => list_like(now, id, levels))).with_paragraphs(changed)
      end

      # Lists of one kind are of one definition; a further one begins anew.
      def list_like(now, id, levels)
        plain = ->(list) { list.transform_values { |level| level.with(start: 1) } }
        like = now.lists.values.find { |list| list.counted_here? && plain[list.levels] == plain[levels] }
        return Manuscript::List.new(id: id, levels: levels, counter: Manuscript::List.new_counter(id)) unless like

        Manuscript::List.new(id: id, levels: like.levels, counter: like.counter, starts: levels.transform_values(&:start))
      end

      def level(nested)
        row, depth = nested.row, nested.depth
        text = (row.format == "bullet") ? row.pattern : row.pattern.sub("%d", "%#{depth + 1}")
        font = row.pattern.match?(ListLabels::SYMBOL_AREA) ? {font_family: "Symbol"} : {}
        Manuscript::ListLevel.new(format: row.format, text: text, start: row.start || 1,
          properties: {indent_start: STEP * (depth + 1), indent_first: -STEP / 2}, label_properties: font)
      end

      # The list brings the indents; those that were set by hand to the same end go.
      def item(paragraph, label, ref)
        without_start(paragraph, label.length).then do |bare|
          bare.with(properties: bare.properties.except(:indent_start, :indent_first, :tabs).merge(numbering: ref))
        end
      end
    end
  end
end

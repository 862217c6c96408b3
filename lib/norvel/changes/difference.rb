# frozen_string_literal: true

module Norvel
  module Changes
    # What a change did, as plain JSON data: the ledger keeps results, so that a later Norvel restores the
    # same manuscript whatever became of the operation. It sees every member of the manuscript.
    #
    #   data = Difference.between(before, after)    # {} where nothing differs
    #   Difference.apply(before, data) == after
    module Difference
      # Members that are written as they are.
      WHOLE = %i[format sections settings info warnings asides contents anchors matters waivers guide traces inheritance returned].freeze

      module_function

      # @return [Hash] of plain JSON values, with the number of their schema
      def between(before, after)
        parts = {"paragraphs" => changed_paragraphs(before, after), "tables" => changed_tables(before, after),
                 "body" => changed_row(before.blocks, after.blocks),
                 "notes" => changed_notes(before, after), "styles" => changed(before.sheet.styles, after.sheet.styles),
                 "sheet" => changed_sheet(before.sheet, after.sheet),
                 "lists" => changed(before.lists, after.lists), "members" => changed_members(before, after)}
        parts = parts.reject { |_, part| part.empty? }
        parts.empty? ? {} : {"schema" => Stored::SCHEMA, **parts}
      end

      # @param data [Hash] from `between`, of this schema or the first
      # @return [Manuscript]
      # @raise [FileError] when it is of a schema that this Norvel does not know
      def apply(manuscript, data)
        schema = data["schema"] || 1
        if schema > Stored::SCHEMA
          raise FileError, "This was written by a later Norvel (schema #{schema}); this one reads up to #{Stored::SCHEMA}."
        end
        return Stored::FirstSchema.apply(manuscript, data) if schema == 1

        Blocks.new(manuscript, data).manuscript.with(sheet: sheet(manuscript.sheet, data), lists: merged(manuscript.lists, data["lists"]),
**Stored.load_members(data["members"] || {}))
      end

      # @param differences [Array<String>] as ledgers keep them, JSON
      # @return [Manuscript] after all of them
      def replay(manuscript, differences) = differences.reduce(manuscript) { |now, one| apply(now, JSON.parse(one)) }

      def changed_paragraphs(before, after)
        (after.paragraphs + after.note_paragraphs).each_with_object({}) do |paragraph, patches|
          was = before.paragraph(paragraph.id)
          patches[paragraph.id.to_s] = patch(was, paragraph) unless was.equal?(paragraph) || was == paragraph
        end
      end

      # Runs are written with their text only where the text, or how it is cut, differs.
      def patch(was, now)
        return Stored.members(now) unless was

        bare = ->(run) { run.with(style: nil, properties: {}) }
        return Stored.members(now, than: was) if was.runs == now.runs || was.runs.map(&bare) != now.runs.map(&bare)

        Stored.members(now.with(runs: was.runs), than: was)
          .merge("formats" => now.runs.map { |run| [run.style, Stored.dump(run.properties)] })
      end

      # Tables without their paragraphs: which stand where.
      def changed_tables(before, after)
        return {} if before.blocks.equal?(after.blocks) && before.notes.equal?(after.notes)

        old = Blocks.tables(before).to_h { |table| [table.id, table] }
        Blocks.tables(after).reject { |table| old[table.id].equal?(table) }.each_with_object({}) do |table, shapes|
          shape = Blocks.shape(table)
          shapes[table.id] = Stored.dump(shape) unless old[table.id] && Blocks.shape(old[table.id]) == shape
        end
      end

      # @return [Array] where a row of blocks differs: from which place on, how many went, and who stands there now
      def changed_row(old, new)
        return [] if old.equal?(new)

        was, now = old.map(&:id), new.map(&:id)
        return [] if was == now

        head = was.zip(now).take_while { |one, other| one == other }.size
        head = [head, now.size].min
        tail = was.drop(head).reverse.zip(now.drop(head).reverse).take_while { |one, other| one == other }.size
        tail = [tail, now.size - head].min
        [head, was.size - head - tail, now[head, now.size - head - tail]]
      end

      def changed_notes(before, after)
        return {} if before.notes.equal?(after.notes)

        (before.notes.keys | after.notes.keys).each_with_object({}) do |ref, notes|
          was, now = before.notes[ref]&.map(&:id), after.notes[ref]&.map(&:id)
          notes[ref] = now unless was == now
        end
      end

      def changed(old, new)
        return {} if old.equal?(new)

        (old.keys | new.keys).each_with_object({}) do |id, found|
          found[id] = new[id] && Stored.dump(new[id]) unless old[id].equal?(new[id]) || old[id] == new[id]
        end
      end

      def changed_sheet(old, new)
        {defaults: :defaults, default_id: :default_id}.keys.reject { |name| old.public_send(name) == new.public_send(name) }.to_h do |name|
          [name.to_s, Stored.dump(new.public_send(name))]
        end
      end

      def changed_members(before, after)
        WHOLE.reject { |name| before.public_send(name) == after.public_send(name) }.to_h do |name|
          [name.to_s, Stored.dump(after.public_send(name))]
        end
      end

      def sheet(before, data)
        return before unless data["styles"] || data["sheet"]

        before.with(styles: merged(before.styles, data["styles"]), **Stored.load_members(data["sheet"] || {}))
      end

      def merged(before, data) = data ? before.merge(data.transform_values { |one| Stored.load(one) }).compact : before
      private_class_method :changed_paragraphs, :patch, :changed_tables, :changed_row, :changed_notes, :changed, :changed_sheet,
        :changed_members, :sheet, :merged
    end
  end
end

require_relative "difference/blocks"

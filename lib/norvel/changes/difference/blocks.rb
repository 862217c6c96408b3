# frozen_string_literal: true

module Norvel
  module Changes
    module Difference
      # Puts the blocks of a manuscript together again: who stands where, in the body, in cells and in notes.
      class Blocks
        LOOKS_KEPT = 4 # the schema since which lines and shading of tables are written

        # @return [Array<Manuscript::Table>] of body and notes, nested ones included
        def self.tables(manuscript)
          manuscript.tables + manuscript.notes.values.flatten(1).flat_map { |block| Manuscript.tables_in(block) }
        end

        # @return [Manuscript::Table] with the ids of its blocks in the place of the blocks
        def self.shape(table)
          table.with(rows: table.rows.map { |row|
            row.with(cells: row.cells.map { |cell| cell.with(blocks: cell.blocks.map { |block| block.is_a?(String) ? block : block.id }) })
          })
        end

        # @param before [Manuscript] @param data [Hash] from Difference.between
        def initialize(before, data)
          @before = before
          @body = data["body"]
          @notes = data["notes"] || {}
          @looks_kept = (data["schema"] || 1) >= LOOKS_KEPT
          @shapes = (data["tables"] || {}).transform_values { |shape| Stored.load(shape) }
          @paragraphs = (data["paragraphs"] || {}).to_h { |id, patch| [id.to_i, load_paragraph(id.to_i, patch)] }
        end

        # @return [Manuscript] the one before with the blocks of the one after
        def manuscript
          patched = @before.with_paragraphs(@paragraphs.select { |id, _| @before.paragraph(id) })
          return patched unless @body || @notes.any? || @shapes.any?

          @patched = patched
          @tables = self.class.tables(patched).to_h { |table| [table.id, table] }
          patched.with(blocks: row(patched.blocks, @body), notes: notes(patched))
        end

        private

        def load_paragraph(id, patch)
          was = @before.paragraph(id)
          members = Stored.load_members(patch.except("formats"))
          if patch["formats"]
            members[:runs] = was.reformatted(patch["formats"].map { |named, set| {style: named, properties: Stored.load(set)} })
          end
          was ? was.with(**members) : Manuscript::Paragraph.new(id: id, **members)
        end

        def row(blocks, splice)
          ids = blocks.map(&:id)
          ids[splice[0], splice[1]] = splice[2] if splice
          ids.map { |id| block(id) }
        end

        def notes(patched)
          kept = patched.notes.reject { |ref, _| @notes.key?(ref) && @notes[ref].nil? }
          kept.merge(@notes.compact) { |_, _, ids| ids }.transform_values do |blocks|
            blocks.map { |one| block(one.respond_to?(:id) ? one.id : one) }
          end
        end

        def block(id)
          return @paragraphs[id] || @patched.paragraph(id) unless id.is_a?(String)

          table = @shapes[id]
          return filled(@looks_kept ? table : looking_as_before(table)) if table

          table = @tables.fetch(id)
          inside?(table) ? filled(self.class.shape(table)) : table
        end

        # Lines and shading of a table as they were, unless they were taken away.
        def looking_as_before(shape)
          was = @tables[shape.id] or return shape
          stay = {borders: :edges, shading: :shading}.slice(*shape.by_hand).values
          look = ->(one) { one.to_h.slice(*stay) }
          rows = shape.rows.zip(was.rows).map do |row, old|
            row.with(cells: row.cells.zip(old&.cells || []).map { |cell, before| before ? cell.with(**look[before]) : cell })
          end
          shape.with(rows: rows, **look[was])
        end

        # Whether a table of another shape now stands somewhere in it.
        def inside?(table) = table.blocks.any? { |inner| inner.is_a?(Manuscript::Table) && (@shapes.key?(inner.id) || inside?(inner)) }

        def filled(shape) =
          shape.with(rows: shape.rows.map { |row|
            row.with(cells: row.cells.map { |cell| cell.with(blocks: cell.blocks.map { |id| block(id) }) })
          })
      end
    end
  end
end

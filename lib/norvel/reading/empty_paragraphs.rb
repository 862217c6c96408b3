# frozen_string_literal: true

module Norvel
  # Paragraphs with nothing in them but white space. The last of a table cell, one between two tables, one that carries a
  # break or an anchor and one that the file numbers may never go.
  module EmptyParagraphs
    # @return [Array<Manuscript::Paragraph>] that may go
    def self.removable(manuscript)
      inner = manuscript.tables.flat_map do |table|
        table.rows.flat_map { |row| row.cells.flat_map { |cell| removable_in(cell.blocks, cell: true) } }
      end
      found = removable_in(manuscript.blocks) + inner
      cascade = Cascade.new(manuscript)
      order = found.reject { |paragraph| numbered?(paragraph, cascade) }.to_h { |paragraph| [paragraph.id, true] }
      manuscript.paragraphs.select { |paragraph| order[paragraph.id] }
    end

    # Those in a row, with what stands above and below them in the same container.
    Row = Value.define(:blanks, :above, :below)

    # @param ids [Set<Integer>] of blank lines
    # @return [Array<Row>] `above` and `below` nil where nothing is, or a table
    def self.rows(manuscript, ids)
      manuscript.containers.values.flat_map do |blocks|
        chunks = blocks.chunk_while { |one, other| ids.include?(one.id) && ids.include?(other.id) }.to_a
        [nil, *chunks, nil].each_cons(3).filter_map do |before, chunk, after|
          next unless ids.include?(chunk.first.id)

          above, below = [before&.last, after&.first].map { |block| block if block.is_a?(Manuscript::Paragraph) }
          Row.new(blanks: chunk, above: above, below: below)
        end
      end
    end

    def self.removable_in(blocks, cell: false)
      found = blocks.each_with_index.filter_map do |block, index|
        next unless block.is_a?(Manuscript::Paragraph) && block.empty?

        before, after = (index.zero? ? nil : blocks[index - 1]), blocks[index + 1]
        next if after.nil? && (cell || before.nil? || before.is_a?(Manuscript::Table))
        next if before.is_a?(Manuscript::Table) && (after.is_a?(Manuscript::Table) || ends_section?(after))

        block
      end
      # Something has to be left.
      (found.size == blocks.size) ? found[0...-1] : found
    end

    # Its number is to be seen, and those after it count from it.
    def self.numbered?(paragraph, cascade)
      ref = cascade.numbering(paragraph)
      level = ref && cascade.lists[ref.list].levels[ref.level]
      !level.nil? && !%w[bullet none].include?(level.format)
    end

    def self.ends_section?(block) = block.is_a?(Manuscript::Paragraph) && block.ends_section?
    private_class_method :removable_in, :ends_section?, :numbered?
  end
end

# frozen_string_literal: true

module Norvel
  # Numbers in the cells of tables: what is one, and which columns are of nothing else.
  module TableNumbers
    NUMBER = /\A[\s(]*[+\-−–±]?\s*[€$£¥]?\s*\d[\d.,'’\u00A0\u202F ]*\s*(?:%|‰|°|[€$£¥])?[\s)*]*\z/
    NOTHING = /\A[[:space:]]*+[–—\-.…]*+[[:space:]]*+\z/ # a dash for none

    module_function

    # @param text [String] of a cell
    # @return [Boolean] whether it is a number and nothing else
    def number?(text) = text.match?(NUMBER)

    # @param table [Manuscript::Table]
    # @return [Array<Array<Manuscript::Cell>>] columns of several numbers, but for their heads
    def columns(table) = table.cells_by_column.select { |cells| numbers?(table, cells) }

    # @param cells [Array<Manuscript::Cell>] a column
    # @return [Boolean] whether its numbers have unlike decimals
    def uneven?(cells)
      numbers = cells.map { |cell| text(cell) }.select { |one| number?(one) }
      numbers.map { |number| number[/[.,](\d+)\D*\z/, 1].to_s.length }.uniq.size > 1
    end

    def numbers?(table, cells)
      body = cells.zip(table.rows).drop(1).reject { |_, row| row.header }.map { |cell, _| text(cell) }
      body.count { |one| number?(one) } > 1 && body.all? { |one| number?(one) || one.match?(NOTHING) }
    end

    def text(cell) = cell.blocks.grep(Manuscript::Paragraph).map(&:text).join(" ").strip
    private_class_method :numbers?, :text
  end
end

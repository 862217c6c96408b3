# frozen_string_literal: true

module Norvel
  class Manuscript
    # `columns` are widths in EMU; `cell_margin` is the room left and right of a cell's text, where `margins` (by :start, :end, :top and
    # :bottom) say no other; `floating` tables stand beside the text in the file. `style_parts` names the parts of its
    # style that it uses (:first_row, :last_row, :first_column, :last_column, :row_bands, :column_bands); `by_hand` what of its frame was
    # set on itself or its cells (:borders, :shading). `edges` are its own lines by :top, :bottom, :start, :end, and between its rows
    # (:inside_h) and columns (:inside_v), each as of Properties::Borders; `shading` is a colour or nil.
    Table = Value.define(:id, :rows, columns: [], style: nil, indent: 0, cell_margin: 68_580, margins: {}, align: :start,
      floating: false, style_parts: %i[first_row first_column row_bands], by_hand: [], edges: {}, shading: nil) do
      # Which conditions of the table style hold at a cell, farthest first (ISO/IEC 29500-1 §17.7.6).
      # @return [Array<Symbol>]
      def conditions(row, column)
        last_row, last_column = rows.size - 1, rows[row].cells.size - 1
        edges = {first_column: column.zero?, last_column: column == last_column, first_row: row.zero?, last_row: row == last_row}
          .select { |part, here| here && style_parts.include?(part) }.keys
        bands = []
        if style_parts.include?(:column_bands) && (edges & %i[first_column last_column]).empty?
          bands << (if (column - (style_parts.include?(:first_column) ? 1 : 0)).even?
                      :odd_columns
                    else
                      :even_columns
          end)
        end
        if style_parts.include?(:row_bands) && (edges & %i[first_row last_row]).empty?
          bands << (if (row - (style_parts.include?(:first_row) ? 1 : 0)).even?
                      :odd_rows
                    else
                      :even_rows
          end)
        end
        corners = {%i[first_column first_row] => :start_of_first_row, %i[last_column first_row] => :end_of_first_row,
                   %i[first_column last_row] => :start_of_last_row, %i[last_column last_row] => :end_of_last_row}
        bands + edges + corners.filter_map { |both, corner| corner if (both - edges).empty? }
      end

      # @param what [Array<Symbol>] :borders, :shading
      # @return [Table] without what of its frame was set by hand
      def bared(what)
        bare = {borders: [:edges, {}], shading: [:shading, nil]}.slice(*what).values.to_h
        cells = ->(row) { row.with(cells: row.cells.map { |cell| cell.with(**bare) }) }
        with(by_hand: by_hand - what, rows: rows.map(&cells), **bare)
      end

      # @param row [Integer] @param column [Integer] where a cell begins
      # @return [Integer] how many cells below carry it on
      def carried_on(row, column)
        rows.drop(row + 1).take_while { |below|
          at = below.before
          below.cells.any? { |cell| (at == column && cell.continued).tap { at += cell.span } }
        }.size
      end

      # @return [Boolean] whether it stands in no other table
      def outermost? = !id.include?(".")

      # @return [Array<Array<Manuscript::Cell>>] by column, for a table without cells that cover several
      def cells_by_column = (rows.all? { |row| row.cells.size == columns.size }) ? rows.map(&:cells).transpose : []

      def blocks = rows.flat_map { |row| row.cells.flat_map(&:blocks) }
    end

    # `header` rows are repeated on every page of the table; `height` is the least height in EMU, or, where `exact`, the height; `splits`
    # says whether it may go on over a page, `before` how many columns it leaves out at its start.
    Row = Value.define(:cells, header: false, height: 0, exact: false, splits: true, before: 0)

    # `span` counts the columns it covers; `continued` cells carry on the one above. `margins` are its own by side, `width` what it asks
    # for, both EMU; its text stands at the :top, :center or :bottom (`anchor`), and is `turned` where it runs upwards or downwards;
    # `edges` and `shading` are its own as a table's.
    Cell = Value.define(:blocks, span: 1, continued: false, margins: {}, anchor: :top, width: nil, turned: false, edges: {}, shading: nil)
  end
end

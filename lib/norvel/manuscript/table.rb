# frozen_string_literal: true

module Norvel
  class Manuscript
    # `columns` are widths in EMU; `cell_margin` is the room left and right of a cell's text.
    Table = Value.define(:id, :rows, columns: [], style: nil, indent: 0, cell_margin: 68_580) do
      def blocks = rows.flat_map { |row| row.cells.flat_map(&:blocks) }
    end

    # `header` rows are repeated on every page of the table; `height` is the least height in EMU.
    Row = Value.define(:cells, header: false, height: 0)

    # `span` counts the columns it covers; `continued` cells carry on the one above.
    Cell = Value.define(:blocks, span: 1, continued: false)
  end
end

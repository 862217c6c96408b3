# frozen_string_literal: true

require_relative "row_box"
require_relative "table_look"

module Norvel
  class Layout
    # Sets the rows of a table (ISO/IEC 29500-1 §17.4); a cell is a narrow column of its own.
    class TableRows
      POINT = 12_700.0

      # @param setter [Setter]
      def initialize(setter, between)
        @setter = setter
        @between = between
      end

      # @param table [Manuscript::Table] @param width [Float] of the column around it, points
      # @return [Array<RowBox>]
      def rows(table, width)
        kept = @setter.kept_rows(table, room = [width, @between])
        return kept if kept

        columns = columns(table, width)
        left = left(table, columns.sum, width)
        return built(table, columns, left) if table.blocks.any? { |block| block.is_a?(Manuscript::Table) || block.run_in || block.drop_cap }

        @setter.keep_rows(table, room, contents(table, columns), built(table, columns, left))
      end

      private

      # @return [Array<Array(Manuscript::Paragraph, Float)>] what its cells hold, with the width that it is set in
      def contents(table, columns)
        cells = table.rows.flat_map { |row| places(table, row, columns) }
        cells.flat_map { |cell, _, inner, _| cell.blocks.map { |block| [block, inner] } }
      end

      # @return [Array<Array(Manuscript::Cell, Integer, Float, Array<Float>)>] the cells of a row with the number of their first column,
      #   the width of their text and their edges, points
      def places(table, row, columns)
        column = row.before
        row.cells.map do |cell|
          left = columns.first(column).sum
          right = columns.first(column + cell.span).sum
          place = [cell, column, [right - left - margin(table, cell, :start) - margin(table, cell, :end), 1.0].max, [left, right]]
          column += cell.span
          place
        end
      end

      # The cell's own margin, else the table's, else that of its style (§17.4.42, §17.4.68).
      def margin(table, cell, side)
        plain = %i[start end].include?(side) ? table.cell_margin : 0
        cell.margins.fetch(side) { table.margins.fetch(side) { @setter.table_margins(table).fetch(side, plain) } } / POINT
      end

      def built(table, columns, left)
        grid = table.rows.map do |row|
          places(table, row, columns).each_with_index.to_h { |(cell, column, _, _), index| [column, [cell, index]] }
        end
        boxes = table.rows.each_with_index.map { |row, at| row_box(table, row, columns, left, alone(grid, at)) }
        look = @setter.table_look(table)
        boxes.each_with_index { |box, row| box.cells.each_with_index { |cell, place| cell.look = look.of(row, place) } }
        merge(grid, boxes)
        heads = boxes.take_while(&:header)
        heads = [] if heads.size == boxes.size
        boxes.drop(heads.size).each { |box| box.heads = heads }
        boxes
      end

      # The places in a row of the cells that no merging concerns.
      # @return [Array<Integer>]
      def alone(grid, at) = grid[at].filter_map { |column, (cell, index)| index unless cell.continued || goes_on?(grid, at, column) }

      def goes_on?(grid, at, column) = grid[at + 1]&.dig(column, 0)&.continued || false

      def columns(table, width)
        count = table.rows.map { |row| row.before + row.cells.sum(&:span) }.max || 1
        given = table.columns.map { |column| column / POINT }
        given = asked(table, count) unless given.size >= count && given.sum.positive?
        return Array.new(count, width / count) unless given

        (given.sum > width * 1.5) ? given.map { |column| column * width / given.sum } : given
      end

      # Widths that the cells ask for, where the table has no grid.
      def asked(table, count)
        row = table.rows.find { |one| one.before.zero? && one.cells.size == count && one.cells.all?(&:width) }
        row&.cells&.map { |cell| cell.width / POINT }
      end

      def left(table, own, width)
        case table.align
        when :center then [(width - own) / 2, 0.0].max
        when :end then [width - own, 0.0].max
        else table.indent / POINT
        end
      end

      def row_box(table, row, columns, left, alone)
        least = row.height / POINT
        cells = places(table, row, columns).map { |place| cell_box(table, *place, left) }
        height = row.exact ? least : [least, *cells.values_at(*alone).map(&:reach)].max
        alone.each { |index| anchor(cells[index], row.cells[index].anchor, height) }
        first = cells.flat_map(&:items).first&.first
        RowBox.new(height: height, cells: cells, header: row.header, splits: row.splits, fixed: row.exact, heads: [],
          first_paragraph: first&.paragraph, first_setting: first&.setting || first&.row&.first_setting)
      end

      def cell_box(table, cell, _column, inner, outer, left)
        flow = Flow.new(@setter, between: @between)
        y = margin(table, cell, :top)
        items = flow.items(cell.blocks, inner, area: :cell).each_with_index.map do |item, index|
          y += index.zero? ? item.before : item.gap
          place = [item, y]
          y += item.height
          place
        end
        CellBox.new(x: left + outer.first + margin(table, cell, :start), outer: outer.map { |edge| left + edge }, items: items,
          above: cell.continued, below: false, bottom: flow.after + margin(table, cell, :bottom))
      end

      def anchor(box, where, height)
        by = {center: 0.5, bottom: 1.0}.fetch(where) { return } * (height - box.reach)
        box.items = box.items.map { |item, y| [item, y + by] } if by.positive?
      end

      # Cells merged over several rows (§17.4.84): their text takes the rows together, each line in the row where it begins.
      def merge(grid, boxes)
        grid.each_with_index do |cells, top|
          cells.each do |column, (cell, index)|
            next if cell.continued

            depth = 1
            depth += 1 while goes_on?(grid, top + depth - 1, column)
            spread(boxes[top, depth], grid[top, depth].map { |row| row[column][1] }, index, cell.anchor) if depth > 1
          end
        end
      end

      def spread(rows, places, index, where)
        box = rows.first.cells[index]
        rows.last.height += [box.reach - rows.sum(&:height), 0.0].max unless rows.last.fixed
        anchor(box, where, rows.sum(&:height))
        items = box.items
        top = 0.0
        rows.zip(places).each_with_index do |(row, place), number|
          finish = (number == rows.size - 1) ? Float::INFINITY : top + row.height
          own = row.cells[place]
          own.items = items.select { |_, y| y >= top - CellBox::HAIR && y < finish - CellBox::HAIR }.map { |item, y| [item, y - top] }
          own.below = number < rows.size - 1
          top = finish
        end
      end
    end
  end
end

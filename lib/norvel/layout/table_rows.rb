# frozen_string_literal: true

module Norvel
  class Layout
    # A row set to its height: the lines of its cells at their places, from the row's top and the column's
    # left edge. `heads` are the header rows that are repeated above it on a new page.
    RowBox = Struct.new(:height, :lines, :rules, :header, :notes, :heads, :first_paragraph, :first_setting, keyword_init: true)

    # Sets the rows of a table; a cell is a narrow column of its own.
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
        columns = columns(table, width)
        indent = table.indent / POINT
        boxes = table.rows.map { |row| row_box(table, row, columns, indent) }
        heads = boxes.take_while(&:header)
        heads = [] if heads.size == boxes.size
        boxes.drop(heads.size).each { |box| box.heads = heads }
        boxes
      end

      private

      def columns(table, width)
        count = table.rows.map { |row| row.cells.sum(&:span) }.max || 1
        given = table.columns.map { |column| column / POINT }
        return Array.new(count, width / count) unless given.size >= count && given.sum.positive?

        total = given.sum
        (total > width * 1.5) ? given.map { |column| column * width / total } : given
      end

      def row_box(table, row, columns, left)
        margin = table.cell_margin / POINT
        lines = []
        edges = [left]
        height = row.height / POINT
        column = 0
        row.cells.each do |cell|
          cell_width = columns[column, cell.span].to_a.sum
          column += cell.span
          x = edges.last
          height = [height, cell_lines(cell, x + margin, [cell_width - 2 * margin, 1.0].max, lines)].max
          edges << x + cell_width
        end
        rules = edges.map { |edge| Rule.new(edge, 0.0, edge, height) } + [Rule.new(left, 0.0, edges.last, 0.0), Rule.new(left, height, edges.last, height)]
        first = lines.first
        RowBox.new(height: height, lines: lines, rules: rules, header: row.header, notes: lines.flat_map { |line| line[2].notes || [] }.then { |notes| notes.empty? ? nil : notes },
          heads: [], first_paragraph: first&.[](0), first_setting: first&.[](1))
      end

      # Lines as [paragraph, setting, line, x, y]; nested tables are stacked in.
      # @return [Float] the height the cell needs
      def cell_lines(cell, x, width, lines)
        y = 0.0
        after = 0.0
        cell.blocks.each do |block|
          if block.is_a?(Manuscript::Table)
            TableRows.new(@setter, @between).rows(block, width).each do |row|
              row.lines.each { |paragraph, setting, line, inner_x, inner_y| lines << [paragraph, setting, line, x + inner_x, y + inner_y] }
              y += row.height
            end
            after = 0.0
          else
            setting = @setter.set(block, width)
            y += (@between == :larger) ? [after, setting.format.before].max : after + setting.format.before
            setting.lines.each do |line|
              lines << [block, setting, line, x, y]
              y += line.height
            end
            after = setting.format.after
          end
        end
        y + after
      end
    end
  end
end

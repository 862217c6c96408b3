# frozen_string_literal: true

module Norvel
  class Layout
    # A row set to its height: the lines of its cells at their places, from the row's top and the column's
    # left edge. `heads` are the header rows that are repeated above it on a new page.
    RowBox = Struct.new(:height, :lines, :rules, :frames, :header, :notes, :heads, :first_paragraph, :first_setting, keyword_init: true)

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
        return built(table, columns) if table.rows.any? { |row| row.cells.any? { |cell| cell.blocks.any? { |block| block.is_a?(Manuscript::Table) || block.run_in } } }

        @setter.rows(table, [width, @between], settings(table, columns)) { built(table, columns) }
      end

      private

      def settings(table, columns)
        table.rows.flat_map { |row| widths(table, row, columns).flat_map { |cell, width| cell.blocks.map { |block| @setter.set(block, width) } } }
      end

      # @return [Array<Array(Manuscript::Cell, Float)>] the cells of a row with the width of their text, points
      def widths(table, row, columns)
        margin = table.cell_margin / POINT
        column = 0
        row.cells.map do |cell|
          width = columns[column, cell.span].to_a.sum
          column += cell.span
          [cell, [width - 2 * margin, 1.0].max, width]
        end
      end

      def built(table, columns)
        indent = table.indent / POINT
        boxes = table.rows.map { |row| row_box(table, row, columns, indent) }
        heads = boxes.take_while(&:header)
        heads = [] if heads.size == boxes.size
        boxes.drop(heads.size).each { |box| box.heads = heads }
        boxes
      end

      def columns(table, width)
        count = table.rows.map { |row| row.cells.sum(&:span) }.max || 1
        given = table.columns.map { |column| column / POINT }
        return Array.new(count, width / count) unless given.size >= count && given.sum.positive?

        total = given.sum
        (total > width * 1.5) ? given.map { |column| column * width / total } : given
      end

      def row_box(table, row, columns, left)
        margin = table.cell_margin / POINT
        lines, rules, frames = [], [], []
        edges = [left]
        height = row.height / POINT
        widths(table, row, columns).each do |cell, inner, outer|
          x = edges.last
          height = [height, fill_cell(cell, x + margin, inner, lines, rules, frames)].max
          edges << x + outer
        end
        rules += edges.map { |edge| Rule.new(edge, 0.0, edge, height) } + [Rule.new(left, 0.0, edges.last, 0.0), Rule.new(left, height, edges.last, height)]
        first = lines.first
        RowBox.new(height: height, lines: lines, rules: rules, frames: frames, header: row.header, notes: lines.flat_map { |line| line[2].notes || [] }.then { |notes| notes.empty? ? nil : notes },
          heads: [], first_paragraph: first&.[](0), first_setting: first&.[](1))
      end

      # A cell is a narrow column: lines as [paragraph, setting, line, x, y].
      # @return [Float] the height the cell needs
      def fill_cell(cell, x, width, lines, rules, frames)
        flow = Flow.new(@setter, between: @between)
        y = 0.0
        framed = []
        flow.items(cell.blocks, width, area: :cell).each_with_index do |item, index|
          y += index.zero? ? item.before : item.gap
          framed << [item, y] if item.frame
          item.row ? nest(item.row, x, y, lines, rules, frames) : add_line(item, x, y, lines)
          y += item.height
        end
        frames.concat(Frames.place(framed).map { |frame| frame.moved(x, 0.0) })
        y + flow.after
      end

      def add_line(item, x, y, lines)
        y += item.lead if item.frame
        lines << [*item.run_in, x, y] if item.run_in
        lines << [item.paragraph, item.setting, item.line, x, y]
      end

      def nest(row, x, y, lines, rules, frames)
        row.lines.each { |paragraph, setting, line, inner_x, inner_y| lines << [paragraph, setting, line, x + inner_x, y + inner_y] }
        row.rules.each { |rule| rules << Rule.new(x + rule.x1, y + rule.y1, x + rule.x2, y + rule.y2) }
        row.frames.each { |frame| frames << frame.moved(x, y) }
      end
    end
  end
end

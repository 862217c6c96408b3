# frozen_string_literal: true

module Norvel
  class Layout
    # One cell in a row: `items` are [item, y] from the top down, y from the row's top and `cut` points too low where the cell began on a
    # page before; `x` is where its text begins, `outer` its edges; `above` and `below` say whether it is open there, being merged with the
    # cell of the next row or split; `look` is a TableLook::Cell. Points from the column's left edge.
    CellBox = Struct.new(:x, :outer, :items, :above, :below, :bottom, :cut, :look, keyword_init: true) do
      # @return [Array<Array(Item, Float)>] its items with their y from the row's top
      def places = cut.to_f.zero? ? items : items.map { |item, y| [item, y - cut] }

      # @return [Float] how far its text reaches, with the room under it
      def reach = items.empty? ? 0.0 : items.last.then { |item, y| y - cut.to_f + item.height } + bottom

      # How much of it fits in a height, and what is left.
      # @param anyway [Boolean] break it where orphans and widows forbid it
      # @return [Array(CellBox, CellBox)]
      def fit(room, anyway: false)
        room += cut.to_f - bottom
        count = fitting(room, anyway)
        inside, rest = items.first(count), items.drop(count)
        inside, rest = with_part_of_row(inside, rest, room) if rest.any? && rest.first[0].row
        [with(items: inside, below: rest.any?), with(items: rest, cut: rest.any? ? rest.first[1] : 0.0, above: rest.any? || above)]
      end

      private

      def with(**changed) = self.class.new(**to_h, **changed)

      # A table in the cell is split as well.
      def with_part_of_row(inside, rest, room)
        item, y = rest.first
        parts = item.row.fit(room - y) or return [inside, rest]
        head, left = parts.map { |row| item.with_row(row, row.notes || []) }
        [inside + [[head, y]], [[left, y]] + rest.drop(1).map { |other, below| [other, below + head.height + left.height - item.height] }]
      end

      # The most items that fit where a break after them is allowed.
      def fitting(room, anyway)
        most = items.take_while { |item, y| y + item.height <= room + CellBox::HAIR }.size
        return most if most == items.size

        most.downto(1).find { |count| items[count][0].keep.nil? } || (anyway ? most : 0)
      end
    end
    CellBox::HAIR = 0.01 # points

    # A row set to its height. `heads` are the header rows that are repeated above it on a new page; `splits` says that it may go on there,
    # `fixed` that its height is exact.
    RowBox = Struct.new(:height, :cells, :header, :splits, :fixed, :heads, :first_paragraph, :first_setting, keyword_init: true) do
      # @return [Array<Array(Paragraph, ParagraphLines, Line, Float, Float, Float)>] its lines with x and y, and with the y below which
      #   nothing of them is shown, nil: all
      def lines
        @lines ||= cells.flat_map { |cell| cell.places.flat_map { |item, y| lines_of(item, cell.x, y, cell.below ? nil : cut) } }
      end

      # @return [Boolean] whether something in it is no plain text, floats or is cut off
      def apart?
        @apart = fixed || floats.any? || lines.any? { |line| !line[1].ordinary? } if @apart.nil?
        @apart
      end

      # A row of an exact height shows no more than goes into it (ISO/IEC 29500-1 §17.4.80).
      # @return [Float, nil] the y below which nothing is shown
      def cut = fixed ? height : nil

      # @return [Array<Array(Item, Float, Float)>] its lines with floating things, with x and y
      def floats
        @floats ||= cells.flat_map { |cell|
          cell.items.flat_map { |item, y|
            if item.row
              item.row.floats.map { |inner, in_x, in_y| [inner, cell.x + in_x, y + in_y] }
            else
              (item.floats ? [[item, cell.x, y]] : [])
            end
          }
        }
      end

      # @return [Array<String>, nil] the notes that its lines refer to
      def notes = @notes ||= lines.flat_map { |line| line[2].notes || [] }.then { |notes| notes.empty? ? nil : notes }

      # @return [Array<Frames::Placed>]
      def frames
        @frames ||= cells.flat_map do |cell|
          around = Frames.place(cell.places.select { |item, _| item.frame }).map { |frame| frame.moved(cell.x, 0.0) }
          shown(cell, around) + nested(cell, :frames)
        end
      end

      # @return [Array<Rule>] the lines around its cells
      def rules = @rules ||= cells.flat_map { |cell| around(cell) + nested(cell, :rules) }

      # @return [Array<Fill>] what is shaded of it
      def fills = @fills ||= cells.flat_map { |cell| [fill(cell)].compact + nested(cell, :fills) }

      # How much of it fits in a height, and what is left: each cell is a column of its own. A row that may not be split, or of which not a
      # line of each cell fits, goes whole.
      # @param room [Float] points @param anyway [Boolean] split it though it may not be
      # @return [Array(RowBox, RowBox), nil]
      def fit(room, anyway: false)
        return if room <= 0 || fixed || !(splits || anyway)

        parts = cells.map { |cell| cell.fit(room, anyway: anyway) }
        return if parts.any? { |inside, rest| inside.items.empty? && rest.items.any? } || parts.all? { |_, rest| rest.items.empty? }

        used = parts.map { |inside, _| inside.reach }.max
        [part(parts.map(&:first), used), part(parts.map(&:last), [height - used, 0.0].max)]
      end

      private

      def part(cells, least) = self.class.new(**to_h, cells: cells, height: [least, *cells.map(&:reach)].max)

      def lines_of(item, x, y, cut)
        if item.row
          return item.row.lines.map { |*line, in_x, in_y, inner| [*line, x + in_x, y + in_y, [cut, inner && (y + inner)].compact.min] }
        end

        y += item.lead.to_f + item.push.to_f
        [([*item.run_in, x, y, cut] if item.run_in), [item.paragraph, item.setting, item.line, x, y, cut]].compact
      end

      # What the tables in a cell have of something.
      def nested(cell, what)
        inner = cell.places.select { |item, _| item.row }
        shown(cell, inner.flat_map { |item, y| item.row.public_send(what).map { |one| one.moved(cell.x, y) } })
      end

      def shown(cell, things) = (cut && !cell.below) ? things.filter_map { |thing| thing.above(cut) } : things

      # Lines stand upon the edges.
      def around(cell)
        left, right = cell.outer
        top, bottom, start, finish = cell.look.sides.values_at(:top, :bottom, :start, :end)
        [(Rule.new(left, 0.0, left, height, start) if start), (Rule.new(right, 0.0, right, height, finish) if finish),
          (Rule.new(left, 0.0, right, 0.0, top) if top && !cell.above),
          (Rule.new(left, height, right, height, bottom) if bottom && !cell.below)].compact
      end

      def fill(cell)
        return unless (color = cell.look.shading)

        left, right = cell.outer
        Fill.new(left, 0.0, right - left, height, color)
      end
    end
  end
end

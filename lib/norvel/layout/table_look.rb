# frozen_string_literal: true

module Norvel
  class Layout
    # The lines around the cells of a table and the shading behind them: of its style as a whole, its own, of the parts of its style that
    # hold at the cell, the cell's own; what comes later counts (ISO/IEC 29500-1 §17.4.38, §17.4.66, §17.7.6).
    class TableLook
      # What is drawn of one cell: `sides` by :top, :bottom, :start and :end, each a Frames::Side, and `shading`, a colour or nil.
      Cell = Value.define(sides: {}, shading: nil)
      # Of which part of the table each condition makes one region.
      ROWS = %i[first_row last_row odd_rows even_rows].freeze
      COLUMNS = %i[first_column last_column odd_columns even_columns].freeze
      POINT = 12_700.0

      # @param chain [Array<StyleSheet::Style>] of a table style, the root first
      # @return [Hash{Symbol=>Hash}] what it says of the :whole and by condition
      def self.said(chain)
        chain.map(&:cell_looks).reduce({}) do |all, own|
          all.merge(own) { |_, under, look| {edges: under[:edges].merge(look[:edges]), shading: look[:shading] || under[:shading]} }
        end
      end

      # @param table [Manuscript::Table] @param said [Hash] by its style
      def initialize(table, said)
        @table = table
        @said = said
        @plain = said.empty? && table.edges.empty? && table.shading.nil?
        @cells = {}
      end

      # @param row [Integer] @param place [Integer] of the cell in the row
      # @return [Cell]
      def of(row, place)
        cell = @table.rows[row].cells[place]
        return PLAIN if @plain && cell.edges.empty? && cell.shading.nil?

        looks = [[:whole, @said[:whole]], [:whole, {edges: @table.edges, shading: @table.shading}]]
        looks += @table.conditions(row, place).map { |condition| [condition, @said[condition]] } if @said.size > 1
        found = looks.select(&:last).reduce({}) { |under, (part, look)| under.merge(edges(look, region(part, row, place)), shading(look)) }
        drawn(found.merge(cell.edges.slice(:top, :bottom, :start, :end), shading({shading: cell.shading})))
      end

      PLAIN = Cell.new

      private

      def shading(look) = look[:shading] ? {shading: look[:shading]} : {}

      # @return [Hash{Symbol=>Boolean}] which of a cell's sides are the edges of the region
      def region(part, row, place)
        table = {top: row.zero?, bottom: row == @table.rows.size - 1, start: place.zero?, end: place == @table.rows[row].cells.size - 1}
        return table if part == :whole
        return table.merge(top: true, bottom: true) if ROWS.include?(part)

        table.merge(COLUMNS.include?(part) ? {start: true, end: true} : {top: true, bottom: true, start: true, end: true})
      end

      def edges(look, region)
        region.to_h { |side, outer| [side, look[:edges][outer ? side : inside(side)]] }.compact
      end

      def inside(side) = %i[top bottom].include?(side) ? :inside_h : :inside_v

      def drawn(found)
        fill = found[:shading]
        sides = found.except(:shading).reject { |_, line| line[:style] == "none" }.transform_values { |line| side(line) }
        Cell.new(sides: sides, shading: (fill unless fill == "none"))
      end

      # A line without a width is as fine as one can be.
      def side(line) = Frames::Side.new(width: [line[:width] / POINT, 0.25].max, space: 0.0, style: line[:style], color: line[:color])
    end
  end
end

# frozen_string_literal: true

require_relative "table_template"

module Norvel
  module Formats
    module Odt
      # Reads tables (ISO/IEC 26300, part 3, §9): columns and rows that stand for several are those, up to a limit; cells that cover others.
      class TableReader
        MOST_COLUMNS = 256
        GROUPS = %w[table:table-header-rows table:table-rows table:table-row-group].freeze
        ALIGN = {"left" => :start, "start" => :start, "center" => :center, "right" => :end, "end" => :end, "margins" => :start}.freeze
        STANDS = {"middle" => :center, "bottom" => :bottom}.freeze
        EDGES = {top: "top", bottom: "bottom", start: "left", end: "right"}.freeze

        # @param reader [Reader] @param part [Nokogiri::XML::Element] root
        # @yieldparam cell [Nokogiri::XML::Element] @yieldparam head [Boolean] whether it is in a header row
        # @yieldreturn [Array<Manuscript::Paragraph, Manuscript::Table>]
        def initialize(reader, part, &content)
          @reader = reader
          @styles, @values = reader.styles, reader.styles.values
          @part = part
          @content = content
        end

        # @return [Manuscript::Table]
        def read(node, id)
          @name = said(node, "table:style-name")
          columns = columns(node)
          @template = TableTemplate.of(node, @styles.table_templates)
          @rows = rows_in(node) if @template
          @columns = columns.size
          @below = {}
          rows = []
          each_row(node, false) { |row, head| rows.concat(row(row, head, rows.size)) }
          style = @styles.own("table", @name, @part)
          Manuscript::Table.new(id: id, rows: rows, columns: columns, style: style.style, indent: indent, align: align, cell_margin: 0,
            style_parts: [], shading: @values.colour(of_table("fo:background-color")))
        end

        private

        def said(node, name) = Names.attribute(node, name)

        def of_table(name) = property("table", @name, "style:table-properties", name)

        def property(family, style, holder, name) = @styles.property(family, style, @part, holder, name)

        def indent = (align == :start && @values.length(of_table("fo:margin-left") || of_table("fo:margin"))) || 0

        def align = ALIGN.fetch(of_table("table:align") || "left", :start)

        # @return [Array<Integer>] widths, EMU: those that are said, else shares of the table's
        def columns(node)
          said = Walk.columns(node).flat_map do |column|
            times = @values.count(said(column, "table:number-columns-repeated"), 1..MOST_COLUMNS, "Columns that are repeated") || 1
            width = %w[style:column-width style:rel-column-width].map { |name|
              property("table-column", said(column, "table:style-name"), "style:table-column-properties", name)
            }
            [width] * times
          end
          widths(said.first(MOST_COLUMNS))
        end

        def widths(said)
          own = said.map { |width, _| width && @values.length(width) }
          return own if own.all?

          shares = said.map { |_, share| share.to_s[/\A(\d+(?:\.\d+)?)\*\z/, 1].to_f }
          total = @values.length(of_table("style:width"))
          return own.map { |width| width || 0 } unless total && shares.sum.positive?

          shares.map { |share| (total * share / shares.sum).round }
        end

        def each_row(node, head, &block)
          Names.elements(node) do |child|
            name = Names.of(child)
            if name == "table:table-row" then yield child, head
            elsif GROUPS.include?(name) then each_row(child, head || name == "table:table-header-rows", &block)
            end
          end
        end

        def times(node) = @values.count(said(node, "table:number-rows-repeated"), 1..(10**9), "Rows that are repeated") || 1

        def rows_in(node) = enum_for(:each_row, node, false).sum { |row, _| times(row) }

        # One row, or as many as it stands for.
        def row(node, head, before)
          times = times(node)
          @reader.count_cells(times)
          style = said(node, "table:style-name")
          height, least = %w[style:row-height style:min-row-height].map { |name| of_row(style, name) }
          Array.new(times) { |index|
            @row = before + index
            Manuscript::Row.new(cells: cells(node, head), header: head, height: @values.length(height || least)&.abs || 0,
              exact: !height.nil?, splits: of_row(style, "fo:keep-together") != "always")
          }
        end

        def of_row(style, name) = property("table-row", style, "style:table-row-properties", name)

        # Cells below one that covers several rows carry it on; those beside one that covers several columns are none.
        def cells(node, head)
          found = []
          column = 0
          Names.elements(node) do |cell|
            covered = {"table:table-cell" => false, "table:covered-table-cell" => true}[Names.of(cell)]
            next if covered.nil?

            times = @values.count(said(cell, "table:number-columns-repeated"), 1..MOST_COLUMNS, "Cells that are repeated") || 1
            times.times do
              break if column >= MOST_COLUMNS

              column = covered ? covered_cell(cell, head, column, found) : cell(cell, head, column, found)
            end
          end
          found
        end

        def cell(node, head, column, found)
          @reader.count_cells(1)
          span = @values.count(said(node, "table:number-columns-spanned"), 1..MOST_COLUMNS, "Columns of a cell") || 1
          rows = @values.count(said(node, "table:number-rows-spanned"), 1..100_000, "Rows of a cell") || 1
          @below[column] = [rows - 1, span] if rows > 1
          @skip = {} if column.zero?
          (1...span).each { |more| @skip[column + more] = true }
          found << made(node, head, column, span: span)
          column + 1
        end

        def covered_cell(node, head, column, found)
          @skip = {} if column.zero?
          left, span = @below[column]
          if left
            found << made(node, head, column, span: span, continued: true)
            (1...span).each { |more| @skip[column + more] = true }
            (left > 1) ? @below[column] = [left - 1, span] : @below.delete(column)
          elsif !@skip[column]
            found << made(node, head, column) # nothing covers it
          else
            @content.call(node, head) # numbered with the others
          end
          column + 1
        end

        def made(node, head, column, span: 1, continued: false)
          style = said(node, "table:style-name") || @template&.style(@row, @rows, column, @columns)
          of_cell = ->(name) { property("table-cell", style, "style:table-cell-properties", name) }
          margins = EDGES.to_h { |side, name| [side, @values.length(of_cell["fo:padding-#{name}"] || of_cell["fo:padding"])] }.compact
          edges = EDGES.to_h { |side, name| [side, @values.line(of_cell["fo:border-#{name}"] || of_cell["fo:border"])] }.compact
          Manuscript::Cell.new(blocks: @content.call(node, head), span: span, continued: continued, margins: margins, edges: edges,
            anchor: STANDS.fetch(of_cell["style:vertical-align"], :top), shading: @values.colour(of_cell["fo:background-color"]),
            turned: %w[tb-rl tb-lr].include?(of_cell["style:writing-mode"]) || %w[90 270].include?(of_cell["style:rotation-angle"]))
        end
      end
    end
  end
end

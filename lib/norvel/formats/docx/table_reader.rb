# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Reads a table (ISO/IEC 29500-1 §17.4); what stands in its cells is read by whoever asks.
      #
      #   TableReader.new(codecs) { |cell| blocks_of(cell) }.read(node, "t4")
      class TableReader
        CELL_MARGIN = 68_580 # EMU left and right of a cell's text, where nothing is said
        SPANS = (1..200) # columns
        COLUMNS = (0..63)
        ALIGN = {"center" => :center, "right" => :end, "end" => :end}.freeze
        ANCHORS = {"center" => :center, "bottom" => :bottom}.freeze
        TURNED = %w[btLr tbRl tbRlV tbLrV].freeze
        # Parts of a style that a table uses: the attribute, the bit of the older form (§17.4.55), and whether set means used.
        STYLE_PARTS = {"firstRow" => [:first_row, 0x20, true], "lastRow" => [:last_row, 0x40, true],
                       "firstColumn" => [:first_column, 0x80, true], "lastColumn" => [:last_column, 0x100, true],
                       "noHBand" => [:row_bands, 0x200, false], "noVBand" => [:column_bands, 0x400, false]}.freeze

        # @param codecs [Codecs]
        # @yieldparam cell [Nokogiri::XML::Element] @yieldreturn [Array<Manuscript::Paragraph, Manuscript::Table>]
        def initialize(codecs, &blocks)
          @codecs = codecs
          @blocks = blocks
        end

        # @param node [Nokogiri::XML::Element] w:tbl @param id [String]
        # @return [Manuscript::Table]
        def read(node, id)
          properties = child(node, "tblPr")
          rows = []
          Walk.rows(node) { |row| rows << read_row(row) }
          margins = @codecs.cell_margins(child(properties, "tblCellMar"))
          look = @codecs.cell_look(properties, "tblBorders")
          Manuscript::Table.new(id: id, rows: rows, columns: grid(node), style: said(properties, "tblStyle"),
            style_parts: style_parts(child(properties, "tblLook")), indent: width(child(properties, "tblInd")) || 0,
            cell_margin: margins.fetch(:start, CELL_MARGIN), margins: margins, align: ALIGN.fetch(said(properties, "jc"), :start),
            floating: !child(properties, "tblpPr").nil?, by_hand: TableWriter.by_hand(node), **look)
        end

        private

        def grid(node)
          columns = child(node, "tblGrid")&.element_children || []
          columns.filter_map { |column| width(column) if column.name == "gridCol" }
        end

        def style_parts(node)
          return [] unless node

          bits = attribute(node).to_s.hex
          STYLE_PARTS.filter_map do |name, (part, bit, when_set)|
            said = attribute(node, name)
            set = said ? !Codecs::OFF.include?(said) : bits.anybits?(bit)
            part if set == when_set
          end
        end

        def read_row(node)
          properties = child(node, "trPr")
          height = child(properties, "trHeight")
          cells = []
          Walk.cells(node) { |cell| cells << read_cell(cell) }
          least = height && @codecs.measure(attribute(height))
          Manuscript::Row.new(cells: cells, header: on?(properties, "tblHeader"), height: least || 0,
            exact: !height.nil? && attribute(height, "hRule") == "exact", splits: !on?(properties, "cantSplit"),
            before: @codecs.count(said(properties, "gridBefore") || "0", COLUMNS, "the columns that a row leaves out"))
        end

        def read_cell(node)
          details = child(node, "tcPr")
          merge = child(details, "vMerge")
          Manuscript::Cell.new(blocks: @blocks.call(node), continued: !merge.nil? && attribute(merge) != "restart",
            span: @codecs.count(said(details, "gridSpan") || "1", SPANS, "the columns of a cell"),
            margins: @codecs.cell_margins(child(details, "tcMar")), width: absolute(child(details, "tcW")),
            anchor: ANCHORS.fetch(said(details, "vAlign"), :top), turned: TURNED.include?(said(details, "textDirection")),
            **@codecs.cell_look(details, "tcBorders"))
        end

        # @return [Integer, nil] EMU; nil where the width is automatic or a share
        def absolute(node) = (node && attribute(node, "type") == "dxa") ? width(node) : nil

        def width(node) = node && @codecs.measure(attribute(node, "w"))

        def on?(properties, name) = (flag = child(properties, name)) ? @codecs.on?(flag) : false

        def said(properties, name) = child(properties, name)&.then { |node| attribute(node) }

        def child(node, name) = Walk.child(node, name)

        def attribute(node, name = "val") = @codecs.attribute(node, name)
      end
    end
  end
end

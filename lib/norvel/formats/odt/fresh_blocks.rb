# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Tables, notes, pictures and text boxes that stand in no file yet (ISO/IEC 26300, part 3, §9, §6.3, §10.4): their elements, and where
      # the blocks in them go.
      class FreshBlocks
        VERTICAL = {top: "top", center: "middle", bottom: "bottom"}.freeze
        ALIGN = {start: "left", center: "center", end: "right"}.freeze
        EDGES = TableReader::EDGES

        # @return [Hash{Manuscript::Container=>Nokogiri::XML::Element}] what holds the blocks of each that was made
        attr_reader :holders

        # @param kit [Kit] @param manuscript [Manuscript]
        # @param pictures [#call, nil] given what refers to a picture, the name of its member
        def initialize(kit, manuscript, pictures)
          @nodes, @automatic = kit.nodes, kit.automatic
          @manuscript = manuscript
          @pictures = pictures
          @holders = {}
          @tables = 0
        end

        # @param table [Manuscript::Table]
        # @return [Nokogiri::XML::Element] with its columns, rows and cells, and nothing in them
        def table(table)
          node = @nodes.loose("table:table", "table:name" => "Table #{@tables += 1}")
          styled(node, "table", "table:style-name", "style:table-properties", of_table(table))
          table.columns.each do |width|
            column = @nodes.make(node, "table:table-column")
            styled(column, "table-column", "table:style-name", "style:table-column-properties",
              "style:column-width" => Measure.length(width))
          end
          heads = table.rows.take_while(&:header).size
          holder = (heads.positive? && heads < table.rows.size) ? @nodes.make(node, "table:table-header-rows") : node
          table.rows.each_with_index do |row, index|
            holder = node if index == heads
            row(holder, table, row, index)
          end
          node
        end

        # @param inset [Manuscript::Inset]
        # @return [Nokogiri::XML::Element, nil]
        def inset(inset)
          case inset.kind
          when :note then note(inset)
          else inset.box ? box(inset) : (image(inset) if inset.image?)
          end
        end

        private

        def styled(node, family, attribute, holder, said)
          said = said.compact
          return if said.empty?

          style = @automatic.fresh(family)
          inner = @nodes.make(style, holder)
          said.each { |name, value| @nodes.put(inner, name, value) }
          @nodes.put(node, attribute, @automatic.kept(family, style))
        end

        def of_table(table)
          {"style:width" => Measure.length(table.columns.sum), "table:align" => ALIGN.fetch(table.align, "left"),
           "fo:margin-left" => (Measure.length(table.indent) unless table.indent.zero?)}
        end

        def row(holder, table, row, index)
          node = @nodes.make(holder, "table:table-row")
          height = Measure.length(row.height) if row.height.positive?
          styled(node, "table-row", "table:style-name", "style:table-row-properties", "style:row-height" => (height if row.exact),
            "style:min-row-height" => (height unless row.exact), "fo:keep-together" => ("always" unless row.splits))
          row.cells.each_with_index { |cell, place| cell(node, table, index, place, cell) }
        end

        def cell(row, table, index, place, cell)
          node = @nodes.make(row, cell.continued ? "table:covered-table-cell" : "table:table-cell")
          rows = cell.continued ? 1 : height_of(table, index, place)
          @nodes.put(node, "table:number-columns-spanned", cell.span) if cell.span > 1 && !cell.continued
          @nodes.put(node, "table:number-rows-spanned", rows) if rows > 1
          styled(node, "table-cell", "table:style-name", "style:table-cell-properties", of_cell(cell))
          @holders[Manuscript::Container.cell(table.id, index, place)] = node
          (cell.span - 1).times { @nodes.make(row, "table:covered-table-cell") }
        end

        # How many rows it goes over: those below that carry it on at the same column.
        def height_of(table, index, place)
          at = column(table.rows[index], place)
          1 + table.rows.drop(index + 1).take_while { |row|
            row.cells.each_with_index.any? { |cell, other| cell.continued && column(row, other) == at }
          }.size
        end

        def column(row, place) = row.before + row.cells.first(place).sum(&:span)

        def of_cell(cell)
          edges = EDGES.to_h { |side, name| ["fo:border-#{name}", cell.edges[side] && Measure.line(cell.edges[side])] }
          margins = EDGES.to_h { |side, name| ["fo:padding-#{name}", cell.margins[side] && Measure.length(cell.margins[side])] }
          {**edges, **margins, "fo:background-color" => cell.shading, "style:vertical-align" => VERTICAL[cell.anchor],
                               "style:writing-mode" => ("tb-rl" if cell.turned)}
        end

        def note(inset)
          endnote = Manuscript.endnote?(inset.ref)
          node = @nodes.loose("text:note", "text:id" => StyleNames.spelled("n#{inset.ref.tr(":", "-")}"),
            "text:note-class" => endnote ? "endnote" : "footnote")
          @nodes.make(node, "text:note-citation").content = (@notes = @notes.to_i + 1).to_s
          @holders[Manuscript::Container.note(inset.ref)] = @nodes.make(node, "text:note-body")
          node
        end

        def image(inset)
          name = @pictures&.call(inset.ref) or return
          node = frame(inset)
          @nodes.make(node, "draw:image", "xlink:href" => name, "xlink:type" => "simple", "xlink:show" => "embed",
            "xlink:actuate" => "onLoad")
          describe(node, inset)
        end

        def box(inset)
          node = frame(inset)
          @holders[Manuscript::Container.box(inset.box)] = @nodes.make(node, "draw:text-box")
          describe(node, inset)
        end

        def describe(node, inset)
          @nodes.make(node, "svg:desc").content = inset.alt if inset.alt
          node
        end

        def frame(inset)
          node = @nodes.loose("draw:frame", "text:anchor-type" => (inset.kind == :anchor) ? "paragraph" : "as-char",
            "svg:width" => inset.width && Measure.length(inset.width), "svg:height" => inset.height && Measure.length(inset.height))
          styled(node, "graphic", "draw:style-name", "style:graphic-properties", placed(node, inset.anchor)) if inset.kind == :anchor
          node
        end

        WRAPS = Frames::WRAPS.invert.freeze
        X_FROM = {page: "page", margin: "page-content", column: "paragraph", paragraph: "paragraph"}.freeze
        Y_FROM = {page: "page", margin: "page-content", paragraph: "paragraph"}.freeze
        X_AT = {start: "left", center: "center", end: "right"}.freeze
        Y_AT = {start: "top", center: "middle", end: "bottom"}.freeze
        private_constant :WRAPS, :X_FROM, :Y_FROM, :X_AT, :Y_AT

        # Where it stands, and how text goes around it (§20.407, §20.304, §20.410).
        def placed(node, anchor)
          anchor ||= Manuscript::Anchor.new
          @nodes.put(node, "svg:x", Measure.length(anchor.x)) if anchor.x.is_a?(Integer)
          @nodes.put(node, "svg:y", Measure.length(anchor.y)) if anchor.y.is_a?(Integer)
          gaps = EDGES.to_h { |side, name| ["fo:margin-#{name}", anchor.gaps[side] && Measure.length(anchor.gaps[side])] }
          inner = EDGES.to_h { |side, name| ["fo:padding-#{name}", anchor.inner[side] && Measure.length(anchor.inner[side])] }
          {"style:wrap" => WRAPS[[anchor.wrap, anchor.sides]] || ((anchor.wrap == :none) ? "run-through" : "none"),
           "style:run-through" => (anchor.behind ? "background" : "foreground"),
           "style:horizontal-rel" => X_FROM.fetch(anchor.x_from, "paragraph"), "style:horizontal-pos" => X_AT.fetch(anchor.x, "from-left"),
           "style:vertical-rel" => Y_FROM.fetch(anchor.y_from, "paragraph"), "style:vertical-pos" => Y_AT.fetch(anchor.y, "from-top"),
           "draw:textarea-vertical-align" => VERTICAL[anchor.stands], **gaps, **inner}
        end
      end
    end
  end
end

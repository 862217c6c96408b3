# frozen_string_literal: true

require "cgi/escape"

module Norvel
  module Formats
    module Docx
      # Tables, note marks, pictures and text boxes that stand in no file yet (ISO/IEC 29500-1 §17.4, §17.11, §20.4; of text boxes part 4,
      # §19.1): their elements, and where the blocks in them go.
      class FreshBlocks
        DRAWING = "http://schemas.openxmlformats.org/drawingml/2006"
        SHAPES = "urn:schemas-microsoft-com:vml" # as the standard has it (part 4, §8.2)
        SIDES = {top: "top", start: "left", bottom: "bottom", end: "right"}.freeze
        ANCHORS = TableReader::ANCHORS.invert.freeze
        ALIGN = {center: "center", end: "right"}.freeze
        LINES = {"double" => "double", "dotted" => "dotted", "dashed" => "dashed", "thick" => "thick"}.freeze
        USUAL = 914_400 # EMU: a side of what does not say how large it is

        # @return [Hash{Manuscript::Container=>Nokogiri::XML::Element}] what holds the blocks of each that was made
        attr_reader :holders

        # @param form [Namespaces::Form] @param document [Nokogiri::XML::Document] of the part
        # @param relate [#call] given a kind of relationship and what it leads to, its id, nil where there is nothing
        # @param targets [Hash{Array(Integer, Integer)=>String}] by paragraph and place of a run where it leads
        # @param number [String] of a part with notes the element that stands for their number
        def initialize(form, document, relate, targets: {}, number: "footnoteRef")
          @form = form
          @document = document
          @relate = relate
          @targets = targets
          @number = number
          @holders = {}
          @pictures = 0
        end

        # @return [Nokogiri::XML::Element] a run with the number of a note
        def own_number = element("<w:r><w:#{@number}/></w:r>")

        # @param table [Manuscript::Table]
        # @return [Nokogiri::XML::Element] with its rows and cells, and nothing in them
        def table(table)
          grid = table.columns.map { |width| %(<w:gridCol w:w="#{twips(width)}"/>) }.join
          node = element("<w:tbl>#{of_table(table)}<w:tblGrid>#{grid}</w:tblGrid>" \
            "#{table.rows.map { |row| row(row) }.join}</w:tbl>")
          rows = node.element_children.select { |child| child.name == "tr" }
          rows.each_with_index do |row, index|
            cells = row.element_children.select { |child| child.name == "tc" }
            cells.each_with_index { |cell, place| @holders[Manuscript::Container.cell(table.id, index, place)] = cell }
          end
          node
        end

        # @param inset [Manuscript::Inset]
        # @return [Nokogiri::XML::Element, nil] what stands in a run for it
        def inset(inset)
          return note(inset) if inset.kind == :note
          return box(inset) if inset.box

          inset.image? ? picture(inset) : nil
        end

        # @param paragraph [Integer] @param place [Integer] of a run
        # @return [Nokogiri::XML::Element, nil] the link that is around it
        def link(paragraph, place)
          target = @targets[[paragraph, place]] or return
          (@links ||= {})[[paragraph, target]] ||= made_link(target)
        end

        private

        def element(inner, more = "")
          Nokogiri::XML(%(<x xmlns:w="#{@form.main}" xmlns:r="#{@form.relations}"#{more}>#{inner}</x>)).root.first_element_child
            .then { |node| @document.root.add_child(node).unlink }
        end

        def twips(emu) = (Rational(emu) / Lengths::TWIP).round

        def escaped(text) = CGI.escapeHTML(text)

        def of_table(table)
          align = ALIGN[table.align]
          "<w:tblPr><w:tblW w:w=\"#{twips(table.columns.sum)}\" w:type=\"dxa\"/>#{%(<w:jc w:val="#{align}"/>) if align}" \
            "#{%(<w:tblInd w:w="#{twips(table.indent)}" w:type="dxa"/>) unless table.indent.zero?}<w:tblLayout w:type=\"fixed\"/>" \
            '<w:tblCellMar><w:left w:w="0" w:type="dxa"/><w:right w:w="0" w:type="dxa"/></w:tblCellMar></w:tblPr>'
        end

        def row(row)
          said = [("<w:gridBefore w:val=\"#{row.before}\"/>" if row.before.positive?), ("<w:cantSplit/>" unless row.splits),
            (%(<w:trHeight w:val="#{twips(row.height)}"#{' w:hRule="exact"' if row.exact}/>) if row.height.positive?),
            ("<w:tblHeader/>" if row.header)].compact.join
          "<w:tr>#{"<w:trPr>#{said}</w:trPr>" unless said.empty?}#{row.cells.map { |cell| cell(cell) }.join}</w:tr>"
        end

        def cell(cell)
          merged = cell.continued ? "<w:vMerge/>" : ""
          "<w:tc><w:tcPr>#{%(<w:gridSpan w:val="#{cell.span}"/>) if cell.span > 1}#{merged}#{lines(cell)}#{shading(cell)}#{margins(cell)}" \
            "#{'<w:textDirection w:val="btLr"/>' if cell.turned}#{%(<w:vAlign w:val="#{ANCHORS[cell.anchor]}"/>) if ANCHORS[cell.anchor]}" \
            "</w:tcPr></w:tc>"
        end

        def lines(cell)
          said = SIDES.filter_map do |side, name|
            line = cell.edges[side] or next
            width = (line[:width] / Lengths::EIGHTH_POINT).round
            %(<w:#{name} w:val="#{LINES.fetch(line[:style], "single")}" w:sz="#{width}" w:space="0" ) +
              %(w:color="#{line[:color].delete_prefix("#")}"/>)
          end
          said.empty? ? "" : "<w:tcBorders>#{said.join}</w:tcBorders>"
        end

        def shading(cell) = cell.shading ? %(<w:shd w:val="clear" w:color="auto" w:fill="#{cell.shading.delete_prefix("#")}"/>) : ""

        def margins(cell)
          said = SIDES.filter_map { |side, name| cell.margins[side] && %(<w:#{name} w:w="#{twips(cell.margins[side])}" w:type="dxa"/>) }
          said.empty? ? "" : "<w:tcMar>#{said.join}</w:tcMar>"
        end

        def note(inset)
          kind, id = inset.ref.split(":", 2)
          element(%(<w:#{kind.delete_suffix("s")}Reference w:id="#{escaped(id)}"/>))
        end

        def made_link(target)
          address, anchor = target.start_with?("#") ? [nil, target.delete_prefix("#")] : target.split("#", 2)
          id = address && @relate.call(:link, address)
          element("<w:hyperlink#{%( r:id="#{id}") if id}#{%( w:anchor="#{escaped(anchor)}") if anchor}/>")
        end

        def picture(inset)
          id = @relate.call(:picture, inset.ref) or return
          number = @pictures += 1
          width, height = inset.width || USUAL, inset.height || USUAL
          inner = %(<wp:extent cx="#{width}" cy="#{height}"/>#{wrap(inset)}#{about(inset, number)}<a:graphic><a:graphicData ) +
            %(uri="#{DRAWING}/picture"><pic:pic><pic:nvPicPr><pic:cNvPr id="#{number}" name="Picture #{number}"/><pic:cNvPicPr/>) +
            %(</pic:nvPicPr><pic:blipFill><a:blip r:embed="#{id}"/><a:stretch><a:fillRect/></a:stretch></pic:blipFill><pic:spPr><a:xfrm>) +
            %(<a:off x="0" y="0"/><a:ext cx="#{width}" cy="#{height}"/></a:xfrm><a:prstGeom prst="rect"/></pic:spPr></pic:pic>) +
            "</a:graphicData></a:graphic>"
          element("<w:drawing>#{framed(inset, inner)}</w:drawing>",
            %( xmlns:wp="#{DRAWING}/wordprocessingDrawing" xmlns:a="#{DRAWING}/main" xmlns:pic="#{DRAWING}/picture"))
        end

        def about(inset, number)
          said = %( descr="#{escaped(inset.alt)}") if inset.alt
          %(<wp:docPr id="#{number}" name="Picture #{number}"#{said}/>)
        end

        def framed(inset, inner)
          return "<wp:inline>#{inner}</wp:inline>" unless inset.kind == :anchor

          anchor = inset.anchor || Manuscript::Anchor.new
          gaps = AnchorReader::GAPS.map { |name, side| %( #{name}="#{anchor.gaps[side] || 0}") }.join
          %(<wp:anchor#{gaps} simplePos="0" relativeHeight="1" behindDoc="#{anchor.behind ? 1 : 0}" locked="0" layoutInCell="1" ) +
            %(allowOverlap="1"><wp:simplePos x="0" y="0"/>#{place("H", anchor.x_from, anchor.x)}#{place("V", anchor.y_from, anchor.y)}) +
            "#{inner}</wp:anchor>"
        end

        AT = {"H" => {start: "left", center: "center", end: "right"}, "V" => {start: "top", center: "center", end: "bottom"}}.freeze
        private_constant :AT

        def place(axis, from, at)
          said = at.is_a?(Integer) ? "<wp:posOffset>#{at}</wp:posOffset>" : "<wp:align>#{AT[axis][at]}</wp:align>"
          %(<wp:position#{axis} relativeFrom="#{from}">#{said}</wp:position#{axis}>)
        end

        SIDED = AnchorReader::SIDES.invert.freeze
        private_constant :SIDED

        def wrap(inset)
          return "" unless inset.kind == :anchor

          case inset.anchor&.wrap
          when :above_below then "<wp:wrapTopAndBottom/>"
          when :around then %(<wp:wrapSquare wrapText="#{SIDED.fetch(inset.anchor.sides, "bothSides")}"/>)
          else "<wp:wrapNone/>"
          end
        end

        def box(inset)
          sides = {width: inset.width, height: inset.height}.compact
          size = sides.map { |name, emu| "#{name}:#{(emu.to_f / Lengths::PT).round(2)}pt" }
          said = %( alt="#{escaped(inset.alt)}") if inset.alt
          node = element(%(<w:pict><v:shape style="position:absolute;#{size.join(";")}"#{said}><v:textbox><w:txbxContent/></v:textbox>) +
            "</v:shape></w:pict>", %( xmlns:v="#{SHAPES}"))
          @holders[Manuscript::Container.box(inset.box)] = node.at_xpath(".//*[local-name()='txbxContent']")
          node
        end
      end
    end
  end
end

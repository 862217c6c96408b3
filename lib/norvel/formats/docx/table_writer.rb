# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Patches tables of the body (ISO/IEC 29500-1 §17.4): which rows are repeated, the style, the widths of columns, and the frame that
      # was set by hand, where it is to go.
      class TableWriter
        FRAME = {borders: %w[tblBorders tcBorders], shading: %w[shd]}.freeze
        TABLE_ORDER = %w[tblStyle tblpPr tblOverlap bidiVisual tblStyleRowBandSize tblStyleColBandSize tblW jc tblCellSpacing tblInd
          tblBorders shd tblLayout tblCellMar tblLook tblCaption tblDescription].freeze

        # @param node [Nokogiri::XML::Element] a w:tbl
        # @return [Array<Symbol>] what of the frame it says itself: on the table, or on cells of its own
        def self.by_hand(node) = FRAME.select { |_, names| frame(node, names).any? }.keys

        def self.frame(node, names)
          cells = []
          Walk.rows(node) { |row| Walk.cells(row) { |cell| cells << Patching.child(cell, "tcPr") } }
          [Patching.child(node, "tblPr"), *cells].compact.flat_map do |holder|
            holder.element_children.select { |child| names.include?(child.name) }
          end
        end

        def initialize(codecs)
          @codecs = codecs
        end

        # @param node [Nokogiri::XML::Element] the w:tbl @param before [Manuscript::Table] as read @param now [Manuscript::Table]
        # @return [void]
        def patch(node, before, now)
          now.rows.zip(before.rows, rows(node)).each do |row, was, element|
            repeat(element, row.header) unless was.nil? || row.header == was.header
          end
          FRAME.each do |what, names|
            self.class.frame(node, names).each(&:unlink) if before.by_hand.include?(what) && !now.by_hand.include?(what)
          end
          put_style(node, now.style) unless before.style == now.style
          put_widths(node, now) unless before.columns == now.columns
        end

        private

        def rows(node) = [].tap { |found| Walk.rows(node) { |row| found << row } }

        def repeat(row, wanted)
          properties = Patching.child(row, "trPr")
          return Patching.child(properties, "tblHeader")&.unlink unless wanted

          unless properties
            properties = @codecs.make(row, "trPr")
            before = row.element_children.find { |child| !%w[tblPrEx trPr].include?(child.name) }
            before&.add_previous_sibling(properties)
          end
          @codecs.make(properties, "tblHeader")
        end

        def put_style(node, style)
          properties = Patching.child(node, "tblPr") || @codecs.make_first(node, "tblPr")
          present = Patching.child(properties, "tblStyle")
          return present&.unlink if style.nil?

          @codecs.put(present || Patching.insert(@codecs, properties, "tblStyle", TABLE_ORDER), "val", style)
        end

        def put_widths(node, table)
          twips = table.columns.map { |width| (Rational(width) / Lengths::TWIP).round }
          Patching.child(node, "tblGrid")&.element_children&.select { |column| column.name == "gridCol" }
            &.zip(twips)&.each { |column, width| @codecs.put(column, "w", width) if width }
          properties = Patching.child(node, "tblPr") || @codecs.make_first(node, "tblPr")
          width(Patching.child(properties, "tblW") || Patching.insert(@codecs, properties, "tblW", TABLE_ORDER), twips.sum)
          rows(node).zip(table.rows).each { |row, value| cells(row, value, twips) if value }
        end

        def cells(row, value, twips)
          at = 0
          elements = [].tap { |found| Walk.cells(row) { |cell| found << cell } }
          elements.zip(value.cells).each do |element, cell|
            details = Patching.child(element, "tcPr") || @codecs.make_first(element, "tcPr")
            width(Patching.child(details, "tcW") || @codecs.make_first(details, "tcW"), twips[at, cell.span].to_a.sum)
            at += cell.span
          end
        end

        def width(node, twips) = {"w" => twips, "type" => "dxa"}.each { |name, value| @codecs.put(node, name, value) }
      end
    end
  end
end

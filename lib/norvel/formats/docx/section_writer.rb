# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Patches sections (ISO/IEC 29500-1 §17.6): their page, folio, columns and beginning, which header and footer they have, and
      # where they end; new ones are written, those that went are taken out.
      class SectionWriter
        ORDER = %w[headerReference footerReference footnotePr
          endnotePr type pgSz pgMar paperSrc pgBorders lnNumType pgNumType cols formProt vAlign noEndnote titlePg
          textDirection bidi rtlGutter docGrid printerSettings sectPrChange].freeze

        # Whether nothing but the content of headers and footers differs, so that the body's part need not be touched.
        def self.only_margins?(before, now, margins)
          bare = ->(section) { section.with(headers: {}, footers: {}) }
          before.map(&bare) == now.map(&bare) && (margins.nil? || !margins.references_changed?)
        end

        # @param nodes [Array<Nokogiri::XML::Element, nil>] the w:sectPr of the source, in order
        # @param before [Array<Manuscript::Section>] as read @param now [Array<Manuscript::Section>]
        # @param margins [MarginsWriter]
        def initialize(nodes, spelling, before, now, margins)
          @nodes = nodes
          @codecs = spelling.codecs
          @spelling = spelling
          @before = before
          @now = now
          @margins = margins
        end

        # @param body [Nokogiri::XML::Element]
        # @yieldparam id [Integer] of a paragraph @yieldreturn [Nokogiri::XML::Element] its w:p
        # @return [void]
        def write(body, &paragraph)
          homes = @now.each_with_index.map { |section, index| home(section, index) || @codecs.make(body, "sectPr").unlink }
          settle(body, homes, &paragraph)
          @now.each_with_index { |section, index| patch(homes[index], section.origin ? @before[section.origin] : fresh, section) }
          @margins.write(homes, @codecs)
        end

        private

        # Of a section that was divided the last keeps its element, the others have copies.
        def home(section, index)
          node = section.origin && @nodes[section.origin] or return
          return node if index == (@lasts ||= @now.each_with_index.to_h { |one, number| [one.origin, number] })[section.origin]

          Patching.copy(node).tap { |copy| copy.element_children.each { |part| part.unlink if part.name == "sectPrChange" } }
        end

        # What a section says that says nothing.
        def fresh
          Manuscript::Section.new(page: Manuscript::PageDesign.new(width: nil, height: nil, margin: {}), begins: nil, columns: nil,
            folio: Manuscript::Folio.new(format: :decimal))
        end

        # Each stands with the paragraph that ends it, the last at the end of the body.
        def settle(body, homes)
          return if homes.all?(&:parent) && @now.map { |section| [section.origin, section.last] } == @before.map do |section|
            [section.origin, section.last]
          end

          (@nodes.compact - homes).each { |node| take_out(node) }
          @now.zip(homes) do |section, node|
            next if section.origin && @before[section.origin].last == section.last && node.parent

            take_out(node)
            section.last ? put_into(yield(section.last), node) : body.add_child(node)
          end
        end

        def take_out(node)
          holder = node.parent
          node.unlink
          holder.unlink if holder.is_a?(Nokogiri::XML::Element) && holder.name == "pPr" && holder.children.empty?
        end

        def put_into(paragraph, node)
          properties = Patching.child(paragraph, "pPr") || @codecs.make_first(paragraph, "pPr")
          @spelling.insert(properties, "sectPr", :paragraph).replace(node)
        end

        def patch(node, before, now)
          patch_page(node, before.page, now.page) unless before.page == now.page
          put(node, "type", "val" => SectionReader::BEGINS.key(now.begins)) unless before.begins == now.begins
          folio = now.folio
          put(node, "pgNumType", "fmt" => NumberFormats::FOLIOS.key(folio.format), "start" => folio.start) unless before.folio == folio
          put(node, "cols", "num" => now.columns) unless before.columns == now.columns
          even_out(Patching.child(node, "cols")) if before.column_widths && now.column_widths.nil?
          put_gap(node, now.column_gap) unless before.column_gap == now.column_gap && before.column_widths == now.column_widths
          patch_first(node, now.first_differs) unless before.first_differs == now.first_differs
        end

        # Columns that had widths of their own are alike.
        def even_out(columns)
          columns.element_children.each { |child| child.unlink if child.name == "col" }
          @codecs.put(columns, "equalWidth", nil)
        end

        def put_gap(node, gap) = put_twips(Patching.child(node, "cols") || insert(node, "cols"), "space", gap)

        def patch_first(node, differs)
          present = Patching.child(node, "titlePg")
          return present&.unlink unless differs

          @codecs.put(present || insert(node, "titlePg"), "val", nil)
        end

        def patch_page(node, before, now)
          size = Patching.child(node, "pgSz") || insert(node, "pgSz")
          {"w" => :width, "h" => :height}.each do |name, side|
            put_twips(size, name, now[side]) if before[side] != now[side] || @codecs.attribute(size, name).nil?
          end
          patch_orientation(size, now)
          margins = Patching.child(node, "pgMar") || insert(node, "pgMar")
          SectionReader::MARGINS.each do |name, attribute|
            if before.margin[name] != now.margin[name] || @codecs.attribute(margins, attribute).nil?
              put_twips(margins, attribute, now.margin[name])
            end
          end
        end

        # Said where the file says it already, or where the sheet lies on its side (§17.6.13).
        def patch_orientation(size, page)
          lies = page.width > page.height
          @codecs.put(size, "orient", lies ? "landscape" : "portrait") if lies || @codecs.attribute(size, "orient")
        end

        def put(node, name, attributes)
          element = Patching.child(node, name) || insert(node, name)
          attributes.each { |attribute, value| @codecs.put(element, attribute, value) }
        end

        def insert(node, name) = Patching.insert(@codecs, node, name, ORDER)

        def put_twips(node, name, emu) = @codecs.put(node, name, (Rational(emu) / Lengths::TWIP).round)
      end
    end
  end
end

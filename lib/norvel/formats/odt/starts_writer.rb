# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Says with the paragraphs and tables that parts begin with which master page begins there, and which number it has
      # (ISO/IEC 26300, part 3, §19.501 and §20.352); whoever says it and begins none does not say it any more.
      class StartsWriter
        PARAGRAPH, TABLE = "style:paragraph-properties", "style:table-properties"

        # @param kit [Kit] of the part with the text @param styles [Styles] as they are now
        # @param pages [PagesWriter] @param trace [Trace] @param now [Manuscript]
        # @yieldparam id [Integer] of a paragraph @yieldreturn [Nokogiri::XML::Element]
        def initialize(kit, styles, pages, trace, now, &node)
          @kit = kit
          @styles = styles
          @pages = pages
          @trace = trace
          @now = now
          @node = node
          @said = {}
        end

        # @param masters [Array<String, nil>] by part the master page that it begins with
        # @return [void]
        def write(masters)
          starts = starts(masters)
          @now.blocks.each do |block|
            table = block.is_a?(Manuscript::Table)
            each_place(block, table) { |node, family, id| settle(node, family, starts[id]) }
          end
        end

        private

        # @return [Hash{Integer=>Array(String, Integer)}] by the first paragraph of each part its master page
        #   and the number of its first page
        def starts(masters)
          firsts = first_paragraphs
          @now.sections.each_with_index.filter_map { |section, index|
            next if section.begins == :here || @pages.implied?(index)
            next if index.zero? && section.folio.start.nil? && masters[0] == default_master

            [firsts[index], [masters[index], section.folio.start]]
          }.to_h
        end

        def default_master = @trace.default_master

        def first_paragraphs
          ids = @now.paragraphs.map(&:id)
          [ids.first, *@now.sections[0..-2].map { |section| ids[@now.index_of(section.last) + 1] }]
        end

        def each_place(block, table)
          unless table
            node = @node.call(block.id)
            return node && yield(node, Styles::PARAGRAPH, block.id)
          end

          first = Manuscript.paragraphs_of([[block]]).first
          node = @node.call(block.id)
          yield(node, "table", first&.id) if node
        end

        def settle(node, family, wanted)
          name = Names.attribute(node, (family == "table") ? "table:style-name" : "text:style-name")
          master, number = said(family, name)
          return if [master, number] == (wanted || [nil, nil])

          holder = (family == "table") ? TABLE : PARAGRAPH
          @kit.automatic.alter(node, family, attribute: (family == "table") ? "table:style-name" : "text:style-name") do |style|
            put_master(style, family, wanted&.first)
            put_number(style, holder, number, wanted)
          end
        end

        def put_master(style, family, master)
          parent = Names.attribute(style, "style:parent-style-name")
          inherited = parent && said(family, parent).first
          @kit.nodes.put(style, "style:master-page-name", master || ("" if inherited))
        end

        def put_number(style, holder, number, wanted)
          return if number.nil? && wanted&.last.nil?

          inner = @kit.nodes.child(style, holder, Speller::ORDER)
          @kit.nodes.put(inner, "style:page-number", wanted ? (wanted.last || "auto") : nil)
          inner.unlink if inner.attribute_nodes.empty? && inner.element_children.empty?
        end

        # @return [Array(String, Integer)] the master page and number that a style says
        def said(family, name)
          return [nil, nil] if name.nil?

          @said[[family, name]] ||= begin
            root = @kit.nodes.root
            master = @styles.saying(family, name, root) { |node| Names.attribute(node, "style:master-page-name") }
            number = @styles.property(family, name, root, "style:#{family}-properties", "style:page-number")
            [(master unless master.to_s.empty?), (number.to_i if number.to_s.match?(/\A\d+\z/))]
          end
        end
      end
    end
  end
end

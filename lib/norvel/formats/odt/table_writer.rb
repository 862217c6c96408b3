# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Patches tables (ISO/IEC 26300, part 3, §9): which rows are repeated, the widths of columns, the style under what is by hand, lines
      # and shading that are to go.
      class TableWriter
        HEAD, ROW = "table:table-header-rows", "table:table-row"
        NAME, COLUMN = "table:style-name", "table:table-column"
        FRAMES = {"table:table" => ["table", "style:table-properties"], "table:table-cell" => ["table-cell", "style:table-cell-properties"],
                  "table:covered-table-cell" => ["table-cell", "style:table-cell-properties"]}.freeze
        LINES = Speller::SHORTHANDS.slice("fo:border", "style:border-line-width").flatten(2).freeze
        SHADING = %w[fo:background-color].freeze

        # @param kit [Kit]
        def initialize(kit)
          @kit = kit
          @nodes = kit.nodes
        end

        # @param node [Nokogiri::XML::Element] table:table @param before [Manuscript::Table] @param now [Manuscript::Table]
        # @return [void]
        def patch(node, before, now)
          heads(node, now.rows.take_while(&:header).size) unless before.rows.map(&:header) == now.rows.map(&:header)
          @kit.automatic.alter(node, "table", @kit.names.of(now.style), attribute: NAME) {} unless before.style == now.style
          widths(node, now.columns) unless before.columns == now.columns
          bare(node, SHADING) if before.shading && now.shading.nil? || shaded(before) > shaded(now)
          bare(node, LINES) if lined(before) > lined(now)
        end

        private

        def shaded(table) = table.rows.sum { |row| row.cells.count(&:shading) }

        def lined(table) = table.rows.sum { |row| row.cells.count { |cell| cell.edges.any? } }

        # The first rows are repeated where they stand in an element of their own.
        def heads(node, count)
          Names.children(node, HEAD).each do |head|
            head.element_children.to_a.reverse_each { |row| head.add_next_sibling(row) }
            head.unlink
          end
          return if count.zero?

          rows = Names.children(node, ROW).first(count)
          return if rows.size < count

          head = @nodes.loose(HEAD)
          rows.first.add_previous_sibling(head)
          rows.each { |row| head.add_child(row) }
        end

        def widths(node, wanted)
          columns = Walk.columns(node)
          return if columns.empty?

          columns.drop(1).each(&:unlink)
          first = columns.first
          @nodes.put(first, "table:number-columns-repeated", nil)
          wanted.each_with_index do |width, index|
            column = index.zero? ? first : Names.children(first.parent, COLUMN).last.add_next_sibling(@nodes.copy(first))
            @kit.automatic.alter(column, "table-column", attribute: NAME) do |style|
              inner = @nodes.child(style, "style:table-column-properties")
              @nodes.put(inner, "style:column-width", Measure.length(width))
              @nodes.put(inner, "style:rel-column-width", nil)
            end
          end
          whole(node, wanted.sum)
        end

        def whole(node, width)
          @kit.automatic.alter(node, "table", attribute: NAME) do |style|
            inner = @nodes.child(style, "style:table-properties")
            @nodes.put(inner, "style:width", Measure.length(width)) if Names.attribute(inner, "style:width")
            @nodes.put(inner, "style:rel-width", nil)
          end
        end

        def bare(node, said)
          [node, *node.xpath(".//*").select { |one| FRAMES.key?(Names.of(one)) }].each do |one|
            family, holder = FRAMES.fetch(Names.of(one))
            next unless @kit.automatic.node(family, Names.attribute(one, NAME))

            @kit.automatic.alter(one, family, attribute: NAME) do |style|
              inner = Names.child(style, holder) or next
              said.each { |attribute| @nodes.put(inner, attribute, nil) }
              inner.unlink if inner.attribute_nodes.empty? && inner.element_children.empty?
            end
          end
        end
      end
    end
  end
end

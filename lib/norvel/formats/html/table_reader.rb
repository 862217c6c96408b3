# frozen_string_literal: true

module Norvel
  module Formats
    module Html
      # A table of a page: its head, cells that cover several, its caption.
      class TableReader
        MOST = 1_000 # columns or rows that a cell covers

        # @param reader [Reader] @param node [Nokogiri::XML::Element] @param here [Reader::Context]
        def initialize(reader, node, here)
          @reader = reader
          @node = node
          @here = here.with(block: {})
        end

        # @return [Array<Elements::Block>]
        def blocks
          rows = rows()
          cells = rows.map { |row| cells(row) }
          filled = cells.each_with_index.reject { |row, _| row.empty? }
          return caption if filled.empty?

          heads = rows.zip(cells).reject { |_, row| row.empty? }.take_while { |row, _| head?(row) }.size
          table = Elements::Block.new(kind: :table, cells: filled.map(&:first), heads: (heads < filled.size) ? heads : 0)
          words = caption
          (words.size == 1) ? [table.with(caption: words.first.with(kind: :text), above: !below?)] : words + [table]
        end

        private

        # The rows of this table, not of those in it; the foot comes last.
        def rows
          own = ->(node) { node.element_children.select { |child| child.name == "tr" } }
          parts = @node.element_children.group_by(&:name)
          order = [*parts["thead"], *@node.element_children.select { |child| %w[tr tbody].include?(child.name) }, *parts["tfoot"]]
          order.flat_map { |part| (part.name == "tr") ? [part] : own[part] }
        end

        def head?(row) = row.parent.name == "thead" || row.element_children.all? { |cell| cell.name == "th" }

        def cells(row)
          around = @reader.context(row, @here)
          row.element_children.select { |cell| %w[td th].include?(cell.name) }.map { |cell| cell(cell, around) }
        end

        ALIGN = {"center" => :center, "right" => :end, "end" => :end}.freeze
        private_constant :ALIGN

        def cell(node, around)
          here = @reader.context(node, around)
          align = here.block[:align] || ALIGN[node["align"].to_s.downcase]
          blocks = @reader.flow(node, here.with(block: here.block.except(:align)))
          blocks = blocks.map { |block| block.with(pieces: Elements::Stretches.evened(block.pieces)) } if node.name == "th"
          Elements::Cell.new(blocks: blocks, span: covers(node["colspan"]), rows: covers(node["rowspan"]),
            align: (align if %i[center end].include?(align)))
        end

        def covers(said) = (Integer(said.to_s, 10, exception: false) || 1).clamp(1, MOST)

        def below? = @node.element_children.any? { |child| child.name == "caption" && child["class"].to_s.split.include?("below") }

        def caption
          node = @node.element_children.find { |child| child.name == "caption" } or return []
          @reader.flow(node, @reader.context(node, @here), role: :caption)
        end
      end
    end
  end
end

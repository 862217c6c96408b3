# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # The one order in which paragraphs and runs of a part are numbered. Reader and writer both
      # walk this way, so that a number means the same element to both.
      module Walk
        BLOCK_WRAPPERS = %w[sdt sdtContent customXml smartTag ins moveTo].freeze
        RUN_WRAPPERS = %w[hyperlink ins moveTo smartTag sdt sdtContent fldSimple customXml dir bdo].freeze

        module_function

        # @yieldparam node [Nokogiri::XML::Element] each w:p and w:tbl directly in the container
        def blocks(container, &block)
          container.element_children.each do |node|
            case node.name
            when "p", "tbl" then yield node
            when *BLOCK_WRAPPERS then blocks(node, &block)
            end
          end
        end

        def rows(table, &block) = wrapped(table, "tr", &block)

        def cells(row, &block) = wrapped(row, "tc", &block)

        # @return [Array<Nokogiri::XML::Element>] every w:p of a story, cells row by row, nested tables in place
        def paragraphs(container)
          found = []
          blocks(container) do |node|
            next found << node if node.name == "p"

            rows(node) { |row| cells(row) { |cell| found.concat(paragraphs(cell)) } }
          end
          found
        end

        # Every run that is in the text, with what it stands in.
        # @yieldparam node [Nokogiri::XML::Element] w:r, or another element that holds one place (an equation)
        # @yieldparam wrappers [Array<Nokogiri::XML::Element>] outermost first
        def runs(paragraph, wrappers = [], &block)
          paragraph.element_children.each do |node|
            case node.name
            when "r", "oMath", "oMathPara" then yield node, wrappers
            when *RUN_WRAPPERS then runs(node, wrappers + [node], &block)
            end
          end
        end

        def wrapped(parent, name, &block)
          parent.element_children.each do |node|
            if node.name == name
              yield node
            elsif BLOCK_WRAPPERS.include?(node.name)
              wrapped(node, name, &block)
            end
          end
        end
      end
    end
  end
end

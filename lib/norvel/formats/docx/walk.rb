# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # The one order in which paragraphs and runs of a part are numbered. Reader and writer both
      # walk this way, so that a number means the same element to both.
      module Walk
        BLOCK_WRAPPERS = %w[sdt sdtContent customXml smartTag ins moveTo].freeze
        RUN_WRAPPERS = %w[hyperlink ins moveTo smartTag sdt sdtContent fldSimple customXml dir bdo].freeze
        RUNS = %w[r oMath oMathPara].freeze

        # Numbers of what is no run and yet content (`core.md`, Empty): controls, links and fields without a run,
        # whatever is not known here.
        BESIDE = 1_000_000

        # What means nothing where no word stands: properties, ends of ranges, hints; revisions are looked at by themselves.
        OWN = %w[sdtPr sdtEndPr smartTagPr customXmlPr fldData].freeze # belong to a wrapper itself
        CUSTOM_XML_RANGES = %w[Ins Del MoveFrom MoveTo].product(%w[Start End]).map { |what, which| "customXml#{what}Range#{which}" }.freeze
        MEANINGLESS = [*OWN, *CUSTOM_XML_RANGES, "pPr", "proofErr", "bookmarkStart", "bookmarkEnd", "commentRangeStart", "commentRangeEnd",
          "permStart", "permEnd", "moveFromRangeStart", "moveFromRangeEnd", "moveToRangeStart",
          "moveToRangeEnd", "del", "moveFrom", "ins", "moveTo"].freeze

        module_function

        # @param node [Nokogiri::XML::Element, nil] @param name [String]
        # @return [Nokogiri::XML::Element, nil] its first child of that name
        def child(node, name) = Patching.child(node, name)

        # Every element directly in another.
        def elements(parent, &block) = Patching.elements(parent, &block)

        # @yieldparam node [Nokogiri::XML::Element] each w:p and w:tbl directly in the container
        def blocks(container, &block)
          elements(container) do |node|
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
        def runs(paragraph)
          leaves(paragraph) { |node, wrappers, number| yield node, wrappers if number && number < BESIDE }
        end

        # Everything that stands in a paragraph, wrappers opened: runs by number from 0, other content by number from BESIDE, what means
        # nothing without one.
        # @yieldparam node [Nokogiri::XML::Node] @yieldparam wrappers [Array<Nokogiri::XML::Element>] outermost first
        # @yieldparam number [Integer, nil]
        def leaves(paragraph, &block) = open_up(paragraph, [], [-1, BESIDE - 1], &block)

        def open_up(parent, wrappers, last, &block)
          following = parent.child
          while (node = following)
            following = node.next_sibling
            if RUN_WRAPPERS.include?(node.name) && anything?(node) then open_up(node, wrappers + [node], last, &block)
            elsif RUNS.include?(node.name) then yield node, wrappers, last[0] += 1
            elsif node.element? && !MEANINGLESS.include?(node.name) then yield node, wrappers, last[1] += 1
            else yield node, wrappers, nil
            end
          end
        end

        # @return [Boolean] whether anything but what means nothing stands in a wrapper
        def anything?(wrapper)
          wrapper.element_children.any? do |node|
            RUN_WRAPPERS.include?(node.name) ? anything?(node) ||
              !%w[ins moveTo sdtContent].include?(node.name) : !MEANINGLESS.include?(node.name)
          end
        end

        def wrapped(parent, name, &block)
          elements(parent) do |node|
            if node.name == name
              yield node
            elsif BLOCK_WRAPPERS.include?(node.name)
              wrapped(node, name, &block)
            end
          end
        end
        private_class_method :open_up, :anything?
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Words that a damaged file has where the standard allows none: outside of a run, or between the pieces of one
      # (ISO/IEC 29500-1 §17.3.2). Norvel does not set them; they stay in the file, and their paragraph is never empty.
      module StrayText
        # Holds no words of the text, or is walked by itself.
        APART = %w[pPr rPr sdtPr sdtEndPr smartTagPr customXmlPr del moveFrom oMath oMathPara AlternateContent].freeze

        module_function

        # @param paragraph [Nokogiri::XML::Element] w:p
        # @return [Array<String>] the words, each stretch by itself
        def in_paragraph(paragraph)
          found = []
          each_child(paragraph) { |child| look(child, found) }
          found
        end

        # @param container [Nokogiri::XML::Element] of blocks
        # @return [Array<String>] words between its blocks
        def between_blocks(container)
          found = []
          each_child(container) { |child| keep(child, found) if child.text? || child.cdata? || %w[r t].include?(child.name) }
          found
        end

        def look(node, found)
          return keep(node, found) if node.text? || node.cdata?
          return unless node.element?

          if node.name == "r" then each_child(node) { |piece| keep(piece, found) if piece.text? || piece.cdata? }
          elsif Walk::RUN_WRAPPERS.include?(node.name) then each_child(node) { |child| look(child, found) }
          elsif !APART.include?(node.name) && node.child then keep(node, found)
          end
        end

        def each_child(node)
          one = node.child
          while one
            yield one
            one = one.next_sibling
          end
        end

        def keep(node, found)
          words = node.text.strip
          found << words unless words.empty?
        end
        private_class_method :look, :keep, :each_child
      end
    end
  end
end

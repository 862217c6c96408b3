# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # A break may stand behind a paragraph or table, or before a table (`fo:break-after`, `fo:break-before`; ISO/IEC 26300, part 3,
      # §20.184 and §20.185): whoever follows it begins a page. Where others follow now, or ones that are to begin none, the break goes from
      # there, and whoever lost it says it itself.
      class BreaksWriter
        # @param kit [Kit] of the part with the text @param styles [Styles] as they are now @param now [Manuscript]
        # @yieldparam id [Integer, String] of a paragraph or table @yieldreturn [Nokogiri::XML::Element]
        def initialize(kit, styles, now, &node)
          @kit = kit
          @styles = styles
          @now = now
          @node = node
          @said = {}
        end

        # @param stories [Array<Array>] blocks of each
        # @return [void]
        def write(stories)
          stories.each do |blocks|
            @pending = []
            blocks.each { |block| settle(block) }
          end
        end

        private

        # What says it: an element, its family and the attribute.
        Break = Struct.new(:node, :family, :attribute)
        private_constant :Break

        def settle(block)
          node = @node.call(block.id) or return
          return paragraph(block, node) if block.is_a?(Manuscript::Paragraph)

          ahead, behind = %w[fo:break-before fo:break-after].map { |attribute| breaks(node, "table", attribute) } # as it came
          @pending.concat(ahead)
          block.rows.each { |row| row.cells.each { |cell| cell.blocks.each { |inner| settle(inner) } } }
          @pending.concat(behind)
        end

        def paragraph(paragraph, node)
          wanted = wanted?(paragraph)
          before, @pending = @pending, breaks(node, Styles::PARAGRAPH, "fo:break-after")
          before.each { |one| say(one, false) } unless wanted
          here = Break.new(node, Styles::PARAGRAPH, "fo:break-before")
          say(here, true) if wanted && before.empty? && !page?(here)
        end

        def wanted?(paragraph)
          paragraph.properties.fetch(:break_before) { @now.sheet.saying(paragraph.style, :break_before)&.properties&.[](:break_before) }
        end

        # @return [Array<Break>] none or one
        def breaks(node, family, attribute) = [Break.new(node, family, attribute)].select { |one| page?(one) }

        def page?(one) = said(one.family, Names.attribute(one.node, named_by(one.family)), one.attribute) == "page"

        def said(family, name, attribute)
          @said.fetch([family, name, attribute]) do |key|
            @said[key] = @styles.property(family, name, @kit.nodes.root, holder(family), attribute)
          end
        end

        def holder(family) = "style:#{family}-properties"

        def named_by(family) = (family == "table") ? "table:style-name" : "text:style-name"

        def say(one, page)
          @kit.automatic.alter(one.node, one.family, attribute: named_by(one.family)) do |style|
            under = said(one.family, Names.attribute(style, "style:parent-style-name"), one.attribute)
            inner = @kit.nodes.child(style, holder(one.family), Speller::ORDER)
            @kit.nodes.put(inner, one.attribute, if page
              "page"
            elsif under == "page"
              "auto"
            end)
            inner.unlink if inner.attribute_nodes.empty? && inner.element_children.empty?
          end
        end
      end
    end
  end
end

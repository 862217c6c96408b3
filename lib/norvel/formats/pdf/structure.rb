# frozen_string_literal: true

module Norvel
  module Formats
    module Pdf
      # Writes the structure tree: its elements, the way back from the pages to them, and the links (ISO 32000-1 §14.7, §12.5.6.5).
      class Structure
        PRINTED = 4 # an annotation's flag

        # @param maker [Maker] @param document [Node] @param pages [Array<PageWriter>]
        def initialize(maker, document, pages)
          @maker = maker
          @document = document
          @pages = pages
          @annotations = []
        end

        # @return [void]
        def write
          root = @maker.ref(Type: :StructTreeRoot)
          @document.each { |node| node.ref = @maker.ref({}) }
          @pages.each_with_index { |writer, index| link(writer, index) }
          @document.each { |node| element(node, root) }
          root.data.merge!(K: [@document.ref], ParentTree: parent_tree, ParentTreeNextKey: @pages.size + @annotations.size)
          ids = identified
          root.data[:IDTree] = @maker.ref(Names: ids.flatten(1), Limits: [ids.first.first, ids.last.first]) if ids.any?
          @maker.catalog[:StructTreeRoot] = root
        end

        private

        def link(writer, index)
          writer.links.each do |node, boxes|
            target = @maker.leads_to(node)
            boxes.each do |box|
              annotation = @maker.ref({Type: :Annot, Subtype: :Link, Rect: box.map { |side| side.round(2) }, Border: [0, 0, 0], F: PRINTED,
                                       Contents: words(target), **goes_to(target)})
              annotation.data[:StructParent] = @pages.size + @annotations.size
              @annotations << [annotation, node]
              (@maker.pages[index].data[:Annots] ||= []) << annotation
              node << annotation
            end
          end
        end

        def goes_to(target)
          return {A: {Type: :Action, S: :URI, URI: PDF::Core::LiteralString.new(target)}} if target.is_a?(String)

          {Dest: @maker.destination(target) || [@maker.pages.first, :Fit]}
        end

        # ISO 14289-1 §7.18.5: a link says where it leads.
        def words(target)
          return target if target.is_a?(String)

          text = @maker.manuscript.paragraph(target)&.text.to_s.delete(Manuscript::INSET_MARK).gsub(/[[:space:]]+/, " ").strip
          text.empty? ? "To page #{@maker.layout.page_of(target)}" : "To “#{text[0, 80]}”"
        end

        def element(node, root)
          page = node.kids.grep(Node::Marked).first&.page
          kids = node.kids.map { |kid| child(kid, page) }
          node.ref.data.merge!({Type: :StructElem, S: node.type, P: node.parent ? node.parent.ref : root,
                                K: (kids if kids.any?), Pg: page && @maker.pages[page], A: node.attributes,
                                Alt: node.alternative, ActualText: node.actual,
                                Lang: node.language && PDF::Core::LiteralString.new(node.language),
                                ID: (identifier(node) if node.type == :Note)}.compact)
        end

        def child(kid, page)
          case kid
          when Node then kid.ref
          when Node::Marked then (kid.page == page) ? kid.number : {Type: :MCR, Pg: @maker.pages[kid.page], MCID: kid.number}
          else {Type: :OBJR, Obj: kid}
          end
        end

        def parent_tree
          pages = @pages.each_with_index.flat_map { |writer, index| [index, @maker.ref(writer.marks.map(&:ref))] }
          links = @annotations.each_with_index.flat_map { |(_, node), index| [@pages.size + index, node.ref] }
          @maker.ref(Nums: pages + links)
        end

        def identifier(node) = PDF::Core::LiteralString.new(node.id)

        def identified
          found = []
          @document.each { |node| found << [identifier(node), node.ref] if node.type == :Note }
          found.sort_by { |id, _| id.to_s }
        end
      end
    end
  end
end

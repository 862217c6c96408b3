# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Where the links of a file lead: by its own relationships, by anchors, by fields (ISO/IEC 29500-1 §17.16.17, §17.16.22).
      module Links
        module_function

        # @param source [String] the bytes of a file
        # @return [Hash{Array(Integer, Integer)=>String}] by number of paragraph and run an address, or "#" and the name of an anchor
        def in(source)
          package = Package.read(source)
          document = package.parse(package.main)
          spelling = Spelling.new(document.root, nil)
          relations = package.relationships(package.main)
          found = {}
          Walk.paragraphs(document.root.element_children.find { |node| node.name == "body" }).each_with_index do |node, id|
            fields = Fields.new
            number = -1
            Walk.runs(node) do |element, wrappers|
              number += 1
              follow(element, fields, spelling.codecs, id)
              target = wrapped(wrappers, relations, spelling.codecs) || fields.leads_to
              found[[id, number]] = target if target
            end
          end
          found
        end

        def follow(element, fields, codecs, id)
          element.element_children.each do |piece|
            fields.follow(codecs.attribute(piece, "fldCharType"), id) if piece.name == "fldChar"
            fields.instruct(piece.text) if piece.name == "instrText"
          end
        end

        def wrapped(wrappers, relations, codecs)
          link = wrappers.reverse.find { |wrapper| wrapper.name == "hyperlink" } or return
          anchor = codecs.attribute(link, "anchor")
          id = link.attribute_nodes.find { |node| node.node_name == "id" }&.value
          address = id && relations[id]&.fetch(:target, nil)
          address ? [address, *anchor].join("#") : anchor && "##{anchor}"
        end
        private_class_method :follow, :wrapped
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # What writers of parts share: the part of a kind to be patched, or begun where the file has none, children at their place
      # in the schema's order, and the bytes in the end.
      class PartWriter
        # @param package [Package] @param theme [Theme] @param kind [String] "styles", "numbering", "settings": the part's name and type
        def initialize(package, theme, kind)
          @package = package
          @kind = kind
          @name = package.related(kind)
          @document = @name ? package.parse(@name) : Nokogiri::XML(%(<w:#{kind} xmlns:w="#{package.form.main}"/>))
          @root = @document.root
          @spelling = Spelling.new(@root, theme)
        end

        private

        # @param changed [ChangedParts] added to
        def keep(changed)
          changed[@name || "word/#{@kind}.xml"] = Patching.serialize(@document)
          NewPart.link(@package, changed, @kind) unless @name
        end
      end

      # Small steps on the nodes of a part.
      module Patching
        module_function

        def serialize(document) = document.to_xml(save_with: Nokogiri::XML::Node::SaveOptions::AS_XML)

        # A copy of a node that stands in no document any more would lose what its prefixes mean (a picture's, a link's relationship).
        # @param level [Integer] 2: without what stands in it
        # @return [Nokogiri::XML::Node]
        def copy(node, level = 1)
          made = node.dup(level)
          spaced(node, made) if node.element? && !node.ancestors.last.is_a?(Nokogiri::XML::Document)
          made
        end

        def spaced(node, made)
          made.namespace = node.namespace if node.namespace
          node.attribute_nodes.zip(made.attribute_nodes) { |one, other| other.namespace = one.namespace if one.namespace && other }
          node.element_children.zip(made.element_children) { |one, other| spaced(one, other) if other }
        end
        private_class_method :spaced

        # @return [Nokogiri::XML::Element, nil]
        def child(node, name) = Walk.child(node, name)

        # @param order [Array<String>] the children in the schema's order
        # @return [Nokogiri::XML::Element] a new child at its place
        def insert(codecs, parent, name, order)
          rank = order.index(name)
          follower = parent.element_children.find { |other| (order.index(other.name) || order.size) > rank }
          made = codecs.make(parent, name)
          follower&.add_previous_sibling(made)
          made
        end
      end
    end
  end
end

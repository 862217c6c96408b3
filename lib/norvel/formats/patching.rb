# frozen_string_literal: true

module Norvel
  module Formats
    # Small steps on the nodes of XML that stays what it is but for them; formats that patch XML share them.
    module Patching
      module_function

      def serialize(document) = document.to_xml(save_with: Nokogiri::XML::Node::SaveOptions::AS_XML)

      # A copy of a node that stands in no document any more would lose what its prefixes mean (a picture’s, a link’s relationship).
      # @param level [Integer] 2: without what stands in it
      # @return [Nokogiri::XML::Node]
      def copy(node, level = 1)
        made = node.dup(level)
        spaced(node, made) if node.element? && !node.ancestors.last.is_a?(Nokogiri::XML::Document)
        made
      end

      # Every element directly in another; sets of nodes cost more than all else that is read.
      # @param parent [Nokogiri::XML::Element, nil] @yieldparam node [Nokogiri::XML::Element]
      def elements(parent)
        one = parent&.first_element_child
        while one
          following = one.next_element
          yield one
          one = following
        end
      end

      # @param place [Manuscript::Container] @param blocks [Array] that stand there @param manuscript [Manuscript]
      # @return [Hash{Manuscript::Container=>Array}] it, the cells in it, and the text boxes that stand in its paragraphs
      def containers(place, blocks, manuscript)
        boxes = Manuscript.paragraphs_of([blocks]).flat_map(&:insets).filter_map(&:box).uniq & manuscript.asides.keys
        within = boxes.map { |name| containers(Manuscript::Container.box(name), manuscript.asides[name], manuscript) }
        Manuscript.containers_in(place, blocks).merge(*within)
      end

      # @return [Nokogiri::XML::Element, nil] the first child of that name, whatever its namespace
      def child(node, name)
        one = node&.first_element_child
        one = one.next_element while one && one.name != name
        one
      end

      # @param maker [#make] makes an element of a name in a parent
      # @param order [Array<String>] the children in the schema's order
      # @return [Nokogiri::XML::Element] a new child at its place
      def insert(maker, parent, name, order)
        rank = order.index(name)
        follower = parent.element_children.find { |other| (order.index(other.name) || order.size) > rank }
        made = maker.make(parent, name)
        follower&.add_previous_sibling(made)
        made
      end

      def spaced(node, made)
        made.namespace = node.namespace if node.namespace
        node.attribute_nodes.zip(made.attribute_nodes) { |one, other| other.namespace = one.namespace if one.namespace && other }
        node.element_children.zip(made.element_children) { |one, other| spaced(one, other) if other }
      end
      private_class_method :spaced
    end
  end
end

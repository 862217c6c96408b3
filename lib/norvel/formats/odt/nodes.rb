# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Makes elements and attributes by their usual names, with whatever prefixes a file has for them.
      class Nodes
        # @param root [Nokogiri::XML::Element] of the part that is written to
        def initialize(root)
          @root = root
          @spaces = {}
        end

        # @return [Nokogiri::XML::Element]
        attr_reader :root

        # @param name [String] "text:span" @param said [Hash{String=>Object}] attributes
        # @return [Nokogiri::XML::Element] in no other yet
        def loose(name, said = {})
          prefix, local = name.split(":")
          node = Nokogiri::XML::Element.new(local, @root.document)
          node.namespace = space(prefix)
          said.each { |attribute, value| put(node, attribute, value) }
          node
        end

        # @return [Nokogiri::XML::Element] at the end of another
        def make(parent, name, said = {}) = parent.add_child(loose(name, said))

        # @return [Nokogiri::XML::Element] the first of that name, or a new one at its place
        # @param order [Array<String>] names of what stands before what
        def child(parent, name, order = [])
          Names.child(parent, name) || insert(parent, loose(name), order)
        end

        # @return [Nokogiri::XML::Element] put where the order says it stands
        def insert(parent, node, order)
          rank = order.index(Names.of(node))
          follower = rank && Names.children(parent).find { |other| (order.index(Names.of(other)) || -1) > rank }
          follower ? follower.add_previous_sibling(node) : parent.add_child(node)
        end

        # @return [Nokogiri::XML::Element] style:default-style of paragraphs, which is made where there is none
        def default_style
          holder = child(root, StylesWriter::HOLDER, Faces::ORDER)
          Names.children(holder, "style:default-style").find { |one| Names.attribute(one, "style:family") == Styles::PARAGRAPH } ||
            holder.prepend_child(loose("style:default-style", "style:family" => Styles::PARAGRAPH))
        end

        # @param name [String] "fo:margin-left" @param value [Object, nil] nil: taken away
        # @return [void]
        def put(node, name, value)
          prefix, local = name.split(":")
          return node["xml:#{local}"] = value.to_s if prefix == "xml" && value

          present = node.attribute_with_ns(local, Names::SPACES.fetch(prefix))
          return present&.unlink if value.nil?
          return present.value = value.to_s if present

          node[local] = value.to_s
          node.attribute_nodes.find { |one| one.node_name == local && one.namespace.nil? }.namespace = space(prefix)
        end

        # @return [Nokogiri::XML::Node] that stands for the same, with what it has to be called by itself left out
        def copy(node, level = 1)
          Patching.copy(node, level).tap do |made|
            [made, *made.xpath(".//*")].each { |one| one.attribute_nodes.each { |said| said.unlink if own_name?(said) } }
          end
        end

        private

        def own_name?(said) = said.node_name == "id" && said.namespace&.href == Names::SPACES["xml"]

        # The prefix that the root has for it; attributes need one.
        def space(prefix)
          @spaces[prefix] ||= begin
            address = Names::SPACES.fetch(prefix)
            @root.namespace_definitions.find { |one| one.href == address && one.prefix } || declared(prefix, address)
          end
        end

        def declared(prefix, address)
          taken = @root.namespace_definitions.map(&:prefix)
          prefix = (1..).lazy.map { |number| "#{prefix}#{number}" }.find { |one| !taken.include?(one) } if taken.include?(prefix)
          @root.add_namespace_definition(prefix, address)
        end
      end
    end
  end
end

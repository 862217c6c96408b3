# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # The automatic styles of a part (ISO/IEC 26300, part 3, §16.2), which are what is by hand. Who gets other values gets one of its
      # own, found again where the same is there; one that has nothing left to say gives way to the named style; those that lost their
      # last user go.
      class AutomaticStyles
        HOLDER = "office:automatic-styles"
        PREFIXES = {Styles::PARAGRAPH => "P", Styles::TEXT => "T", "table" => "Table", "table-column" => "Column", "table-row" => "Row",
                    "table-cell" => "Cell", "section" => "Sect", "graphic" => "Frame", "page-layout" => "Page"}.freeze
        NAMED_BY = /style-name\z/
        SAVED = /rsid\z/ # marks of when something was saved, in a space of its program's own

        # @return [Nodes]
        attr_reader :nodes

        # @param nodes [Nodes] of the part @param speller [Speller] @param common [Array<String>] names of common styles
        def initialize(nodes, speller, common)
          @nodes = nodes
          @speller = speller
          @common = common
          @left = {}
        end

        # @param family [String] @param name [String, nil]
        # @return [Nokogiri::XML::Element, nil]
        def node(family, name) = by_name[[family, name]]

        # @param node [Nokogiri::XML::Element] that has a style of the family by the attribute
        # @param parent [String, nil] the name of the style under it @param before [Hash] what its style says by itself
        # @param now [Hash] what it is to say
        # @yieldparam name [Symbol] :tabs @yieldreturn [Array] what it inherits
        # @return [void]
        def dress(node, family, parent, before, now, attribute: "text:style-name", &inherited)
          alter(node, family, parent, attribute: attribute) do |style|
            moved = parent != named_under(node, family, attribute: attribute)
            before = before.merge(@speller.shares(style).to_h { |one| [one, nil] }) if moved
            @speller.patch(style, before, now, &inherited)
          end
        end

        # @yieldparam style [Nokogiri::XML::Element] a copy of its automatic style, or one that says nothing yet
        # @return [void]
        def alter(node, family, parent = named_under(node, family), attribute: "text:style-name")
          name = Names.attribute(node, attribute)
          own = node(family, name)
          style = own ? @nodes.copy(own) : fresh(family)
          @nodes.put(style, "style:parent-style-name", parent)
          yield style
          give(node, attribute, name, bare?(style) ? parent : kept(family, style))
        end

        # @return [String, nil] the name of the common style that it has, or that is under its automatic one
        def named_under(node, family, attribute: "text:style-name")
          name = Names.attribute(node, attribute)
          own = node(family, name)
          own ? Names.attribute(own, "style:parent-style-name") : name
        end

        # @param family [String] @param style [Nokogiri::XML::Element] in no part yet
        # @return [String] the name of the one that says the same, which is put in where there is none
        def kept(family, style)
          same[signature(style)] ||= begin
            name = free_name(family)
            @nodes.put(style, "style:name", name)
            by_name[[family, name]] = holder.add_child(style)
            name
          end
        end

        # @return [Nokogiri::XML::Element] that says nothing yet
        def fresh(family) = @nodes.loose("style:style", "style:family" => family)

        # @return [void]
        def give(node, attribute, was, name)
          return if was == name

          @left[was] = true if was
          @nodes.put(node, attribute, name)
        end

        # Of words: a style over the named one.
        # @param parent [String, nil] @param values [Hash] @param rest [Hash{String=>String}] what is said besides, by attribute
        # @return [String, nil] nil where there is nothing to say
        def of_words(parent, values, rest = {})
          style = fresh(Styles::TEXT)
          @nodes.put(style, "style:parent-style-name", parent)
          @speller.patch(style, {}, values)
          if rest.any?
            inner = @nodes.child(style, Speller::TEXT, Speller::ORDER)
            rest.each { |said, value| @nodes.put(inner, said, value) }
          end
          bare?(style) ? parent : kept(Styles::TEXT, style)
        end

        # @param name [String, nil] of a style of words
        # @return [Hash{String=>String}] what it says that no property stands for
        def besides(name)
          inner = (own = node(Styles::TEXT, name)) && Names.child(own, Speller::TEXT) or return {}
          inner.attribute_nodes.filter_map { |said|
            prefix = Names::PREFIXES[said.namespace&.href] or next
            called = "#{prefix}:#{said.node_name}"
            [called, said.value] unless SPOKEN_FOR.include?(called)
          }.to_h
        end

        # @param name [String, nil] that something had and has no more
        def leave(name) = name && @left[name] = true

        # Those that nothing has any more, of the ones that were left.
        # @return [void]
        def drop_unused
          return if @left.empty?

          used = named
          @left.each_key { |name| PREFIXES.each_key { |family| by_name.delete([family, name])&.unlink unless used.include?(name) } }
        end

        private

        SPOKEN_FOR = (Speller::SAID.values.flatten + Speller::VARIANTS.values.flatten).to_set.freeze
        private_constant :SPOKEN_FOR

        # @return [Set<String>] names that something in the part has, whether there is such a style or not
        def named
          @nodes.root.document.xpath("//@*").select { |said| said.node_name.match?(NAMED_BY) }.to_set(&:value)
        end

        def holder = @holder ||= @nodes.child(@nodes.root, HOLDER, Faces::ORDER)

        def by_name
          @by_name ||= Names.children(holder, "style:style").to_h { |node|
            [%w[family name].map { |one| Names.attribute(node, "style:#{one}") }, node]
          }
        end

        def same = @same ||= by_name.to_h { |(_, name), node| [signature(node), name] }

        # @return [Boolean] whether it says nothing over the style under it
        def bare?(style)
          style.attribute_nodes.all? { |said| %w[name family parent-style-name].include?(said.node_name) } &&
            style.element_children.all? { |inner| said_by(inner).empty? && inner.element_children.empty? }
        end

        def said_by(node)
          node.attribute_nodes.reject { |said| said.node_name.match?(SAVED) && !Names::PREFIXES.key?(said.namespace&.href) }
        end

        # What it says, whatever it is called and in whichever order.
        def signature(style)
          own = style.attribute_nodes.reject { |said| said.node_name == "name" }
          [style.node_name, attributes(own), style.element_children.map { |inner| whole(inner) }]
        end

        def whole(node)
          inner = node.children.reject(&:blank?).map { |one| one.element? ? whole(one) : one.text }
          [node.node_name, attributes(node.attribute_nodes), inner]
        end

        def attributes(said) = said.map { |one| [one.namespace&.href, one.node_name, one.value] }.sort_by { |row| row.map(&:to_s) }

        def free_name(family)
          prefix = PREFIXES.fetch(family, "A")
          @numbers ||= Hash.new(0)
          taken = @taken ||= (by_name.keys.map(&:last) + @common).to_set | named
          name = (@numbers[prefix] + 1..).lazy.map { |number| "#{prefix}#{number}" }.find { |one| !taken.include?(one) }
          @numbers[prefix] = name.delete_prefix(prefix).to_i
          taken << name
          name
        end
      end
    end
  end
end

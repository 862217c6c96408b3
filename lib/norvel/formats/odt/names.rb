# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # The names of OpenDocument 1.3 (ISO/IEC 26300), part 3, §2.2, by their usual prefixes, whatever prefixes a file has for them.
      module Names
        OASIS = "urn:oasis:names:tc:opendocument:xmlns:"
        SPACES = {
          "office" => "#{OASIS}office:1.0", "meta" => "#{OASIS}meta:1.0", "config" => "#{OASIS}config:1.0", "text" => "#{OASIS}text:1.0",
          "table" => "#{OASIS}table:1.0", "draw" => "#{OASIS}drawing:1.0", "style" => "#{OASIS}style:1.0",
          "number" => "#{OASIS}datastyle:1.0", "fo" => "#{OASIS}xsl-fo-compatible:1.0", "svg" => "#{OASIS}svg-compatible:1.0",
          "form" => "#{OASIS}form:1.0", "script" => "#{OASIS}script:1.0", "manifest" => "#{OASIS}manifest:1.0",
          "xlink" => "http://www.w3.org/1999/xlink", "dc" => "http://purl.org/dc/elements/1.1/",
          "math" => "http://www.w3.org/1998/Math/MathML", "xml" => "http://www.w3.org/XML/1998/namespace"
        }.freeze
        PREFIXES = SPACES.invert.freeze

        module_function

        # @param node [Nokogiri::XML::Node]
        # @return [String, nil] "text:p"; of another namespace with a question mark for its prefix; nil: no element
        def of(node)
          return unless node.element?

          space = node.namespace
          "#{space ? PREFIXES.fetch(space.href, "?") : "?"}:#{node.name}"
        end

        # @param name [String] "fo:margin-left"
        # @return [String, nil]
        def attribute(node, name)
          prefix, local = split(name)
          node.attribute_with_ns(local, SPACES.fetch(prefix))&.value
        end

        # @param name [String]
        # @return [Nokogiri::XML::Element, nil] the first child of that name
        def child(node, name)
          return unless node

          one = node.first_element_child
          one = one.next_element while one && of(one) != name
          one
        end

        # @return [Array<Nokogiri::XML::Element>] children of that name, of any where none is said
        def children(node, name = nil)
          found = []
          elements(node) { |one| found << one if name.nil? || of(one) == name }
          found
        end

        # Every element directly in another.
        def elements(parent, &block) = Patching.elements(parent, &block)

        # @yieldparam node [Nokogiri::XML::Element] every element under it, in order
        def each_under(parent, &block)
          elements(parent) do |node|
            yield node
            each_under(node, &block)
          end
        end

        SPLIT = Hash.new { |known, name| known[name] = name.split(":").freeze }
        private_constant :SPLIT

        def split(name) = SPLIT[name]
        private_class_method :split
      end
    end
  end
end

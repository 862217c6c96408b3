# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # The namespaces of the transitional and of the strict form (ISO/IEC 29500-1 and -4), and how a part spells them.
      module Namespaces
        Form = Struct.new(:main, :relations)
        TRANSITIONAL = Form.new("http://schemas.openxmlformats.org/wordprocessingml/2006/main",
          "http://schemas.openxmlformats.org/officeDocument/2006/relationships").freeze
        STRICT = Form.new("http://purl.oclc.org/ooxml/wordprocessingml/main",
          "http://purl.oclc.org/ooxml/officeDocument/relationships").freeze

        module_function

        # @param root [Nokogiri::XML::Element] of a part
        # @return [Boolean]
        def strict?(root) = root.namespace&.href == STRICT.main

        # @return [Form]
        def form(root) = strict?(root) ? STRICT : TRANSITIONAL

        # The prefix that attributes have: one of the elements' namespace, which is given one where it is the default alone.
        # @return [String]
        def prefix(root)
          space = root.namespace or return "w"
          return space.prefix if space.prefix

          own = root.namespace_definitions.find { |definition| definition.href == space.href && definition.prefix }
          (own || root.add_namespace_definition(free_prefix(root), space.href)).prefix
        end

        def free_prefix(root)
          taken = root.namespace_definitions.map(&:prefix)
          ["w", *(1..).lazy.map { |number| "w#{number}" }.first(taken.size + 1)].find { |name| !taken.include?(name) }
        end
        private_class_method :free_prefix
      end
    end
  end
end

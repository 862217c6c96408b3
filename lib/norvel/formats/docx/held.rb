# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # What stands in a paragraph and is no text, called by a name that tells one from another, so that a change which would lose one is
      # seen to: unknown elements by their own name and words, hidden words, fields without a result.
      module Held
        module_function

        # @param node [Nokogiri::XML::Element] @param codecs [Codecs]
        # @return [String]
        def of(node, codecs)
          words = (node.name == "ruby") ? node.xpath("./*[local-name()='rt']").text : node.text
          [node.name, codecs.attribute(node, "id"), *words.split].compact.join(" ").freeze
        end

        # @param text [String] that is hidden
        def hidden(text) = "hidden #{text.split.join(" ")}".freeze

        # @param code [FieldCode]
        def field(code) = ["field", code.name, *code.arguments].join(" ").freeze

        # The words that a reading aid stands beside (ISO/IEC 29500-1 §17.3.3.25).
        # @param node [Nokogiri::XML::Element] w:ruby
        # @return [String]
        def ruby_base(node) = node.xpath("./*[local-name()='rubyBase']//*[local-name()='t']").map(&:text).join
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Lists that are made of a manuscript's own parts (ISO/IEC 26300, part 3, §8).
      module Index
        SOURCES = {"text:table-of-content" => "text:table-of-content-source", "text:illustration-index" => "text:illustration-index-source",
                   "text:table-index" => "text:table-index-source"}.freeze

        module_function

        # @param name [String] of an element
        # @return [Boolean] whether it lists headings or captions
        def list?(name) = SOURCES.key?(name)

        # @param node [Nokogiri::XML::Element] @param first [Integer] its first paragraph @param last [Integer]
        # @return [Manuscript::ContentsList]
        def read(node, name, first, last, values)
          source = Names.child(node, SOURCES.fetch(name))
          shared = {first: first, last: last, closes: last, code: name}
          return captions(source, shared) unless name == "text:table-of-content"

          deepest = values.count(source && Names.attribute(source, "text:outline-level"), 1..10, "The levels of the contents") || 9
          Manuscript::ContentsList.new(**shared, by: [:level], levels: [1, [deepest, 9].min])
        end

        def captions(source, shared)
          of = source && Names.attribute(source, "text:caption-sequence-name")
          Manuscript::ContentsList.new(**shared, kind: :captions, of: of || ((shared[:code] == "text:table-index") ? "Table" : "Figure"))
        end
        private_class_method :captions
      end
    end
  end
end

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
        # @param title [Integer, nil] the paragraph that is its heading
        # @return [Manuscript::ContentsList]
        def read(node, name, first, last, values, title: nil)
          source = Names.child(node, SOURCES.fetch(name))
          shared = {first: first, last: last, closes: last, code: name, entries: entries(source), title: title}
          return captions(source, shared) unless name == "text:table-of-content"

          deepest = values.count(source && Names.attribute(source, "text:outline-level"), 1..10, "The levels of the contents") || 9
          Manuscript::ContentsList.new(**shared, by: [:level], levels: [1, [deepest, 9].min])
        end

        # @return [Hash{Integer=>String}] by level the style of its lines (§8.2.3)
        def entries(source)
          Names.children(source).select { |node| Names.of(node).end_with?("-entry-template") }.filter_map { |node|
            level, style = %w[text:outline-level text:style-name].map { |name| Names.attribute(node, name) }
            [(level || 1).to_i, style] if style
          }.to_h
        end

        def captions(source, shared)
          of = source && Names.attribute(source, "text:caption-sequence-name")
          Manuscript::ContentsList.new(**shared, kind: :captions, of: of || ((shared[:code] == "text:table-index") ? "Table" : "Figure"))
        end
        private_class_method :captions, :entries
      end
    end
  end
end

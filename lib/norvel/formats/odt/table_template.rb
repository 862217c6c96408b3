# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # What a table template says of the cells of a table that names it (table:table-template, ISO/IEC 26300, part 3, §16.18; §19.733 and
      # what follows say which of its parts a table uses).
      class TableTemplate
        # Parts by the nearest first, each with the attribute by which a table asks for it.
        PARTS = {"first-row" => "first-row", "last-row" => "last-row", "first-column" => "first-column", "last-column" => "last-column",
                 "odd-rows" => "banding-rows", "even-rows" => "banding-rows", "odd-columns" => "banding-columns",
                 "even-columns" => "banding-columns", "body" => nil}.freeze

        # @param node [Nokogiri::XML::Element] table:table @param templates [Hash{String=>Nokogiri::XML::Element}] by name
        # @return [TableTemplate, nil] where it names none
        def self.of(node, templates)
          template = templates[Names.attribute(node, "table:template-name")]
          template && new(node, template)
        end

        def initialize(node, template)
          @styles = PARTS.filter_map { |part, use|
            next if use && Names.attribute(node, "table:use-#{use}-styles") != "true"

            inner = Names.child(template, "table:#{part}")
            [part, Names.attribute(inner, "table:style-name")] if inner
          }.to_h
        end

        # @param row [Integer] @param rows [Integer] how many there are @param column [Integer] @param columns [Integer]
        # @return [String, nil] the style of a cell that names none itself
        def style(row, rows, column, columns)
          holds = {"first-row" => row.zero?, "last-row" => row == rows - 1, "first-column" => column.zero?,
                   "last-column" => column == columns - 1, "odd-rows" => row.even?, "even-rows" => row.odd?,
                   "odd-columns" => column.even?, "even-columns" => column.odd?, "body" => true}
          @styles.find { |part, _| holds.fetch(part) }&.last
        end
      end
    end
  end
end

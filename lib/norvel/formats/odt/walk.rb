# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # The order in which paragraphs and what stands in them are numbered. Reader and patcher walk this way, so that a number means the
      # same to both; it is frozen, since ledgers go by it.
      module Walk
        PARAGRAPHS = %w[text:p text:h].freeze
        # What stands around blocks and is none itself. What is not known and holds paragraphs counts as one.
        APART = %w[text:note office:annotation draw:frame draw:custom-shape draw:rect draw:line draw:g text:tracked-changes office:forms
          text:sequence-decls text:variable-decls text:user-field-decls text:dde-connection-decls text:table-of-content-source
          text:illustration-index-source text:table-index-source text:alphabetical-index-source text:user-index-source
          text:object-index-source text:bibliography-source office:event-listeners office:dde-source].freeze
        # Characters, and what stands for them.
        CHARACTERS = %w[text:s text:tab text:line-break text:soft-page-break].freeze

        module_function

        # Every block directly in a container, wrappers opened.
        # @yieldparam node [Nokogiri::XML::Element] @yieldparam name [String]
        def blocks(container)
          Names.elements(container) do |node|
            name = Names.of(node)
            yield node, name unless APART.include?(name)
          end
        end

        REPEATED = {"table:table-row" => "table:number-rows-repeated", "table:table-cell" => "table:number-columns-repeated",
                    "table:covered-table-cell" => "table:number-columns-repeated"}.freeze

        # @return [Integer] how many paragraphs a story has, those of repeated rows and cells each time
        def count(container)
          total = 0
          blocks(container) do |node, name|
            times = REPEATED.key?(name) ? Names.attribute(node, REPEATED[name]).to_s[/\A\d{1,6}\z/].to_i.clamp(1, 100_000) : 1
            total += PARAGRAPHS.include?(name) ? 1 : times * count(node)
          end
          total
        end

        # @param node [Nokogiri::XML::Element] table:table
        # @return [Array<Nokogiri::XML::Element>] its columns, groups of them opened
        def columns(node)
          Names.children(node).flat_map do |child|
            case Names.of(child)
            when "table:table-column" then [child]
            when "table:table-columns", "table:table-header-columns", "table:table-column-group" then columns(child)
            else []
            end
          end
        end

        # @return [Array<Nokogiri::XML::Element>] every paragraph of a story in order
        def paragraphs(container)
          found = []
          blocks(container) { |node, name| PARAGRAPHS.include?(name) ? found << node : found.concat(paragraphs(node)) }
          found
        end
      end
    end
  end
end

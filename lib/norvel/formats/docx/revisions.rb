# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Recorded revisions (ISO/IEC 29500-1 §17.13.5): found in a paragraph, and settled where they are accepted.
      module Revisions
        KINDS = {"del" => :deletion, "ins" => :insertion, "moveFrom" => :move, "moveTo" => :move}.freeze
        GOING = %w[del moveFrom].freeze
        END_OF_PARAGRAPH = "end" # `ref` where nothing but it was put in or taken out
        FORMATTING = "formatting" # `ref` of all that is recorded of a paragraph's formatting
        RANGES = %w[moveFromRangeStart moveFromRangeEnd moveToRangeStart moveToRangeEnd].freeze

        module_function

        # @param paragraph [Nokogiri::XML::Element] w:p
        # @return [Array<Nokogiri::XML::Element>] in document order; their place in it is the `ref` of their matter
        def within(paragraph)
          found = []
          Walk.elements(paragraph) do |node|
            kind = KINDS.key?(node.name)
            found << node if kind
            found.concat(within(node)) if kind || Walk::RUN_WRAPPERS.include?(node.name)
          end
          found
        end

        # Changes of formatting recorded on a paragraph and its runs, on the section that ends with it, and on the cell, row and table that
        # begin with it (§17.13.5).
        # @param paragraph [Nokogiri::XML::Element] w:p
        # @return [Array<Nokogiri::XML::Element>]
        def formatting(paragraph)
          properties = child(paragraph, "pPr")
          following = paragraph.next_element
          sets = [properties, child(properties, "rPr"), child(properties, "sectPr"),
            (following if following&.name == "sectPr"), *of_table(paragraph)]
          Walk.runs(paragraph) { |run, _| sets << child(run, "rPr") }
          sets.compact.flat_map { |set| set.element_children.select { |part| part.name.end_with?("PrChange", "GridChange") } }
        end

        # @param part [String] its bytes
        # @return [Boolean] whether it may have any
        def formatting?(part) = part.include?("PrChange") || part.include?("GridChange")

        # The properties of what begins with a block, from the innermost.
        def of_table(block)
          cell = block.parent
          return [] unless cell.name == "tc" && first?(block, %w[p tbl])

          row = cell.parent
          sets = [child(cell, "tcPr")]
          return sets unless row.name == "tr" && first?(cell, %w[tc])

          sets += [child(row, "trPr"), child(row, "tblPrEx")]
          return sets unless row.parent.name == "tbl" && first?(row, %w[tr])

          sets + [child(row.parent, "tblPr"), child(row.parent, "tblGrid")] + of_table(row.parent)
        end

        def first?(node, names) = node.parent.element_children.find { |child| names.include?(child.name) } == node

        # @return [String] what it put in or took out
        def words(node) = node.xpath(".//*[local-name()='t' or local-name()='delText']").map(&:text).join

        # @param node [Nokogiri::XML::Element] w:p @param name [String] ins or del
        # @return [Nokogiri::XML::Element, nil] the revision of its end (§17.13.5.15, §17.13.5.20)
        def of_end(node, name) = child(child(child(node, "pPr"), "rPr"), name)

        # Settles what is open before and not now. Runs keep their numbers.
        # @param nodes [Hash{Integer=>Nokogiri::XML::Element}] the w:p of a part by the number of the paragraph @param
        #   before [Manuscript] @param now [Manuscript]
        # @return [void]
        def accept(nodes, before, now)
          accepted = (before.matters - now.matters).reject do |matter|
            matter.kind == :comment || matter.ref.nil? || !nodes.key?(matter.paragraph)
          end
          formatting, accepted = accepted.partition { |matter| matter.kind == :formatting }
          formatting.each { |matter| formatting(nodes[matter.paragraph]).each(&:unlink) }
          moved = accepted.select { |matter| matter.kind == :move }.map(&:text)
          found = accepted.reject { |matter| matter.ref == END_OF_PARAGRAPH }.group_by(&:paragraph)
            .flat_map { |id, matters| within(nodes[id]).values_at(*matters.map { |matter| matter.ref.to_i }) }
          found += nodes.each_value.flat_map { |node| within(node) }.select { |node| node.name == "moveTo" && moved.include?(words(node)) }
          found.compact.reverse_each { |node| settle(node) }
          if moved.any? && now.matters.none? { |matter| matter.kind == :move }
            nodes.each_value { |node| node.element_children.each { |part| part.unlink if RANGES.include?(part.name) } }
          end
          ends(nodes, before, now)
        end

        def settle(node)
          node.element_children.each { |part| node.add_previous_sibling(part) } unless GOING.include?(node.name)
          node.unlink
        end

        def ends(nodes, before, now)
          nodes.each do |id, node|
            next unless before.paragraph(id)&.carries&.include?(:revision) && !now.paragraph(id)&.carries&.include?(:revision)

            %w[ins del].each { |name| of_end(node, name)&.unlink }
          end
        end

        def child(node, name) = Walk.child(node, name)
        private_class_method :settle, :ends, :child, :of_table, :first?
      end
    end
  end
end

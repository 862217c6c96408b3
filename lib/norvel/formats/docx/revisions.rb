# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Recorded revisions (ISO/IEC 29500-1 §17.13.5): found in a paragraph, and settled where they are accepted.
      module Revisions
        KINDS = {"del" => :deletion, "ins" => :insertion, "moveFrom" => :move, "moveTo" => :move}.freeze
        GOING = %w[del moveFrom].freeze
        END_OF_PARAGRAPH = "end" # `ref` where nothing but it was put in or taken out
        RANGES = %w[moveFromRangeStart moveFromRangeEnd moveToRangeStart moveToRangeEnd].freeze

        module_function

        # @param paragraph [Nokogiri::XML::Element] w:p
        # @return [Array<Nokogiri::XML::Element>] in document order; their place in it is the `ref` of their matter
        def within(paragraph)
          paragraph.element_children.flat_map do |node|
            inner = (KINDS.key?(node.name) || Walk::RUN_WRAPPERS.include?(node.name)) ? within(node) : []
            KINDS.key?(node.name) ? [node, *inner] : inner
          end
        end

        # @return [String] what it put in or took out
        def words(node) = node.xpath(".//*[local-name()='t' or local-name()='delText']").map(&:text).join

        # @param node [Nokogiri::XML::Element] w:p @param name [String] ins or del
        # @return [Nokogiri::XML::Element, nil] the revision of its end (§17.13.5.15, §17.13.5.20)
        def of_end(node, name) = child(child(child(node, "pPr"), "rPr"), name)

        # Settles what is open before and not now. Runs keep their numbers.
        # @param nodes [Array<Nokogiri::XML::Element>] the w:p of the body, in order @param before [Manuscript] @param now [Manuscript]
        # @return [void]
        def accept(nodes, before, now)
          accepted = (before.matters - now.matters).reject { |matter| matter.kind == :comment || matter.ref.nil? }
          moved = accepted.select { |matter| matter.kind == :move }.map(&:text)
          found = accepted.group_by(&:paragraph).flat_map { |id, matters|
            within(nodes[id]).values_at(*matters.reject { |one|
              one.ref == END_OF_PARAGRAPH
            }.map { |one| one.ref.to_i })
          }
          found += nodes.flat_map { |node| within(node) }.select { |node| node.name == "moveTo" && moved.include?(words(node)) }
          found.compact.reverse_each { |node| settle(node) }
          if moved.any? && now.matters.none? { |matter| matter.kind == :move }
            nodes.each { |node|
              node.element_children.each { |part|
                part.unlink if RANGES.include?(part.name)
              }
            }
          end
          ends(nodes, before, now)
        end

        def settle(node)
          node.element_children.each { |part| node.add_previous_sibling(part) } unless GOING.include?(node.name)
          node.unlink
        end

        def ends(nodes, before, now)
          before.paragraphs.each do |was|
            next unless was.carries.include?(:revision) && !now.paragraph(was.id)&.carries&.include?(:revision)

            %w[ins del].each { |name| of_end(nodes[was.id], name)&.unlink }
          end
        end

        def child(node, name) = node&.element_children&.find { |candidate| candidate.name == name }
        private_class_method :settle, :ends, :child
      end
    end
  end
end

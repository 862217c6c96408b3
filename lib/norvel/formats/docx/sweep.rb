# frozen_string_literal: true

require_relative "markup"

module Norvel
  module Formats
    module Docx
      # Goes over a part for what no page shows as the file asks, by the table of markup; what stands in no row of it is told. A part
      # without any of it is not gone through: its text is searched for the names alone.
      class Sweep
        OTHERS = "(?:#{Markup::NAMES.join("|")})[\\s>/]".freeze
        WIDE = ["\xFE\xFF".b, "\xFF\xFE".b].freeze # marks of encodings in which names are not found by their bytes

        # @param document [Nokogiri::XML::Document] @param bytes [String] of the part
        # @param told [Told] added to
        def initialize(document, bytes, told)
          @root = document.root
          @bytes = bytes.b
          @told = told
          @codecs = Codecs.new(Namespaces.prefix(@root), nil, Hash.new(0), strict: Namespaces.strict?(@root))
        end

        # @param paragraphs [Array<Nokogiri::XML::Element>] the part's w:p, in order @param base [Integer] the number of the first
        # @return [Array<Manuscript::Unshown>]
        def of_paragraphs(paragraphs, base = 0)
          numbers = paragraphs.each_with_index.to_h { |node, index| [node.pointer_id, base + index] }
          tell_unknown
          found.filter_map { |node, sort|
            owner = node.ancestors.find { |parent| numbers.key?(parent.pointer_id) } || within(node, numbers)
            Manuscript::Unshown.new(sort: sort, paragraph: numbers[owner.pointer_id]) if owner
          }.uniq
        end

        # @return [Array<Manuscript::Unshown>] of styles
        def of_styles
          tell_unknown
          found.filter_map { |node, sort|
            style = node.ancestors.find { |parent| parent.name == "style" }
            id = style && @codecs.attribute(style, "styleId")
            Manuscript::Unshown.new(sort: sort, style: id) if id
          }.uniq
        end

        private

        # @return [Array<Array(Nokogiri::XML::Element, Symbol)>]
        def found = rows + besides

        def rows
          Markup::SAID.except("sectPr").flat_map do |around, said|
            said.flat_map do |name, sort|
              next [] unless there?(name)

              own("#{around}/#{name}").filter_map { |node| [node, sort] if asked?(node, name) }
            end
          end
        end

        # Switched on, or of a value that is not none.
        def asked?(node, name)
          value = @codecs.attribute(node, "val")
          return false if value && Codecs::OFF.include?(value)

          !Markup::UNLESS[name]&.match?(value.to_s)
        end

        # Elements of the standard's own namespace.
        def own(path) = @root.xpath(".//w:#{path.gsub("/", "/w:")}", "w" => @root.namespace&.href || Namespaces::TRANSITIONAL.main)

        # What an attribute or a drawing says.
        def besides
          [*distributed,
            *by("pBdr/bar", :line_beside) { |node| !%w[none nil].include?(value(node)) },
            *by("ind", :character_indents) { |node| characters_alone?(node) }, *of_drawings]
        end

        def distributed
          return [] unless wide? || DISTRIBUTED.any? { |way| @bytes.include?(way) }

          by("jc", :distributed_lines) { |node| DISTRIBUTED.include?(value(node)) }
        end

        def of_drawings
          [*any("srcRect", :cropped_picture) { |node| node.attribute_nodes.any? { |side| side.value.to_i.nonzero? } },
            *any("xfrm", :turned_picture) { |node| %w[rot flipH flipV].any? { |way| node[way] && !%w[0 false].include?(node[way]) } },
            *any("wrapPolygon", :outline_wrap) { |_| true }, *any("textbox", :older_box) { |node| node.element_children.any? },
            *any("wgp", :grouped_boxes) { |node| inside?(node, "txbxContent") }, *any("linkedTxbx", :linked_boxes) { |_| true },
            *any("bodyPr", :vertical_text) { |node| !["", "horz"].include?(node["vert"].to_s) },
            *any("bodyPr", :box_columns) { |node| node["numCol"].to_i > 1 }]
        end

        DISTRIBUTED = %w[distribute thaiDistribute lowKashida mediumKashida highKashida numTab].freeze

        def by(path, sort)
          there?(path.split("/").last) ? own(path).filter_map { |node| [node, sort] if yield(node) } : []
        end

        # Of whatever namespace.
        def any(name, sort)
          there?(name) ? @root.xpath(".//*[local-name()='#{name}']").filter_map { |node| [node, sort] if yield(node) } : []
        end

        CHARACTERS = {"leftChars" => %w[left start], "startChars" => %w[left start], "rightChars" => %w[right end],
                      "endChars" => %w[right end], "firstLineChars" => %w[firstLine], "hangingChars" => %w[hanging]}.freeze

        # Where the same indent stands beside it as a length, that is what counts here.
        def characters_alone?(node)
          CHARACTERS.any? do |name, lengths|
            @codecs.attribute(node, name).to_i.nonzero? && lengths.none? { |length| @codecs.attribute(node, length) }
          end
        end

        def value(node) = @codecs.attribute(node, "val").to_s

        def inside?(node, name) = !node.at_xpath(".//*[local-name()='#{name}']").nil?

        # A table says it before its first paragraph. What a part of the manuscript says, SectionReader reads.
        def within(node, numbers)
          holder = node.ancestors.find { |parent| parent.name == "tbl" } or return
          holder.xpath(".//*[local-name()='p']").find { |one| numbers.key?(one.pointer_id) }
        end

        def there?(name)
          return true if wide?

          [":", "<"].any? { |sign| @bytes.include?("#{sign}#{name}") } && @bytes.match?(/[:<]#{name}[\s>\/]/)
        end

        def wide? = WIDE.any? { |mark| @bytes.start_with?(mark) }

        # Names of properties that stand in no row; extensions are for the programs that write them.
        def tell_unknown
          return unless wide? || @bytes.match?(/<#{Namespaces.prefix(@root)}:(?!#{OTHERS})/)

          Markup::BECOMES.each do |around, rows|
            next unless there?(around)

            names = unknown_names(around, rows)
            names.each { |name, places| @told.tell("The file says “#{name}”, which Norvel does not know; it stays in the file.", places) }
          end
        end

        def unknown_names(around, rows)
          known = rows.keys.map { |name| "local-name()='#{name}'" }.join(" or ")
          foreign = "namespace-uri()='#{@root.namespace&.href}'"
          @root.xpath(".//*[local-name()='#{around}']/*[#{foreign} and not(#{known})]").map(&:name).tally
        end
      end
    end
  end
end

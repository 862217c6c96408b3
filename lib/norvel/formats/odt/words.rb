# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Characters as this format has them (ISO/IEC 26300, part 3, §6.1.2): a row of spaces is one, and none at the beginning and at the
      # end of a paragraph, so that those that are meant are elements; tabs and line breaks are.
      class Words
        # What stands in a paragraph: `nodes` and the text that they are to be read as; `kind` is :stretch, :literal (something that stands
        # for itself), or :silent (nothing that is read as text, or hidden).
        Item = Struct.new(:nodes, :wrappers, :text, :kind)

        # @param nodes [Nodes] of the part
        def initialize(nodes)
          @nodes = nodes
        end

        # @param text [String]
        # @param after_space [Boolean] whether a space before it is no element @param ends [Boolean] whether nothing comes after it
        # @return [Array<Nokogiri::XML::Node>] in nothing yet
        def nodes(text, after_space: false, ends: false)
          made = []
          text.scan(/\t|[\n\f]| +|[^\t\n\f ]+/) do |piece|
            if piece.start_with?(" ") then spaces(made, piece.length, after_space, ends && $~.post_match.empty?)
            elsif piece == "\t" then made << @nodes.loose("text:tab")
            elsif piece.match?(/[\n\f]/) then made << @nodes.loose("text:line-break")
            else plain(made, piece)
            end
            after_space = made.last.text? && made.last.text.end_with?(" ")
          end
          made
        end

        # Sees to it that each is read as it should be where it stands now, after and before what stands there.
        # @param items [Array<Item>]
        # @return [Array<Item>]
        def settled(items)
          last = items.rindex { |item| item.kind != :silent }
          space = true
          items.each_with_index do |item, index|
            if item.kind == :literal
              space = false
              next
            end
            read, after = reading(item.nodes, space)
            loose = index == last && after && loose?(item.nodes)
            if item.kind == :stretch && (read != item.text || loose)
              item.nodes = nodes(item.text, after_space: space, ends: index == last)
              _, after = reading(item.nodes, space)
            end
            space = after
          end
        end

        private

        def plain(made, words)
          made.last&.text? ? made.last.content = made.last.text + words : made << Nokogiri::XML::Text.new(words, @nodes.root.document)
        end

        # The first of several may be a character, the others are counted.
        def spaces(made, count, after_space, ends)
          apart = after_space || (ends && count == 1)
          plain(made, " ") unless apart
          count -= 1 unless apart
          made << @nodes.loose("text:s", {"text:c" => (count if count > 1)}.compact) if count.positive?
        end

        def loose?(nodes) = end_of(nodes.last).then { |node| node&.text? && node.text.match?(/[ \t\r\n]\z/) }

        def end_of(node) = node

        # @return [Array(String, Boolean)] what is read, and whether a space after it would be none
        def reading(nodes, space)
          read = nodes.map do |node|
            next literal(node).tap { |text| space = false unless text.empty? } unless node.text? || node.cdata?

            words = node.text.tr("\t\r\n", " ").squeeze(" ")
            words = words[1..] if space && words.start_with?(" ")
            space = words.end_with?(" ") unless words.empty?
            words
          end
          [read.join, space]
        end

        LITERAL = {"text:tab" => "\t", "text:line-break" => "\n"}.freeze
        private_constant :LITERAL

        def literal(node)
          return " " * (Names.attribute(node, "text:c") || 1).to_i if Names.of(node) == "text:s"

          LITERAL.fetch(Names.of(node), "")
        end
      end
    end
  end
end

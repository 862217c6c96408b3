# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Cuts one run of the source into parts by offsets in its text. What has no length (field characters, notes of the
      # last layout) goes with the part at its place.
      class RunCutter
        PIECES = {"t" => nil, "tab" => 1, "ptab" => 1, "cr" => 1, "br" => 1, "noBreakHyphen" => 1,
                  "softHyphen" => 1, "sym" => 1, "footnoteReference" => 1, "endnoteReference" => 1,
                  "drawing" => 1, "pict" => 1, "object" => 1, "AlternateContent" => 1}.freeze

        # @param node [Nokogiri::XML::Element] w:r, not changed
        # @param length [Integer] of its text as it was read
        def initialize(node, length)
          @node = node
          @units = read_units
          @whole = node.name != "r" || @units.sum { |unit| unit[1] } != length # what cannot be told apart stays in one
          @length = length
        end

        # @param lead [Integer] where the part before it that stays ends: what has no length between the two goes with this one
        # @return [Nokogiri::XML::Element] a run with the text from...to
        # @raise [FileError] when this run's inner parts cannot be told apart
        def cut(from, to, lead: from)
          raise FileError, "A run of the file is built so that it cannot be cut; nothing was written." if @whole

          parts = @units.filter_map { |child, length, at| part(child, length, at, from, to, lead) }
          filled(parts)
        end

        # @param ranges [Array<Range>] of its text that stay somewhere
        # @return [Nokogiri::XML::Element, nil] a run with what has no length outside of them
        def rest(ranges)
          return if @whole || ranges.any? { |range| range == (0...@length) }

          alone = @units.select { |child, length, _| length.zero? && child.name != "lastRenderedPageBreak" }
          alone = alone.reject { |_, _, at| ranges.any? { |range| at < range.begin || holds?(range.begin, range.end, at) } }
          parts = alone.map { |child, _, _| Patching.copy(child) }
          parts.empty? ? nil : filled(parts)
        end

        private

        def read_units
          at = 0
          field = nil # inside a field of its own run only the result counts
          @node.element_children.reject { |child| child.name == "rPr" }.map do |child|
            field = field_state(child, field)
            length = (field == :instruction) ? 0 : length_of(child)
            unit = [child, length, at]
            at += length
            unit
          end
        end

        def field_state(child, state)
          return state unless child.name == "fldChar"

          {"begin" => :instruction, "separate" => :result}[
            child.attribute_nodes.find { |attribute| attribute.node_name == "fldCharType" }&.value
          ]
        end

        def length_of(child)
          return child.text.length if child.name == "t"
          return Held.ruby_base(child).length if child.name == "ruby"

          PIECES.fetch(child.name, 0)
        end

        def part(child, length, at, from, to, lead)
          return (Patching.copy(child) if holds?(from, to, at) || at.between?(lead, from - 1)) if length.zero?

          first, last = [from - at, 0].max, [to - at, length].min
          return if first >= last

          copy = Patching.copy(child)
          return copy if last - first == length
          return ruby_part(copy, first, last) if child.name == "ruby"

          copy.content = child.text[first...last]
          copy["xml:space"] = "preserve"
          copy
        end

        # The reading aid stays with the first of the words that it stands beside.
        def ruby_part(copy, first, last)
          words = Held.ruby_base(copy)[first...last]
          texts = copy.xpath("./*[local-name()='rubyBase']//*[local-name()='t']")
          return Patching.copy(texts.first).tap { |plain| plain.content = words } if first.positive?

          texts.first.content = words
          texts.drop(1).each(&:unlink)
          copy
        end

        def holds?(from, to, at) = at.between?(from, to - 1) || (from == to && at == from) || (at == @length && to == @length)

        def filled(parts)
          copy = Patching.copy(@node, 2)
          properties = @node.element_children.find { |child| child.name == "rPr" }
          [(Patching.copy(properties) if properties), *parts].compact.each { |part| copy.add_child(part) }
          copy
        end
      end
    end
  end
end

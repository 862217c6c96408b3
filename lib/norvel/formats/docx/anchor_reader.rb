# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Reads where something floating stands (wp:anchor, ISO/IEC 29500-1 §20.4.2.3), and its text in it.
      class AnchorReader
        WRAPS = {"wrapTopAndBottom" => :above_below, "wrapSquare" => :around, "wrapTight" => :around, "wrapThrough" => :around}.freeze
        FROM = {"page" => :page, "leftMargin" => :page, "insideMargin" => :page, "topMargin" => :page, "margin" => :margin,
                "column" => :column, "character" => :column, "paragraph" => :paragraph, "line" => :paragraph}.freeze
        ALIGN = {"left" => :start, "inside" => :start, "top" => :start, "center" => :center,
                 "right" => :end, "outside" => :end, "bottom" => :end}.freeze
        GAPS = {"distT" => :top, "distB" => :bottom, "distL" => :start, "distR" => :end}.freeze
        SIDES = {"largest" => :larger, "left" => :start, "right" => :end}.freeze
        INNER = {"tIns" => :top, "bIns" => :bottom, "lIns" => :start, "rIns" => :end}.freeze
        STANDS = {"ctr" => :center, "b" => :bottom}.freeze
        FARTHEST = (-72_000_000..72_000_000) # EMU: 2 m

        # @param codecs [Codecs]
        def initialize(codecs)
          @codecs = codecs
        end

        # @param node [Nokogiri::XML::Element] wp:anchor
        # @return [Manuscript::Anchor]
        def read(node)
          children = node.element_children.to_h { |child| [child.name, child] }
          x_from, x = place(children["positionH"], :column)
          y_from, y = place(children["positionV"], :paragraph)
          said, wrap = WRAPS.find { |name, _| children.key?(name) } || [nil, :none]
          sides = (wrap == :around) ? SIDES.fetch(children[said]["wrapText"].to_s, :both) : :both
          Manuscript::Anchor.new(wrap: wrap, sides: sides, behind: node["behindDoc"] == "1", x_from: x_from, x: x, y_from: y_from, y: y,
            gaps: GAPS.to_h { |name, side| [side, number(node[name] || "0").clamp(0, FARTHEST.end)] }, **of_box(node))
        end

        private

        # What a text box says of its text (DrawingML, §21.1.2.1.1).
        def of_box(node)
          body = node.at_xpath(".//*[local-name()='bodyPr']") or return {}
          inner = INNER.filter_map { |name, side| [side, number(body[name]).clamp(0, FARTHEST.end)] if body[name] }
          {inner: inner.to_h, stands: STANDS.fetch(body["anchor"], :top)}
        end

        def place(node, default)
          return [default, 0] unless node

          said = node.element_children.find { |child| %w[align posOffset].include?(child.name) }
          value = (said&.name == "align") ? ALIGN.fetch(said.text.strip, :start) : number(said&.text.to_s)
          [FROM.fetch(node["relativeFrom"], default), value]
        end

        def number(text) = @codecs.count(text.strip.empty? ? "0" : text.strip, FARTHEST, "the place of something floating") || 0
      end
    end
  end
end

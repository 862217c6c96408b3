# frozen_string_literal: true

module Norvel
  module Drawing
    # What is drawn around and behind paragraphs: shading, and lines of each side's own kind.
    module FrameSvg
      DASHES = {"dotted" => "0.6 1.8", "dashed" => "4 2"}.freeze

      extend SvgValues

      module_function

      # @param placed [Layout::Frames::Placed]
      # @return [String] SVG
      def draw(placed)
        sides = placed.frame.sides
        out = +""
        out << %(<rect class="shade" fill="#{placed.frame.shading}" x="#{n(placed.x1)}" y="#{n(placed.y1)}" width="#{n(placed.x2 - placed.x1)}" height="#{n(placed.y2 - placed.y1)}"/>) unless placed.frame.shading == "none"
        out << across(sides[:top], placed, placed.y1, 1) if placed.top
        out << across(sides[:bottom], placed, placed.y2, -1) if placed.bottom
        placed.between.each { |y| out << across(sides[:between], placed, y, 1) }
        out << down(sides[:left], placed, placed.x1, 1) << down(sides[:right], placed, placed.x2, -1)
      end

      # `inward` is 1 where the text lies below or to the right of the line.
      def across(side, placed, y, inward) = strokes(side) { |offset| at = n(y + inward * offset) and %(x1="#{n(placed.x1)}" x2="#{n(placed.x2)}" y1="#{at}" y2="#{at}") }

      def down(side, placed, x, inward) = strokes(side) { |offset| at = n(x + inward * offset) and %(x1="#{at}" x2="#{at}" y1="#{n(placed.y1)}" y2="#{n(placed.y2)}") }

      def strokes(side)
        return "" unless side

        width = side.width * ((side.style == "thick") ? 2 : 1)
        color = (side.color == "auto") ? "" : %( stroke="#{side.color}")
        dash = DASHES.key?(side.style) ? %( stroke-dasharray="#{DASHES[side.style]}") : ""
        offsets = (side.style == "double") ? [width / 2, width * 2.5] : [width / 2]
        offsets.map { |offset| %(<line class="border"#{color} stroke-width="#{n(width)}"#{dash} #{yield offset}/>) }.join
      end

      private_class_method :across, :down, :strokes
    end
  end
end

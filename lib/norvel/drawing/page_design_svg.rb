# frozen_string_literal: true

require_relative "svg_values"

module Norvel
  module Drawing
    # A guide's page to scale: paper, margins as lines that can be taken hold of, the room of the text, the folio at its place.
    class PageDesignSvg
      include SvgValues

      SIDES = %w[top bottom start end].freeze
      DEFAULT = {width: 7_560_310, height: 10_692_130, margin: 914_400}.freeze
      POINT = 12_700.0
      EDGE = 72 # points around the paper, for the measures

      # @param guide [Guide]
      def initialize(guide)
        @guide = guide
        papers = Manuscript::PAPERS[guide.page[:paper]]
        @width, @height = papers ? papers.map { |mm| mm * 72 / 25.4 } : [DEFAULT[:width] / POINT, DEFAULT[:height] / POINT]
        @width, @height = @height, @width if guide.page[:orientation] == "landscape"
        @margins = SIDES.to_h { |edge| [edge, margin(edge)] }
      end

      # @return [String] an svg element; a point is a unit, a margin line says its `data-edge`
      def to_s
        %(<svg xmlns="http://www.w3.org/2000/svg" class="page-design" ) +
          %(viewBox="#{-EDGE} #{-EDGE} #{n(@width + EDGE * 2)} #{n(@height + EDGE * 2)}" data-width="#{n(@width)}" ) +
          %(data-height="#{n(@height)}" aria-hidden="true">) +
          %(<rect class="paper" width="#{n(@width)}" ) +
          %(height="#{n(@height)}"/>#{bound}#{text}#{folio}#{SIDES.map { |edge| margin_line(edge) }.join}</svg>)
      end

      private

      def margin(edge)
        written = (@guide.page[:margins] || {})[edge]
        (written ? Lengths.parse(written) : DEFAULT[:margin]) / POINT
      end

      def left = @margins["start"] + gutter

      def gutter = @guide.page[:gutter] ? Lengths.parse(@guide.page[:gutter]) / POINT : 0.0

      def right = @width - @margins["end"]

      def top = @margins["top"]

      def bottom = @height - @margins["bottom"]

      # The bound edge takes its gutter away.
      def bound = gutter.zero? ? "" : %(<rect class="bound" width="#{n(gutter)}" height="#{n(@height)}"/>)

      # Lines of the guide's own pitch where the text stands.
      def text
        values = @guide.family.values(:body)
        pitch = values[:size] / POINT * ((values[:line_spacing].rule == :multiple) ? values[:line_spacing].value * 1.15 : 1.3)
        rows = ((bottom - top) / [pitch, 4].max).floor.clamp(0, 120)
        Array.new(rows) { |row| line(top + pitch * (row + 0.7), ends: row % 7 == 6) }.join
      end

      # @param ends [Boolean] whether a paragraph ends in it
      def line(y, ends:)
        finish = ends ? right - (right - left) * 0.4 : right
        %(<line class="grey" x1="#{n(left)}" x2="#{n(finish)}" y1="#{n(y)}" y2="#{n(y)}"/>)
      end

      PLACES = {"start" => :start, "inner" => :start, "center" => :middle, "end" => :end, "outer" => :end}.freeze

      def folio
        edge, side = @guide.parts[:folio].to_s.split
        return "" unless PLACES.key?(side)

        anchor = PLACES[side]
        x = {start: left, middle: (left + right) / 2, end: right}.fetch(anchor)
        y = (edge == "top") ? top / 2 : @height - @margins["bottom"] / 2
        %(<text class="folio" x="#{n(x)}" y="#{n(y)}" text-anchor="#{anchor}">1</text>)
      end

      def margin_line(edge)
        across = %w[top bottom].include?(edge)
        at = {"top" => top, "bottom" => bottom, "start" => @margins["start"], "end" => right}.fetch(edge)
        ends = across ? [[0, at], [@width, at]] : [[at, 0], [at, @height]]
        says = Lengths.show((@margins[edge] * POINT).round, "cm")
        label = {"top" => [@width + 4, at / 2], "bottom" => [@width + 4, (at + @height) / 2], "start" => [at / 2, -8],
                 "end" => [(at + @width) / 2, -8]}.fetch(edge)
        %(<g class="margin" data-edge="#{edge}"><line class="grip" x1="#{n(ends[0][0])}" y1="#{n(ends[0][1])}" ) +
          %(x2="#{n(ends[1][0])}" y2="#{n(ends[1][1])}"/><line x1="#{n(ends[0][0])}" y1="#{n(ends[0][1])}" ) +
          %(x2="#{n(ends[1][0])}" y2="#{n(ends[1][1])}"/>) +
          %(<text x="#{n(label[0])}" y="#{n(label[1])}" text-anchor="#{across ? "start" : "middle"}">#{h(says)}</text></g>)
      end
    end
  end
end

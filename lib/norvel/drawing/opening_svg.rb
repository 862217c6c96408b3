# frozen_string_literal: true

require_relative "held"
require_relative "svg_values"

module Norvel
  module Drawing
    # The opening of the book that a page stands in, to scale: both pages as drawn ink, and the lines of the page's design, which can be
    # taken hold of: margins, where header and footer stand, the gap between columns.
    #
    #   OpeningSvg.new(layout, 3, unit: "cm", wanted: {start: 1_260_000}).to_s
    class OpeningSvg
      include SvgValues

      BESIDE = 150 # points beside the paper, for the measures
      ABOVE = 66
      FOLD = 8 # between the two pages
      LETTERS = 46 # their size, points

      # @param number [Integer] of the page whose lines are drawn @param unit [String, nil] in which lengths are said
      # @param wanted [Hash{Symbol=>Integer}] margins that a guide asks for, EMU by edge
      def initialize(layout, number, unit: nil, wanted: {})
        @layout = layout
        @page = layout.pages.fetch(number - 1)
        @unit = unit || "cm"
        @wanted = wanted
        @strip = StripSvg.new(layout)
      end

      # @return [String] an svg element; a point is a unit, and the page begins at 0
      def to_s
        over = right_hand? ? [-@page.width - FOLD, 0] : [0, @page.width + FOLD]
        left = over.min - BESIDE
        width = @page.width * 2 + FOLD + BESIDE * 2
        %(<svg xmlns="http://www.w3.org/2000/svg" class="opening-design" viewBox="#{n(left)} #{-ABOVE} #{n(width)} ) +
          %(#{n(@page.height + ABOVE + 12)}" role="group" aria-label="Page #{@page.number} and its measures">) +
          %(#{facing}#{drawn(@page)}#{lines}</svg>)
      end

      private

      def right_hand? = @page.number.odd?

      # The page on the other side of the fold, where there is one.
      def facing
        number = right_hand? ? @page.number - 1 : @page.number + 1
        other = number.positive? && @layout.pages[number - 1] or return ""
        shift = right_hand? ? -other.width - FOLD : @page.width + FOLD
        %(<g class="facing" transform="translate(#{n(shift)} 0)">#{drawn(other)}</g>)
      end

      # Its ink, with what stands in its margins.
      def drawn(page)
        scale = page.width / StripSvg::INK_WIDTH
        margins = page.placed.select { |placed| %i[header footer].include?(placed.area) && placed.line.width.positive? }.map do |placed|
          "M#{n(placed.x + placed.line.x)} #{n(placed.baseline)}h#{n(placed.line.width)}"
        end
        %(<rect class="paper" width="#{n(page.width)}" height="#{n(page.height)}"/>) +
          %(<g transform="scale(#{scale.round(4)}) translate(#{-StripSvg::INK_LEFT} 0)">#{@strip.ink(page)}</g>) +
          %(<path class="margin-ink" d="#{margins.join}"/>)
      end

      def lines
        return "" if @page.blank

        verso = @layout.manuscript.settings.mirrored && @page.number.even?
        left_edge, right_edge = verso ? %i[end start] : %i[start end]
        [across(left_edge, @page.left, 0), across(right_edge, @page.left + @page.text_width, @page.width, back: true),
          down(:top, @page.top, 0), down(:bottom, @page.bottom, @page.height, back: true), margin_texts, gap].join
      end

      def held(edge, axis, back: false, label: "Margin at #{edge}", value: @page.design.margin[edge])
        Held.length(:"#{edge}_of_part", label, value, unit: @unit, axis: axis, back: back, guide: @wanted[edge],
          owner: {part: @page.part, edge: edge, number: @page.number})
      end

      # A line from head to foot, its length above the paper.
      def across(edge, at, border, back: false, is: @page.design.margin[edge])
        measure(held(edge, :x, back: back), %(x1="#{n(at)}" x2="#{n(at)}" y1="0" y2="#{n(@page.height)}"),
          %(x="#{n((at + border) / 2)}" y="-14" text-anchor="middle"), [at, @page.height * 0.62], is, @wanted[edge])
      end

      # A line from side to side, its length on the outer side.
      def down(edge, at, border, back: false)
        measure(held(edge, :y, back: back), %(x1="0" x2="#{n(@page.width)}" y1="#{n(at)}" y2="#{n(at)}"),
          beside((at + border) / 2), [@page.width * 0.5, at], @page.design.margin[edge], @wanted[edge])
      end

      # Where header and footer stand: short lines, their lengths in the paper's margin only where they are pointed at.
      def margin_texts
        areas = @page.placed.group_by(&:area)
        [[:header, 1], [:footer, -1]].filter_map do |edge, way|
          next unless areas[edge]

          at = (way == 1) ? Lengths.points(@page.design.margin[edge]) : @page.height - Lengths.points(@page.design.margin[edge])
          inner = right_hand? ? @page.width * 0.82 : @page.width * 0.04
          measure(held(edge, :y, back: way == -1, label: "Distance of the #{edge}"),
            %(x1="#{n(inner)}" x2="#{n(inner + @page.width * 0.14)}" y1="#{n(at)}" y2="#{n(at)}"),
            beside(at), [inner + @page.width * 0.07, at], @page.design.margin[edge], nil, quiet: true)
        end.join
      end

      def gap
        section = @layout.manuscript.sections[@page.part]
        return "" if section.columns < 2 || section.column_widths

        wide = Lengths.points(section.column_gap)
        at = @page.left + (@page.text_width - wide * (section.columns - 1)) / section.columns + wide
        measure(held(:column_gap, :x, label: "Gap between columns", value: section.column_gap),
          %(x1="#{n(at)}" x2="#{n(at)}" y1="#{n(@page.top)}" y2="#{n(@page.bottom)}"),
          %(x="#{n(at - wide / 2)}" y="-14" text-anchor="middle"), [at, @page.height * 0.5], section.column_gap, nil)
      end

      def beside(y)
        at, anchor = right_hand? ? [@page.width + 12, "start"] : [-12, "end"]
        %(x="#{n(at)}" y="#{n(y + LETTERS / 3.0)}" text-anchor="#{anchor}")
      end

      def measure(held, line, text, knob, is, wanted, quiet: false)
        off = wanted && (is - wanted).abs > MeasuresSvg::NEAR
        attributes = held.attributes.merge("tabindex" => 0).map { |key, value| %( #{key}="#{h(value)}") }.join
        %(<g class="held#{" off" if off}#{" quiet" if quiet}"#{attributes}><line class="grip" #{line}/><line #{line}/>) +
          %(<text #{text}>#{h(Lengths.show(is, @unit))}</text>) +
          %(<path class="knob" d="M#{n(knob[0])} #{n(knob[1] - 13)}l13 13-13 13-13-13z"/></g>)
      end
    end
  end
end

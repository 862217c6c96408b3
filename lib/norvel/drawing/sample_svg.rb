# frozen_string_literal: true

module Norvel
  module Drawing
    # The first lines of one paragraph as they stand on their page.
    class SampleSvg
      EDGE = 3.0 # points around the lines
      WIDTH = 300.0 # points of a line that are shown

      # @param layout [Layout] @param id [Integer] of a paragraph @param lines [Integer] at most so many
      def initialize(layout, id, lines: 2)
        @layout = layout
        @id = id
        @lines = lines
      end

      # @return [String] an svg element, in a box of its own where its lines go on beyond it; "" where the paragraph has no line
      def to_s
        page = @layout.page_of(@id)&.then { |number| @layout.pages[number - 1] } or return ""
        placed = page.placed.select { |one| one.paragraph.id == @id }.first(@lines)
        top = placed.first.y - EDGE
        left = (page.design.margin[:start] + page.design.margin[:gutter]) / 12_700.0
        own = page.dup.tap { |copy| copy.placed, copy.rules, copy.frames, copy.fills, copy.floats = placed, [], [], [], [] }
        window = [from(placed.first, left) - EDGE, top, WIDTH + EDGE * 2, placed.last.y + placed.last.line.height - top + EDGE]
        drawn = PageSvg.new(@layout, own, style_marks: false, mark_up: false, window: window).to_s
        (placed.any? { |one| one.x + one.line.x + one.line.width > window[0] + window[2] }) ? %(<div class="goes-on">#{drawn}</div>) : drawn
      end

      private

      # From the margin on; a short line that would not be seen whole is shown around its middle.
      def from(placed, left)
        start, width = placed.x + placed.line.x, placed.line.width
        (start + width > left + WIDTH && width <= WIDTH) ? [start + width / 2 - WIDTH / 2, left].max : left
      end
    end
  end
end

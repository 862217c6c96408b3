# frozen_string_literal: true

module Norvel
  module Drawing
    # One style in a few lines of dummy copy, drawn by the same layout as the pages.
    class SpecimenSvg
      WIDTH = 302 # points: what a slip has room for
      TALLEST = 110.0
      EDGE = 4

      # @param manuscript [Manuscript] @param style [StyleSheet::Style]
      def initialize(manuscript, style)
        @manuscript = manuscript
        @style = style
      end

      # @return [String] an svg element
      def to_s
        layout = Layout.new(Specimen.new(@manuscript, styles: [@style]).manuscript.with(sections: [Manuscript::Section.new(page: page)]))
        last = layout.pages.first.placed.last
        height = [last.y + last.line.height + EDGE * 2, TALLEST].min
        PageSvg.new(layout, layout.pages.first, style_marks: false, mark_up: false, window: [0.0, 0.0, WIDTH.to_f, height]).to_s
      end

      private

      def page
        emu = ->(points) { points * Lengths::PT }
        Manuscript::PageDesign.new(width: emu[WIDTH], height: emu[400],
          margin: {top: emu[EDGE], bottom: emu[EDGE], start: emu[EDGE], end: emu[EDGE], gutter: 0, header: 0, footer: 0})
      end
    end
  end
end

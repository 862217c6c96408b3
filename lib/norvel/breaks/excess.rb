# frozen_string_literal: true

module Norvel
  class Breaks
    # What runs over to a last page of a text that is meant to be short: so many lines, so many points.
    class Excess
      MOST_PAGES = 3 # of what is meant to be short (common practice, no source)
      FILLED = 0.2 # of the last page, at most (common practice, no source)
      MEANT = %i[part recto column manual break_before].freeze # reasons for which a page ends where somebody wants it to

      # @param layout [Layout]
      def initialize(layout)
        @layout = layout
      end

      # @return [Boolean] whether a little runs over
      def any?
        return false unless @layout.pages.size.between?(2, MOST_PAGES) && last.text_lines.any?

        !MEANT.include?(@layout.pages[-2].turn.reason) && points <= FILLED * (last.bottom - last.top)
      end

      # @return [Layout::Page]
      def last = @layout.pages.last

      # @return [Float] points that do not fit
      def points = (last.bottom - last.top - last.turn.empty).round(1)

      # @return [String] how many lines
      def lines = (last.text_lines.size == 1) ? "1 line" : "#{last.text_lines.size} lines"

      # @return [String] "2 lines, 31 pt too long"
      def words = "#{lines}, #{points.round} pt too long"
    end
  end
end

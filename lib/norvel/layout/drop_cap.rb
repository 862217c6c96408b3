# frozen_string_literal: true

module Norvel
  class Layout
    # A first letter that stands beside the lines of the paragraph after it (ISO/IEC 29500-1 §17.3.1.11).
    class DropCap
      POINT = 12_700.0

      # @param block [Manuscript::Paragraph, Manuscript::Table] @param following [Manuscript::Paragraph, Manuscript::Table, nil]
      # @return [Boolean] whether the one is a drop cap of the other
      def self.before?(block, following)
        return false unless block.is_a?(Manuscript::Paragraph) && block.drop_cap && !block.blank?

        following.is_a?(Manuscript::Paragraph) && !following.blank? && !following.run_in && following.drop_cap.nil? &&
          block.in_table == following.in_table
      end

      # @param paragraph [Manuscript::Paragraph] the letter @param setting [ParagraphLines]
      def initialize(paragraph, setting)
        @paragraph = paragraph
        @setting = setting
      end

      # @param height [Float] of a line beside it, points
      # @return [Floating::Cut]
      def cut(height)
        line = @setting.lines.first
        Floating::Cut.new(0.0, (lines - 0.5) * height, line.x + line.width + @paragraph.drop_cap.gap / POINT, 0.0, true)
      end

      # @param items [Array<Item>] of the paragraph beside it
      # @return [Array<Item>] with the letter at the first, and the lines beside it kept on its page
      def join(items)
        first = items.first.dup.tap { |item| item.run_in = [@paragraph, @setting, @setting.lines.first] }
        beside = items[1...lines].map { |item| item.keep ? item : item.dup.tap { |copy| copy.keep = :keep_together } }
        [first, *beside, *items.drop(lines)]
      end

      private

      def lines = @paragraph.drop_cap.lines
    end
  end
end

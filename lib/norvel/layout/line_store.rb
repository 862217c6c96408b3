# frozen_string_literal: true

module Norvel
  class Layout
    # Keeps the lines of paragraphs between layouts: they depend only on the text, the formats and the
    # width. What two layouts running did not use is let go.
    class LineStore
      attr_reader :formats

      # @param fonts [Fonts::Book]
      def initialize(fonts)
        @formats = FormatTable.new(fonts)
        @young = {}.compare_by_identity
        @old = {}.compare_by_identity
      end

      # Begins a layout.
      # @return [void]
      def turn
        @old = @young
        @young = {}.compare_by_identity
      end

      # @param paragraph [Manuscript::Paragraph]
      # @param key [Array] everything else the lines depend on
      # @yieldreturn [ParagraphLines] when they are not kept
      # @return [ParagraphLines]
      def fetch(paragraph, key)
        kept = @young[paragraph] || @old[paragraph]
        lines = (kept && kept[0] == key) ? kept[1] : yield
        @young[paragraph] = [key, lines]
        lines
      end
    end
  end
end

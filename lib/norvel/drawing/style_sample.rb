# frozen_string_literal: true

module Norvel
  module Drawing
    # The name of a style in its own type, on one line.
    class StyleSample
      WIDTH = 260
      HEIGHT = 34
      LARGEST = 24.0 # points that have room

      # @param name [String] @param values [Hash{Symbol=>Object}] of every property @param fonts [Fonts::Book]
      def initialize(name, values, fonts: Fonts::Book.shipped)
        @name = name
        @values = values
        @fonts = fonts
      end

      # @return [String]
      def to_s
        size = [@values[:size] / Lengths::PT.to_f, LARGEST].min.round(1)
        fill = (@values[:color] == "auto") ? "" : %( fill="#{@values[:color]}")
        %(<svg class="sheet-sample" viewBox="0 0 #{WIDTH} #{HEIGHT}" aria-hidden="true"><text class="f-#{face}" x="2" ) +
          %(y="24" font-size="#{size}"#{fill}>#{CGI.escapeHTML(@name.to_s)}</text></svg>)
      end

      private

      def face = @fonts.face(@values[:font_family], bold: @values[:bold], italic: @values[:italic]).name
    end
  end
end

# frozen_string_literal: true

module Norvel
  class Guide
    # WCAG 2.2, relative luminance and contrast ratio.
    module ColourContrast
      module_function

      # @param colour [String] "#rrggbb"
      # @return [Float] 0 to 1
      def luminance(colour)
        red, green, blue = colour.delete_prefix("#").scan(/../).map { |pair| linear(pair.hex / 255.0) }
        0.2126 * red + 0.7152 * green + 0.0722 * blue
      end

      # @return [Float] 1 to 21
      def ratio(one, other)
        light, dark = [luminance(one), luminance(other)].minmax.reverse
        (light + 0.05) / (dark + 0.05)
      end

      def linear(value) = (value <= 0.04045) ? value / 12.92 : ((value + 0.055) / 1.055)**2.4
    end
  end
end

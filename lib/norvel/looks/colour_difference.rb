# frozen_string_literal: true

module Norvel
  class Looks
    # How different two colours look: CIEDE2000 (ISO/CIE 11664-6).
    module ColourDifference
      WHITE = [95.047, 100.0, 108.883].freeze # D65
      TO_XYZ = [[0.4124564, 0.3575761, 0.1804375], [0.2126729, 0.7151522, 0.0721750], [0.0193339, 0.1191920, 0.9503041]].freeze

      module_function

      # @param one [String] "#rrggbb" @param other [String]
      # @return [Float] ΔE00
      def between(one, other) = lab_difference(lab(one), lab(other))

      # @return [Array<Float>] L*, a*, b* of an sRGB colour
      def lab(hex)
        linear = hex.delete_prefix("#").scan(/../).map { |pair| pair.hex / 255.0 }.map do |part|
          (part <= 0.04045) ? part / 12.92 : ((part + 0.055) / 1.055)**2.4
        end
        x, y, z = TO_XYZ.zip(WHITE).map { |row, white| row.zip(linear).sum { |factor, part| factor * part * 100 } / white }.map do |value|
          (value > 216.0 / 24_389) ? Math.cbrt(value) : (24_389.0 / 27 * value + 16) / 116
        end
        [116 * y - 16, 500 * (x - y), 200 * (y - z)]
      end

      # @param one [Array<Float>] L*, a*, b* @param other [Array<Float>]
      def lab_difference(one, other)
        l1, a1, b1 = one
        l2, a2, b2 = other
        mean_chroma = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2
        g = 0.5 * (1 - Math.sqrt(mean_chroma**7 / (mean_chroma**7 + 25.0**7)))
        c1, h1 = polar(a1 * (1 + g), b1)
        c2, h2 = polar(a2 * (1 + g), b2)
        turn = hue_turn(c1, c2, h1, h2)
        hue = 2 * Math.sqrt(c1 * c2) * Math.sin(turn / 2 * Math::PI / 180)
        weigh((l1 + l2) / 2, (c1 + c2) / 2, mean_hue(c1, c2, h1, h2), l2 - l1, c2 - c1, hue)
      end

      def polar(a, b) = [Math.hypot(a, b), Math.atan2(b, a) * 180 / Math::PI % 360]

      def hue_turn(c1, c2, h1, h2)
        return 0.0 if (c1 * c2).zero?

        turn = h2 - h1
        if turn > 180 then turn - 360
        else (turn < -180) ? turn + 360 : turn
        end
      end

      def mean_hue(c1, c2, h1, h2)
        return h1 + h2 if (c1 * c2).zero?
        return (h1 + h2) / 2 if (h1 - h2).abs <= 180

        (h1 + h2 < 360) ? (h1 + h2 + 360) / 2 : (h1 + h2 - 360) / 2
      end

      def weigh(l, c, h, dl, dc, dh)
        cosine = ->(degrees) { Math.cos(degrees * Math::PI / 180) }
        t = 1 - 0.17 * cosine.call(h - 30) + 0.24 * cosine.call(2 * h) + 0.32 * cosine.call(3 * h + 6) - 0.20 * cosine.call(4 * h - 63)
        sl = 1 + 0.015 * (l - 50)**2 / Math.sqrt(20 + (l - 50)**2)
        sc = 1 + 0.045 * c
        sh = 1 + 0.015 * c * t
        rotation = -Math.sin(60 * Math.exp(-((h - 275) / 25)**2) * Math::PI / 180) * 2 * Math.sqrt(c**7 / (c**7 + 25.0**7))
        Math.sqrt((dl / sl)**2 + (dc / sc)**2 + (dh / sh)**2 + rotation * (dc / sc) * (dh / sh))
      end
      private_class_method :polar, :hue_turn, :mean_hue, :weigh
    end
  end
end

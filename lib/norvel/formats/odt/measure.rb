# frozen_string_literal: true

require "bigdecimal"

module Norvel
  module Formats
    module Odt
      # Lengths and shares as this format writes them (ISO/IEC 26300, part 3, §18.3.18 and §18.3.23), without a loss.
      module Measure
        UNITS = {"pt" => 2, "cm" => 3}.freeze # decimals with which a length is written, where that is exact
        FINEST = 5 # decimals of points: less than half an EMU

        module_function

        # @param emu [Integer]
        # @return [String] "12pt", "2.54cm"
        def length(emu)
          unit, number = UNITS.filter_map { |one, decimals| exact(emu, one, decimals)&.then { |found| [one, found] } }.first
          "#{plain(number || (emu.to_f / Lengths::PT).round(FINEST))}#{unit || "pt"}"
        end

        # @param share [Float] 1.15
        # @return [String] "115%"
        def percent(share) = "#{plain((share * 100).round(4))}%"

        LINES = {"double" => "double", "dotted" => "dotted", "dashed" => "dashed"}.freeze
        private_constant :LINES

        # @param line [Hash] of Properties::Borders
        # @return [String] "0.5pt solid #000000" (XSL 1.1, §7.8.23)
        def line(line)
          return "none" if line[:style] == "none"

          "#{length(line[:width])} #{LINES.fetch(line[:style], "solid")} #{(line[:color] == "auto") ? "#000000" : line[:color]}"
        end

        def exact(emu, unit, decimals)
          number = (Rational(emu) / Lengths::PER_UNIT.fetch(unit)).round(decimals)
          number.to_f if (number * Lengths::PER_UNIT.fetch(unit)).round == emu
        end

        def plain(number)
          number = number.to_f.round(FINEST)
          (number == number.round) ? number.round.to_s : BigDecimal(number.to_s).to_s("F")
        end
        private_class_method :exact, :plain
      end
    end
  end
end

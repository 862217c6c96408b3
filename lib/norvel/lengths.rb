# frozen_string_literal: true

module Norvel
  # Lengths are integer English Metric Units, so that inches, points, centimetres and twips
  # convert without drift (ISO/IEC 29500-1 §20.1.2.1; CSS Values 3 §6.2 for the absolute units).
  module Lengths
    PER_UNIT = {"in" => 914_400, "pt" => 12_700, "cm" => 360_000, "mm" => 36_000, "pc" => 152_400}.freeze
    PT = 12_700
    TWIP = 635
    HALF_POINT = 6_350
    EIGHTH_POINT = 1_587.5
    LONGEST = 914_400 * 22 # of what stands on a page (ISO/IEC 29500-1 §22.9.2.14 has 31,680 twips)
    WRITTEN = /\A\s*([+\-−]?\d+(?:[.,]\d+)?|[+\-−]?[.,]\d+)\s*([[:alpha:]"]*)\s*\z/

    module_function

    # @param written [String] "1.9 cm", "0.5in", "12 pt", "19 mm", "4 ch"
    # @param default_unit [String] the unit of a bare number
    # @param ch [Integer, nil] the width of one character in EMU, for "ch" @param em [Integer, nil] the type size in EMU, for "em"
    # @return [Integer] EMU
    # @raise [Error] when it is not a length
    def parse(written, default_unit: "pt", ch: nil, em: nil)
      number, unit = written.to_s.match(WRITTEN)&.captures
      raise Error, "“#{written}” is not a length; write it like 1.9 cm, 0.5 in or 12 pt." unless number

      unit = {"\"" => "in", "character" => "ch", "characters" => "ch"}.fetch(unit.downcase, unit)
      unit = default_unit if unit.empty?
      per = {"ch" => ch, "em" => em}.fetch(unit.downcase) { PER_UNIT[unit.downcase] }
      raise Error, "“#{unit}” is not a unit of length that can be used here; use cm, mm, in or pt." unless per

      (Rational(number.tr(",−", ".-")) * per).round
    end

    # @param emu [Integer]
    # @return [Float] points, two decimals
    def points(emu) = (emu / 12_700.0).round(2)

    # @param emu [Integer]
    # @return [String] in the first unit that says it without loss: "2.5 cm", "1.25 in"; in points where none does
    def exactly(emu) = show(emu, %w[cm in pt mm].find { |unit| parse(show(emu, unit)) == emu } || "pt")

    METRIC_STEP = 18_000 # EMU: half a millimetre, to which metric spaces are written
    SHOWN_STEP = 127 # EMU: a hundredth of a point

    # Of spaces, which some write in points and some in centimetres; files round both to twips.
    # @param emu [Integer]
    # @return [String] in the unit that it was written in, as far as can be seen: "12 pt", "0.4 cm"
    def as_written(emu)
      metric = (Rational(emu) / METRIC_STEP).round * METRIC_STEP
      shown = (Rational(emu) / SHOWN_STEP).round * SHOWN_STEP # what is shown in points is read again as it was
      ((shown % HALF_POINT).zero? || (shown - metric).abs * 2 > TWIP) ? show(emu, "pt") : show(metric, "cm")
    end

    # Of what is said by the way, and nobody sets.
    # @param emu [Integer]
    # @return [String] as people say it: "about 1.3 cm", "about 20 pt", "about 0.5 in"
    def about(emu, unit)
      number = (Rational(emu) / PER_UNIT.fetch(unit)).round((unit == "pt") ? 0 : 1)
      "about #{(number == number.to_i) ? number.to_i : number.to_f} #{unit}"
    end

    # @param emu [Integer]
    # @return [String] in the reader's unit: "1.9 cm", "12 pt"
    def show(emu, unit = "pt")
      number = (Rational(emu) / PER_UNIT.fetch(unit)).to_f.round((unit == "in") ? 3 : 2)
      number = number.to_i if number == number.to_i
      "#{number} #{unit}"
    end
  end
end

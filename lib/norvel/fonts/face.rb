# frozen_string_literal: true

require "ttfunk"

module Norvel
  module Fonts
    # One font file: advance widths and vertical measures in font units. Kerning and ligatures are off.
    class Face
      USE_TYPO_METRICS = 1 << 7 # OpenType, OS/2 table, fsSelection

      attr_reader :path, :family, :bold, :italic, :units_per_em, :ascent, :descent, :gap

      # @param path [String] of a .ttf or .otf file
      def initialize(path, family:, bold: false, italic: false)
        @path = path
        @family = family
        @bold = bold
        @italic = italic
        @words = {}
        @advances = {}
        read(TTFunk::File.open(path))
      end

      # @return [String] the name under which the file is drawn: "LiberationSerif-BoldItalic"
      def name = @name ||= File.basename(path, ".*")

      # @param text [String]
      # @return [Integer] the sum of its advance widths, font units
      def units(text)
        @words.fetch(text) do
          sum = 0
          text.each_codepoint { |code| sum += advance(code) }
          @words.clear if @words.size > 200_000
          @words[text] = sum
        end
      end

      # @return [Float] ascent, descent and gap together, in ems
      def line_height = (ascent + descent + gap).fdiv(units_per_em)

      private

      # Typographic values where the file asks for them, otherwise those of hhea, as browser engines do.
      def read(file)
        @units_per_em = file.header.units_per_em
        @map = file.cmap.unicode.first
        @metrics = file.horizontal_metrics
        source = (file.os2.exists? && file.os2.selection.anybits?(USE_TYPO_METRICS)) ? file.os2 : file.horizontal_header
        @ascent = source.ascent
        @descent = -source.descent
        @gap = source.line_gap
      end

      def advance(code) = @advances[code] ||= @metrics.for(@map[code].to_i).advance_width
    end
  end
end

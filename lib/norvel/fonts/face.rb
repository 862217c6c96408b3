# frozen_string_literal: true

require "ttfunk"
require_relative "widths_by_rule"
require_relative "kerning"

module Norvel
  module Fonts
    # One font file: advance widths and vertical measures in font units. Kerning and ligatures are off.
    class Face
      WORDS_KEPT = 200_000 # of which the width is remembered
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
        @lacking = {}
        @pairs = {}
        read(TTFunk::File.open(path))
      end

      # @return [String] the name under which the file is drawn: "LiberationSerif-BoldItalic"
      def name = @name ||= File.basename(path, ".*")

      # @param text [String] @param kerned [Boolean] whether pairs of letters stand as the face has them; a space is a pair with nothing
      # @return [Integer] the sum of its advance widths, font units
      def units(text, kerned: false)
        kerned ? plain_units(text) + pair_units(text) : plain_units(text)
      end

      # @param code [Integer] a code point
      # @return [Integer] its advance width, font units
      def width_of(code) = @advances[code] ||= own_width(code)

      # @param char [String]
      # @return [Boolean] whether the face draws it, or nothing has to be drawn
      def draws?(char) = (code = char.ord) && (@map[code].to_i.positive? || WidthsByRule.for?(code))

      # @param text [String]
      # @return [Array<String>] the characters of a text that it does not have
      def lacking(text)
        return NONE if text.ascii_only?

        @lacking.clear if @lacking.size > 20_000
        @lacking[text] ||= text.each_char.reject { |char| char.ascii_only? || draws?(char) }.uniq.freeze
      end

      # @param text [String]
      # @return [String] as the face draws it: hyphens that it lacks as the one that it has
      def drawn(text) = if text.ascii_only? || !text.match?(HYPHENS)
                          text
                        else
                          text.gsub(HYPHENS) { |sign| @map[sign.ord].to_i.positive? ? sign : "-" }
                        end

      HYPHENS = /[\u2010\u2011]/
      NONE = [].freeze

      # @return [Float] ascent, descent and gap together, in ems
      def line_height = (ascent + descent + gap).fdiv(units_per_em)

      private

      def plain_units(text)
        @words.fetch(text) do
          sum = 0
          text.each_codepoint { |code| sum += width_of(code) }
          @words.clear if @words.size > WORDS_KEPT
          @words[text] = sum
        end
      end

      def pair_units(text)
        @pairs.fetch(text) do
          @kerning ||= Kerning.new(TTFunk::File.open(path))
          @pairs.clear if @pairs.size > WORDS_KEPT
          @pairs[text] = text.split(" ").sum do |word|
            word.codepoints.map { |code| @map[code].to_i }.each_cons(2).sum { |left, right| @kerning.between(left, right) }
          end
        end
      end

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

      def own_width(code)
        glyph = @map[code].to_i
        return WidthsByRule.width(code, self) || mark_width(code) || @metrics.for(0).advance_width if glyph.zero?
        return 0 if WidthsByRule::UNSEEN.key?(code)

        @metrics.for(glyph).advance_width
      end

      # A mark that the face lacks is drawn by another over the letter before it.
      def mark_width(code) = ([code].pack("U").match?(WidthsByRule::MARK) ? 0 : nil)
    end
  end
end

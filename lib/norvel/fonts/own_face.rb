# frozen_string_literal: true

require "ttfunk"
require_relative "outlines"

module Norvel
  module Fonts
    # A font file that somebody brings: what it is, if it is one.
    #
    #   OwnFace.read(bytes)    # family "Quayside", kind "bold_italic", embeddable
    #
    # `kind` is regular, bold, italic or bold_italic; `embeddable` whether its maker lets it be part of a file that is given away
    # (OpenType, OS/2 table, fsType).
    OwnFace = Value.define(:family, :kind, embeddable: true) do
      # @param bytes [String]
      # @return [OwnFace]
      # @raise [FileError] in one sentence
      def self.read(bytes)
        raise FileError, "This is no TrueType or OpenType font file." unless OwnFace::SIGNS.include?(bytes.to_s.byteslice(0, 4))

        file = TTFunk::File.new(bytes)
        needed = [file.cmap, file.horizontal_metrics, file.horizontal_header, file.os2, file.name, file.header]
        unless needed.all?(&:exists?) && file.cmap.unicode.any?
          raise FileError, "This font file is not whole: tables that say how wide and high its letters are, are missing."
        end

        refuse_damaged(file)
        new(family: family(file), kind: kind(file), embeddable: (file.os2.type & OwnFace::EMBEDDING) != OwnFace::RESTRICTED)
      rescue FileError
        raise
      rescue StandardError, SystemStackError
        raise FileError, "This font file is damaged and cannot be read."
      end

      # Every width and every outline is read once, here at the door.
      def self.refuse_damaged(file)
        map, glyphs = file.cmap.unicode.first.code_map, file.maximum_profile.num_glyphs.to_i
        raise FileError, "This font file is damaged: its measures cannot be." unless measures?(file)
        if map.empty? || map.values.any? { |glyph| glyph.negative? || glyph >= glyphs }
          raise FileError, "This font file is damaged: characters stand for letters that it does not have."
        end

        widths = map.values.uniq.map { |glyph| file.horizontal_metrics.for(glyph).advance_width }
        raise FileError, "This font file is damaged: widths of letters are missing." if widths.any?(&:nil?)
        raise FileError, "This font file is damaged: the outlines of its letters cannot be read." unless Outlines.subset(file, map.keys)
      end

      def self.measures?(file)
        em = file.header.units_per_em
        heights = [file.horizontal_header.ascent, -file.horizontal_header.descent, file.os2.ascent, -file.os2.descent]
        em.between?(16, 16_384) && heights.all? { |height| height.between?(-4 * em, 8 * em) } && heights.first(2).sum.positive?
      end

      # The typographic family where the file names one.
      def self.family(file)
        said = [file.name.preferred_family, file.name.font_family].map do |names|
          Array(names).map { |name| name.to_s.encode("UTF-8", invalid: :replace, undef: :replace, replace: "").delete("\0").strip }
            .find { |name| !name.empty? }
        end
        said.compact.first&.slice(0, 100) || raise(FileError, "This font file does not say what its family is called.")
      end

      def self.kind(file)
        bold = file.os2.weight_class.to_i >= OwnFace::BOLD || file.os2.selection.to_i.anybits?(0x20)
        italic = file.os2.selection.to_i.anybits?(0x01)
        name = [("bold" if bold), ("italic" if italic)].compact.join("_")
        name.empty? ? "regular" : name
      end
      private_class_method :family, :kind, :refuse_damaged, :measures?
    end
    OwnFace::SIGNS = ["\x00\x01\x00\x00".b, "OTTO".b, "true".b].freeze
    OwnFace::EMBEDDING = 0x000F
    OwnFace::RESTRICTED = 0x0002
    OwnFace::BOLD = 600
  end
end

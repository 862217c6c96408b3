# frozen_string_literal: true

require "ttfunk"

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
        raise FileError, "This font file is not whole: tables that say how wide and high its letters are, are missing." unless needed.all?(&:exists?) && file.cmap.unicode.any?

        new(family: family(file), kind: kind(file), embeddable: (file.os2.type & OwnFace::EMBEDDING) != OwnFace::RESTRICTED)
      rescue FileError
        raise
      rescue => error
        raise FileError, "This font file cannot be read (#{error.class.name.split("::").last})."
      end

      # The typographic family where the file names one.
      def self.family(file)
        said = [file.name.preferred_family, file.name.font_family].map { |names| Array(names).map { |name| name.to_s.encode("UTF-8", invalid: :replace, undef: :replace, replace: "").delete("\0").strip }.find { |name| !name.empty? } }
        said.compact.first&.slice(0, 100) || raise(FileError, "This font file does not say what its family is called.")
      end

      def self.kind(file)
        bold = file.os2.weight_class.to_i >= OwnFace::BOLD || file.os2.selection.to_i.anybits?(0x20)
        italic = file.os2.selection.to_i.anybits?(0x01)
        name = [("bold" if bold), ("italic" if italic)].compact.join("_")
        name.empty? ? "regular" : name
      end
      private_class_method :family, :kind
    end
    OwnFace::SIGNS = ["\x00\x01\x00\x00".b, "OTTO".b, "true".b].freeze
    OwnFace::EMBEDDING = 0x000F
    OwnFace::RESTRICTED = 0x0002
    OwnFace::BOLD = 600
  end
end

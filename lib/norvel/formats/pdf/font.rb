# frozen_string_literal: true

require "ttfunk"
require "ttfunk/subset"

module Norvel
  module Formats
    module Pdf
      # One face as a composite font of a PDF (ISO 32000-1 §9.7): only the glyphs that are used, numbered as in that subset, each with the
      # character it stands for, so that text can be searched, copied and read aloud.
      class Font
        PER_MILLE = 1000.0
        FIRST, LAST = 0x20, 0x10FFFF
        SYMBOLIC = 4
        ITALIC = 64

        attr_reader :face

        # @param face [Fonts::Face]
        # @raise [FileError] where its maker does not let it be part of a file that is given away
        def initialize(face)
          @face = face
          @file = TTFunk::File.open(face.path)
          @map = @file.cmap.unicode.first
          @codes = {0x20 => true, 0x2D => true}
          refuse if (@file.os2.type.to_i & Fonts::OwnFace::EMBEDDING) == Fonts::OwnFace::RESTRICTED
        end

        # @param text [String] that will be drawn in it
        def use(text) = text.each_codepoint { |code| @codes[code] = true }

        # No more is used from here on.
        # @return [void]
        def close
          # Each glyph once, whatever characters it stands for: compact outlines are counted so. One that cannot be
          # read leaves its room empty.
          codes = @codes.keys.select { |code| @map[code].to_i.positive? }.uniq { |code| @map[code] }
          @bytes, news = Fonts::Outlines.subset(@file, codes) ||
            Fonts::Outlines.subset(@file, Fonts::Outlines.readable(@file, codes)) || refuse_damaged
          @space = news[@map[0x20].to_i] || 0
          @glyphs = @codes.keys.to_h { |code| [code, news[@map[code].to_i] || @space] }
        end

        # @param code [Integer] a code point
        # @return [Array(Integer, Float)] its glyph in the subset and that glyph's width in ems; nil where nothing is drawn
        def glyph(code)
          (@known ||= {}).fetch(code) { @known[code] = find(code) }
        end

        # @return [Float] the width that the layout gives it, ems
        def width(code) = @face.width_of(code) / units

        # @param document [PDF::Core::Renderer]
        # @return [PDF::Core::Reference] the font's dictionary
        def write(document)
          name = :"#{tag}+#{@face.name.delete("^A-Za-z0-9-")}"
          descendant = document.ref!(Type: :Font, Subtype: compact? ? :CIDFontType0 : :CIDFontType2,
            BaseFont: name, CIDSystemInfo: system_info,
            FontDescriptor: descriptor(document, name), DW: 0, W: widths, **(compact? ? {} : {CIDToGIDMap: :Identity}))
          document.ref!(Type: :Font, Subtype: :Type0, BaseFont: name, Encoding: :"Identity-H", DescendantFonts: [descendant],
            ToUnicode: to_unicode(document))
        end

        private

        def units = @units ||= @face.units_per_em.to_f

        # Spaces that the face lacks are drawn with nothing, in the room that the layout gives them.
        def find(code)
          old = @map[code].to_i
          return if Fonts::WidthsByRule::UNSEEN.key?(code)
          return [@space, advance(@map[0x20])] if old.zero?

          [@glyphs.fetch(code), advance(old)]
        end

        def advance(glyph) = @file.horizontal_metrics.for(glyph).advance_width / units

        # Compact outlines (CFF) in an OpenType file.
        def compact? = @file.cff.exists?

        def refuse_damaged =
          raise(FileError, "The font “#{@face.family}” is damaged; take its file away, or choose another for what is set in it.")

        def refuse
          raise(FileError,
            "The font “#{@face.family}” may not be part of a file that is given away: its maker does not allow it. Choose " \
            "another font for what is set in it.")
        end

        def tag = Digest::SHA256.hexdigest(@glyphs.keys.inspect + @face.path).tr("0-9a-f", "A-P")[0, 6]

        # With Identity-H any collection may be named (ISO 32000-1 §9.7.3, ISO 19005-2 §6.2.11.3.1).
        def system_info
          {Registry: PDF::Core::LiteralString.new("Norvel"), Ordering: PDF::Core::LiteralString.new("Identity"), Supplement: 0}
        end

        # @return [Array] [first, [widths …], …] of consecutive glyphs
        def widths
          known = @glyphs.filter_map { |code, glyph| [glyph, (advance(@map[code].to_i) * PER_MILLE).round(2)] if @map[code].to_i.positive? }
          known = known.sort.uniq(&:first)
          known.slice_when { |(one, _), (other, _)| other != one + 1 }.flat_map { |row| [row.first.first, row.map(&:last)] }
        end

        def descriptor(document, name)
          scale = ->(number) { (number / units * PER_MILLE).round }
          stream = document.ref!(compact? ? {Subtype: :OpenType} : {Length1: @bytes.bytesize})
          stream.stream << @bytes
          stream.stream.compress!
          document.ref!(:Type => :FontDescriptor, :FontName => name, :Flags => SYMBOLIC | (@face.italic ? ITALIC : 0),
            :FontBBox => @file.bbox.map(&scale), :ItalicAngle => @file.postscript.exists? ? @file.postscript.italic_angle.to_i : 0,
            :Ascent => scale[@file.ascent], :Descent => scale[@file.descent], :CapHeight => scale[cap_height],
            :StemV => @face.bold ? 140 : 80, (compact? ? :FontFile3 : :FontFile2) => stream)
        end

        def cap_height
          (@file.os2.exists? && @file.os2.version.to_i >= 2 && @file.os2.cap_height.to_i.positive?) ? @file.os2.cap_height : @file.ascent
        end

        # @return [PDF::Core::Reference] which character each glyph stands for (§9.10.3)
        def to_unicode(document)
          pairs = @glyphs.select { |code, _| @map[code].to_i.positive? }.sort.uniq(&:last)
          rows = pairs.map { |code, glyph| format("<%04X> <%s>", glyph, utf16(code)) }.each_slice(100)
            .map { |some| "#{some.size} beginbfchar\n#{some.join("\n")}\nendbfchar" }
          map = document.ref!({})
          map.stream << "/CIDInit /ProcSet findresource begin\n12 dict begin\nbegincmap\n/CIDSystemInfo <</Registry " \
            "(Norvel) /Ordering (Unicode) /Supplement 0>> def\n/CMapName /Norvel-Unicode def\n/CMapType 2 def\n1 " \
            "begincodespacerange\n<0000> <FFFF>\nendcodespacerange\n#{rows.join("\n")}\nendcmap\nCMapName currentdict " \
            "/CMap defineresource pop\nend\nend"
          map.stream.compress!
          map
        end

        def utf16(code) = [code].pack("U").encode("UTF-16BE").unpack1("H*").upcase
      end
    end
  end
end

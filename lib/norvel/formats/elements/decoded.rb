# frozen_string_literal: true

module Norvel
  module Formats
    module Elements
      # The text in the bytes of a file: UTF-8, UTF-16 by its mark, else Windows-1252, which is said.
      class Decoded
        MARKS = {"\xEF\xBB\xBF".b => "UTF-8", "\xFF\xFE".b => "UTF-16LE", "\xFE\xFF".b => "UTF-16BE"}.freeze
        OLD = "The text is no UTF-8; it is read as Windows-1252. Look whether accents and quotation marks came out right."

        # @return [String] UTF-8, its line ends as they are
        attr_reader :text
        # @return [String] the file of the text as it came, without pictures that were brought along
        attr_reader :bytes
        # @return [Array<String>]
        attr_reader :warnings
        # @return [String, nil] how somebody wants it read
        attr_reader :way

        # @param bytes [String]
        # @raise [FileError] where they are no text
        def initialize(bytes)
          @way = Bundle.way(bytes)
          bytes = @bytes = Bundle.text(bytes)
          @warnings = []
          @mark, name = MARKS.find { |mark, _| bytes.b.start_with?(mark) }
          @encoding = name || "UTF-8"
          @text = decoded(bytes.b.byteslice(@mark.to_s.bytesize..))
          raise FileError, "The file holds no text: there are zero bytes in it." if @text.include?("\0")
        end

        # @return [String] "\n" or "\r\n", whichever most lines end with
        def line_end = (@text.scan("\r\n").size * 2 > @text.count("\n")) ? "\r\n" : "\n"

        # @param text [String] UTF-8
        # @return [String] bytes in the encoding of the file, in UTF-8 where that has no word for them
        def encoded(text)
          return windows(text) if @encoding == WINDOWS

          @mark.to_s + text.encode(@encoding).b
        end

        private

        def windows(text)
          bytes = text.each_char.map { |sign| BYTES[sign] }
          bytes.all? ? bytes.pack("C*") : text.b
        end

        def decoded(bytes)
          text = bytes.dup.force_encoding(@encoding)
          return text.encode(Encoding::UTF_8) if text.valid_encoding?

          raise FileError, "The file says it is #{@encoding.delete("LBE")}, and is not." if @encoding.start_with?("UTF-16")

          @warnings << OLD
          @encoding = WINDOWS
          bytes.each_byte.map { |byte| SIGNS[byte] }.join
        end

        WINDOWS = "Windows-1252"
        # What it has no sign for is the control character of that number, so that no byte is lost.
        SIGNS = (0..255).map { |byte|
          [byte].pack("C").force_encoding(WINDOWS).encode(Encoding::UTF_8, undef: :replace, replace: [byte].pack("U"))
        }.freeze
        BYTES = SIGNS.each_with_index.to_h.freeze
        private_constant :WINDOWS, :SIGNS, :BYTES
      end
    end
  end
end

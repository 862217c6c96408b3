# frozen_string_literal: true

module Norvel
  class Manuscript
    # Text that comes from outside (typed, pasted, put in the place of other words), as a manuscript can hold it: without the
    # characters that XML 1.0 §2.2 forbids, every line end a line break.
    module PlainText
      FORBIDDEN = /[\u0000-\u0008\u000B\u000E-\u001F\uFFFE\uFFFF]/

      module_function

      # @param written [String, nil]
      # @param inline [Boolean] whether the signs that hold the places of images and notes may stand in it
      # @return [String]
      def clean(written, inline: false)
        text = written.to_s.dup.force_encoding(Encoding::UTF_8).scrub("").gsub(/\r\n?/, "\n").gsub(FORBIDDEN, "")
        inline ? text : text.delete(INSET_MARK)
      end

      # @param text [String] @param length [Integer] letters at the most
      # @return [String] how it begins, on one line, cut between words where there are any
      def excerpt(text, length)
        plain = text.delete(INSET_MARK).gsub(/[[:space:]]+/, " ").strip
        return plain if plain.length <= length

        "#{plain[0, length].sub(/(?<=\S) \S*\z/, "")} …"
      end
    end
  end
end

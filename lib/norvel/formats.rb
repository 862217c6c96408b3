# frozen_string_literal: true

require_relative "formats/docx/reader"
require_relative "formats/docx/writer"
require_relative "formats/docx/bare"
require_relative "formats/pasted"

module Norvel
  # Files to manuscripts and back. Formats do not know each other.
  module Formats
    LARGEST = 100 * 1024 * 1024 # bytes

    module_function

    # @param bytes [String] the file
    # @param name [String] its name, for the ending
    # @return [Manuscript]
    # @raise [FileError]
    def read(bytes, name: "manuscript.docx")
      raise FileError, "The file has #{bytes.bytesize / 1_048_576} MB; the limit is #{LARGEST / 1_048_576} MB." if bytes.bytesize > LARGEST

      unless %w[.docx .dotx].include?(File.extname(name).downcase)
        raise FileError, "“#{File.basename(name)}” is not a .docx file; only .docx manuscripts can be opened so far."
      end

      Docx::Reader.read(bytes)
    end

    # @return [String] the bytes of a manuscript with one empty paragraph and one style
    def bare = Docx::Bare.bytes

    # @param manuscript [Manuscript] as it is now
    # @param source [String] the file it was read from
    # @return [String] the bytes of the same file with only the formatting changed
    def write(manuscript, source:) = Docx::Writer.write(manuscript, source)
  end
end

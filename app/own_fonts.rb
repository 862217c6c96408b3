# frozen_string_literal: true

require "digest"
require "fileutils"

module NorvelWeb
  # Font files that somebody brought, kept with the data for all manuscripts: each under the fingerprint of its bytes.
  module OwnFonts
    LARGEST = 32 * 1_048_576 # bytes
    MOST = 60

    module_function

    # @param data [String] the data folder
    # @return [void]
    def open(data)
      @folder = File.join(data, "fonts")
      take
    end

    # @param bytes [String]
    # @return [Norvel::Fonts::OwnFace] what it is
    # @raise [Norvel::FileError]
    def keep(bytes)
      raise Norvel::FileError, "A font file has at most #{LARGEST / 1_048_576} MB." if bytes.bytesize > LARGEST
      if book.own.size >= MOST
        raise Norvel::FileError, "There are #{MOST} font files here already; take one away first."
      end

      face = Norvel::Fonts::OwnFace.read(bytes)
      FileUtils.mkdir_p(@folder, mode: 0o700)
      name = "own-#{Digest::SHA256.hexdigest(bytes)[0, 16]}.#{bytes.start_with?("OTTO") ? "otf" : "ttf"}"
      File.binwrite(File.join(@folder, name), bytes, perm: 0o600)
      take
      face
    end

    # @param name [String] of a file that is kept
    # @return [void]
    def drop(name)
      path = book.own.keys.find { |own| File.basename(own) == name } or raise Norvel::FileError,
        "That font file is not here any more."
      File.delete(path)
      take
    end

    # @return [String] a sign of what is here
    def mark = Digest::SHA256.hexdigest(book.own.keys.join("\n"))[0, 8]

    # @return [Norvel::Fonts::Book] the fonts that manuscripts are set in here; another one when a file comes or goes
    def book = @book || Norvel::Fonts::Book.shipped

    def take = @book = Norvel::Fonts::Book.shipped.with_own(@folder)
  end
end

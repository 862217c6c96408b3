# frozen_string_literal: true

module Norvel
  module Formats
    # What every format answers to: a reader, a patcher and a maker. A new format is a folder with one of these in it and a row in
    # `Formats::ALL`; it knows no other format.
    #
    # What it cannot carry it says in sentences, before anything is written.
    class Format
      # @return [String] the format's name in JSON
      def name = raise(NotImplementedError)

      # @return [Array<String>] endings of file names, with their dot
      def endings = raise(NotImplementedError)

      # The reader.
      # @param bytes [String] a file
      # @param limits [Limits, nil] how large it may be
      # @return [Manuscript] with its warnings
      # @raise [FileError] with one sentence
      def read(_bytes, limits: nil) = raise(NotImplementedError)

      # The patcher: the source with only what was touched changed; the source itself where nothing was.
      # @param manuscript [Manuscript] @param source [String] the bytes it was read from
      # @param ending [String, nil] of the name that it is to have, where that is another one
      # @yieldparam done [Integer] steps of the work @yieldparam of [Integer] how many there are
      # @return [String]
      # @raise [FileError] where what would be delivered does not read back as the manuscript
      def patch(_manuscript, _source, ending: nil, &_progress) = raise(NotImplementedError)

      # The maker: new bytes of a manuscript, whatever format it came from.
      # @return [String]
      # @raise [FileError]
      def make(_manuscript) = raise(FileError, "A new .#{name} cannot be made of another format so far.")

      # @param source [String] the bytes a manuscript was read from
      # @return [Hash{Array(Integer, Integer)=>String}] by paragraph and run of the source where a link leads: an address, or "#" and the
      #   name of an anchor
      def links(_source) = {}

      # @param source [String] the bytes of a file
      # @return [Hash{String=>String}] properties that programs name themselves
      def properties(_source) = {}

      # @param source [String] @param wanted [Hash{String=>String}]
      # @return [String] the bytes of the file with these besides its own
      def with_properties(source, _wanted) = source

      # @param samples [Array<String, Array<Array<String>>>] sample text that is to be replaced: paragraphs, and tables by rows
      # @return [String] the smallest file: one style, and one empty paragraph where there is no sample text
      def bare(_samples = []) = raise(NotImplementedError)

      # @param set [Hash{Symbol=>Object}] values by property
      # @return [Hash{Symbol=>Object}] what a file says that has them: the properties it cannot carry are missing, the others as near
      #   as it comes
      def spelled(set) = raise(NotImplementedError)
    end
  end
end

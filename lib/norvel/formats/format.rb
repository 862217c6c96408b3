# frozen_string_literal: true

module Norvel
  module Formats
    # What every format answers to. A new format is a folder with one of these in it and a row in `Formats::ALL`; it knows no other
    # format, and nobody outside its folder knows it by name.
    #
    # It may read, patch what it read, and make new files of any manuscript; what it does not do it refuses in a sentence. What it cannot
    # carry it says before anything is written.
    class Format
      # A kind of thing that does not go into a file, and how many there are.
      Lost = Value.define(:what, :count) do
        # @return [String] "1 comment", "3 signs that no font here has"
        def words = "#{count} #{if count == 1
                                  what
                                else
                                  what.sub(/(?= that |\z)/, what.match?(/x(?: that |\z)/) ? "es" : "s")
                                end}"
      end

      # @return [String] the format's name in JSON
      def name = raise(NotImplementedError)

      # @return [Array<String>] endings of file names, with their dot, the usual one first
      def endings = raise(NotImplementedError)

      # @param ending [String, nil] one of its endings; nil: the usual one
      # @return [String] the media type of such a file
      def media_type(_ending = nil) = raise(NotImplementedError)

      # @param bytes [String] of a file
      # @return [Boolean] whether they say at a glance that they are of this format, whatever the file is called
      def its?(_bytes) = false

      # @return [Boolean] whether its files can be opened, and given back changed only where they were changed
      def reads? = false

      # @return [Boolean] whether what was changed in a manuscript of it can be given back
      def patches? = reads?

      # @return [Boolean] whether changes of formatting can be recorded in it as revisions: `patch` takes `record` then, author and date
      def records? = false

      # @return [Boolean] whether new files of it can be made, of a manuscript of any format
      def makes? = false

      # @return [Boolean] whether its files say how text looks
      def styled? = true

      # @return [Manuscript::Inheritance] how values come together in it, which every manuscript that is read of it has
      def inheritance = Manuscript::Inheritance.new

      # @return [Hash{Symbol=>Object}] what holds in every manuscript of it: the settings `between` and `tabs_from`, whether `cells_end`
      #   with a :paragraph, and in which forms it `counts` pages and notes (nil: all)
      def across = {between: :sum, tabs_from: :margin, cells_end: :paragraph}

      # @param _inset [Manuscript::Inset]
      # @return [Boolean] whether a new file of it can hold that
      def carries?(_inset) = true

      # @return [StyleSheet::Standards] names that its standard has for styles, which every sheet that is read of it has
      def standard_styles = StyleSheet::Standards.new

      # The reader.
      # @param bytes [String] a file
      # @param limits [Limits, nil] how large it may be
      # @return [Manuscript] with its warnings
      # @raise [FileError] with one sentence
      def read(_bytes, limits: nil)
        raise FileError, "A #{endings.first} cannot be opened as a manuscript; open the file that it was made from."
      end

      # The patcher: the source with only what was touched changed; the source itself where nothing was.
      # @param manuscript [Manuscript] @param source [String] the bytes it was read from
      # @param ending [String, nil] of the name that it is to have, where that is another one
      # @yieldparam done [Integer] steps of the work @yieldparam of [Integer] how many there are
      # @return [String]
      # @raise [FileError] where what would be delivered does not read back as the manuscript
      def patch(_manuscript, _source, ending: nil, &_progress) = raise(FileError, "A #{endings.first} cannot be given back changed.")

      # The maker: new bytes of a manuscript, whatever format it came from.
      # @param manuscript [Manuscript] @param layout [Layout, nil] of it, where that is known
      # @param source [Source] the file that it was read from, for what it has of it: pictures, links
      # @param name [String] what it is called where it says no title itself @param more [Hash] what the format takes besides
      # @yieldparam done [Integer] how much of the work is done @yieldparam of [Integer] of how much
      # @return [String]
      # @raise [FileError]
      def make(_manuscript, layout: nil, source: Source.none, name: "", **_more, &_progress)
        raise(FileError, "A new #{endings.first} cannot be made of another format so far.")
      end

      # What of a manuscript does not go into a file that is made of it.
      # @param manuscript [Manuscript] @param layout [Layout, nil] @param source [Source]
      # @return [Array<Lost>] the most frequent first
      def lost(_manuscript, layout: nil, source: Source.none) = []

      # @param layout [Layout]
      # @return [Array<String>] why a file that is made of it may not call itself accessible
      def hindrances(_layout) = []

      # @param source [String] the bytes a manuscript was read from @param ref [String] what a picture of it refers to
      # @return [String, nil] the picture's bytes
      def media(_source, _ref) = nil

      # @param source [String] the bytes a manuscript was read from
      # @return [String] the file that came, without what was brought along beside it
      def original(source) = source

      # @param source [String] the bytes a manuscript was read from
      # @return [Hash{String=>String}] other ways to read it, each in words
      def ways(_source) = {}

      # @param bytes [String] of a file
      # @return [Array<String>] pictures that lie beside it, as it names them
      def pictures(_bytes) = []

      # @return [String] what goes along into a new file of it
      def takes = "its words, styles, lists, tables, notes, images, parts, folios and contents"

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
      def bare(_samples = []) = raise(FileError, "An empty #{endings.first} cannot be made.")

      # @param before [Manuscript] @param after [Manuscript] a change of it
      # @return [String, nil] a sentence where a file of it could not say what is so then
      def undeliverable(_before, _after) = nil

      # @param level [Manuscript::ListLevel] @param _index [Integer] from 0
      # @return [Manuscript::ListLevel] what a file says that has it
      def spelled_level(level, _index) = level

      # @param set [Hash{Symbol=>Object}] values by property
      # @return [Hash{Symbol=>Object}] what a file says that has them: the properties it cannot carry are missing, the others as near
      #   as it comes
      def spelled(set) = set
    end

    # The file that a manuscript was read from, in its format: where its pictures are and its links lead.
    class Source
      # @return [Source] where there is no file
      def self.none = new(nil, nil)

      # @param format [Format, nil] @param bytes [String, nil]
      def initialize(format, bytes)
        @format = format
        @bytes = bytes
      end

      # @param ref [String, nil]
      # @return [String, nil] the bytes of a picture
      def media(ref) = (@format.media(@bytes, ref) if @format && ref)

      # @return [Boolean] whether there is a picture
      def media?(ref)
        (@there ||= {}).fetch(ref) { @there[ref] = !media(ref).nil? }
      end

      # @return [Hash{Array(Integer, Integer)=>String}] as Format#links
      def links = @format ? @format.links(@bytes) : {}
    end
  end
end

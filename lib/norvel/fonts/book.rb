# frozen_string_literal: true

require "yaml"
require_relative "face"
require_relative "own_face"

module Norvel
  module Fonts
    # @param manuscript [Manuscript]
    # @return [Book] the fonts that it is set in here
    def self.of(manuscript) = manuscript.fonts || Book.shipped

    # Which font file stands for an asked-for family, and how good the match is:
    # :exact, :metric (same widths), :near or :fallback.
    class Book
      class Match < Value.define(:asked, :used, :match)
        LIKENESS = {exact: "the family itself", metric: "the same widths", near: "near, page breaks may differ",
                    fallback: "a fallback, page breaks will differ"}.freeze

        # @return [String] how like what was asked for it is, in words
        def likeness = LIKENESS.fetch(match)
      end

      KEPT = 2_000 # names of families that files asked for
      MONOSPACED = /mono|courier|consol|code|typewriter|fixed|menlo|monaco/i
      SANS = /sans|gothic|grotesk|helvet|verdana|tahoma|segoe|ubuntu|roboto|open|lato|inter|carlito/i
      FOLDER = File.expand_path("../../../fonts", __dir__)

      # @return [Book] of the shipped families
      def self.shipped = @shipped ||= new(FOLDER)

      # @param folder [String] with families.yml @param own [Hash{String=>OwnFace}] files beside them, by path
      def initialize(folder, own: {})
        table = YAML.safe_load_file(File.join(folder, "families.yml"))
        @folder = folder
        @own = own.freeze
        @files = with_own_files(table.fetch("files")).freeze
        @stand_ins = table.fetch("stand_ins").to_h { |asked, (used, match)| [plain(asked), [used, match.to_sym]] }
        @stand_in_names = table.fetch("stand_ins").keys
        @known = @files.keys.to_h { |family| [plain(family), family] }
        @faces = {}
        @opened = {} # by file: few
        @matches = {}
        @stand_ins_for = {}
        @lock = Mutex.new
      end

      # Font files that somebody brought, beside those of this book.
      # @param folder [String] of .ttf and .otf files; one that cannot be read is left out
      # @return [Book] another one
      def with_own(folder)
        read = Dir.glob(File.join(folder, "*.{ttf,otf}")).sort.filter_map { |path| (face = own_face(path)) && [path, face] }
        self.class.new(@folder, own: read.to_h)
      end

      # @return [Hash{String=>OwnFace}] by path
      attr_reader :own

      # @return [Array<String>] families that are here
      def families = @files.keys

      # @return [Array<String>] families that are here, and those that have a stand-in
      def known = families | @stand_in_names

      # @return [Match]
      def match(family)
        @matches.clear if @matches.size > KEPT
        @matches[family] ||= if (here = @known[plain(family)])
          Match.new(asked: family, used: here, match: :exact)
        else
          used, match = @stand_ins.fetch(plain(family)) { [guess(family), :fallback] }
          Match.new(asked: family, used: used, match: match)
        end
      end

      # @return [Symbol] :monospaced, :sans or :serif: of which kind the letters are that a family comes out in
      def kind(family)
        case match(family).used
        when MONOSPACED then :monospaced
        when SANS then :sans
        else :serif
        end
      end

      # @return [Face]
      def face(family, bold: false, italic: false)
        key = [family, bold ? true : false, italic ? true : false]
        @faces[key] || @lock.synchronize do
          @faces.clear if @faces.size > KEPT
          @faces[key] ||= open_face(*key)
        end
      end

      # A face of another family that has a character, of the same weight and slope where there is one.
      # @param face [Face] that lacks it @param char [String]
      # @return [Face, nil] nil where none has it
      def stand_in(face, char)
        key = [face, char]
        return @stand_ins_for[key] if @stand_ins_for.key?(key)

        @stand_ins_for.clear if @stand_ins_for.size > KEPT
        others = near_to(face.family).map { |family| face(family, bold: face.bold, italic: face.italic) }
        @stand_ins_for[key] = others.find { |other| other.draws?(char) }
      end

      # @return [Array<String>] paths of all files, for the browser's font rules
      def paths = @files.values.flat_map(&:values).uniq.map { |file| File.expand_path(file, @folder) }

      private

      def with_own_files(shipped)
        files = @own.each_with_object(shipped.transform_values(&:dup)) { |(path, face), all| (all[face.family] ||= {})[face.kind] = path }
        files.each_value { |kinds| kinds["regular"] ||= kinds.values.first }
      end

      def open_face(family, bold, italic)
        used = match(family).used
        files = @files.fetch(used)
        kind = [("bold" if bold), ("italic" if italic)].compact.join("_").then { |name| name.empty? ? "regular" : name }
        file = files[kind] || files[bold ? "bold" : "regular"] || files.fetch("regular")
        @opened[file] ||= Face.new(File.expand_path(file, @folder), family: used, bold: bold, italic: italic)
      end

      def own_face(path)
        OwnFace.read(File.binread(path))
      rescue FileError, SystemCallError
        nil
      end

      # Other families, those of the same kind first.
      def near_to(family)
        ((kind(family) == :sans) ? ["Liberation Sans", "Carlito"] : ["Liberation Serif", "EB Garamond"]).union(families) - [family]
      end

      def plain(family) = family.to_s.downcase.gsub(/[^[:alnum:]]/, "")

      def guess(family)
        case family
        when MONOSPACED then "Liberation Mono"
        when SANS then "Liberation Sans"
        else "Liberation Serif"
        end
      end
    end
  end
end

# frozen_string_literal: true

require_relative "../archive"
require_relative "../parsed_xml"
require_relative "names"

module Norvel
  module Formats
    module Odt
      # The members of an OpenDocument package (ISO/IEC 26300, part 2), or the one XML file of the flat form (part 3, §3.1.2).
      class Package
        TEXT = "application/vnd.oasis.opendocument.text"
        TEMPLATE = "#{TEXT}-template".freeze
        OTHERS = {"spreadsheet" => "a spreadsheet", "presentation" => "a presentation", "graphics" => "a drawing", "chart" => "a chart",
                  "text-master" => "a master document, whose chapters are in other files", "text-web" => "a web page",
                  "formula" => "a formula", "image" => "a picture", "database" => "a database"}.freeze
        FLAT = "office:document"
        MANIFEST = "META-INF/manifest.xml"

        # @param bytes [String]
        # @raise [FileError]
        def self.read(bytes)
          raise FileError, "The file is empty." if bytes.empty?
          return new(Archive.read(bytes).members) if bytes.b.start_with?("PK")
          return new({"content.xml" => bytes}, flat: true) if xml?(bytes)

          raise FileError, "This is not an .odt file (it is neither a zip container nor XML)."
        end

        MARKS = ["\xEF\xBB\xBF", "\xFF\xFE", "\xFE\xFF"].map(&:b).freeze # of the order of bytes
        private_constant :MARKS

        # @return [Boolean] whether it begins as XML does, in any encoding
        def self.xml?(bytes)
          head = bytes.byteslice(0, 512).b
          MARKS.reduce(head) { |rest, mark| rest.delete_prefix(mark) }.delete("\0").lstrip.start_with?("<")
        end

        # @return [Hash{String=>String}] bytes by name
        attr_reader :members

        # @param members [Hash{String=>String}] @param flat [Boolean] whether all of it is one XML file
        def initialize(members, flat: false)
          @members = members
          @flat = flat
          @parsed = {}
          flat ? check_flat : check_package
        end

        # @return [Boolean]
        def flat? = @flat

        # @return [Boolean] whether new manuscripts are to be made of it
        def template? = type.to_s.start_with?(TEMPLATE)

        # @param name [String] of a member
        # @return [Nokogiri::XML::Document] parsed once
        # @raise [FileError]
        def xml(name) = @parsed[name] ||= ParsedXml.parse(@members.fetch(name), name)

        # A part that the file does not have yet: the common styles, or what it says of itself.
        # @param name [String] "styles.xml" or "meta.xml"
        # @return [void]
        def begin_part(name)
          return if flat? || @members.key?(name)

          root = "office:document-#{name.delete_suffix(".xml")}"
          @members = @members.merge(name => %(<#{root} xmlns:office="#{Names::SPACES["office"]}" office:version="1.3"/>))
          @begun = [*@begun, name]
        end

        # @return [Package] with new parts as they were begun
        def begun = Package.new(@members)

        # @return [Nokogiri::XML::Element] office:meta, begun where there is none
        def begin_meta
          begin_part("meta.xml")
          root = @flat ? content : part("meta.xml")
          Nodes.new(root).child(root, "office:meta", Faces::ORDER)
        end

        # @return [Hash{String=>Nokogiri::XML::Document}] parts that were parsed, and may be others now
        attr_reader :parsed

        # @param changed [Hash{String=>String}]
        # @return [String] the bytes of a file: of a package its type first and unpacked (part 2, §3.3)
        def write(changed)
          return changed.fetch("content.xml") if flat?

          kept = @members.except(*((@begun || []) - changed.keys)) # what was begun for nothing is in no file
          begun = ((@begun || []) & changed.keys).to_h { |name| [name, "text/xml"] }
          Archive.new(kept).write((@begun && @members.key?(MANIFEST)) ? listed(changed, begun) : changed, "mimetype")
        end

        # @param changed [Hash{String=>String}] @param types [Hash{String=>String}] media types of members that are new
        # @return [Hash{String=>String}] with a manifest that lists them (part 2, §3.2)
        def listed(changed, types)
          document = ParsedXml.parse(changed[MANIFEST] || @members.fetch(MANIFEST), MANIFEST)
          nodes = Nodes.new(document.root)
          types.each do |name, type|
            nodes.make(document.root, "manifest:file-entry", "manifest:full-path" => name, "manifest:media-type" => type)
          end
          changed.merge(MANIFEST => Patching.serialize(document))
        end

        TYPES = {".odt" => TEXT, ".ott" => TEMPLATE}.freeze
        private_constant :TYPES

        # @param ending [String, nil] of the name that it is to have
        # @return [Hash{String=>String}, nil] what has to be said otherwise for it; nil where nothing has
        def typed(ending)
          wanted = TYPES[ending]
          return if wanted.nil? || flat? || type == wanted

          {"mimetype" => wanted, **typed_manifest(wanted)}
        end

        # @return [Nokogiri::XML::Element] the root that holds the text
        def content = xml("content.xml").root

        # @return [Nokogiri::XML::Element, nil] the root that holds the common styles
        def styles = @flat ? content : part("styles.xml")

        # @return [Nokogiri::XML::Element, nil] office:meta
        def meta = Names.child(@flat ? content : part("meta.xml"), "office:meta")

        # @return [Nokogiri::XML::Element] office:text
        # @raise [FileError]
        def body
          @body ||= Names.child(Names.child(content, "office:body"), "office:text") or raise FileError, other_body
        end

        # @param name [String] what something of the file refers to
        # @return [Boolean] whether it is a member
        def member?(name) = @members.key?(name.to_s.delete_prefix("./"))

        private

        def part(name) = (xml(name).root if @members.key?(name))

        def check_package
          refuse_encrypted
          unless @members.key?("content.xml")
            raise FileError, "This zip file holds no text document (it has no content.xml); only .odt manuscripts are read so."
          end

          other = type.to_s[/\Aapplication\/vnd\.oasis\.opendocument\.([\w-]+?)(?:-template)?\z/, 1]
          raise FileError, "The file is #{OTHERS[other]}, and no text; it was not opened." if OTHERS.key?(other)

          body
        end

        def check_flat
          unless Names.of(content) == FLAT
            raise FileError, "This XML is no manuscript: it does not begin as an OpenDocument file of one part does (office:document)."
          end

          body
        end

        def refuse_encrypted
          return unless @members.key?(MANIFEST) && @members[MANIFEST].b.match?(/<(?:[\w.-]{1,40}:)?encryption-data\b/n)

          raise FileError, "The file is encrypted; save it without a password and bring it again."
        end

        # @return [String, nil] its media type
        def type
          return Names.attribute(content, "office:mimetype") if @flat

          said = @members["mimetype"]&.byteslice(0, 200)&.strip
          return said if said && !said.empty?

          root = part(MANIFEST)
          entry = root && Names.children(root, "manifest:file-entry").find { |one| Names.attribute(one, "manifest:full-path") == "/" }
          entry && Names.attribute(entry, "manifest:media-type")
        end

        def typed_manifest(wanted)
          return {} unless @members.key?(MANIFEST)

          document = ParsedXml.parse(@members.fetch(MANIFEST), MANIFEST)
          entry = Names.children(document.root, "manifest:file-entry").find { |one| Names.attribute(one, "manifest:full-path") == "/" }
          Nodes.new(document.root).put(entry, "manifest:media-type", wanted) if entry
          {MANIFEST => Patching.serialize(document)}
        end

        def other_body
          inner = Names.child(content, "office:body")&.first_element_child
          kind = OTHERS[{"drawing" => "graphics"}.fetch(inner&.name, inner&.name)]
          kind ? "The file is #{kind}, and no text; it was not opened." : "The file has no text; there is nothing to read."
        end
      end
    end
  end
end

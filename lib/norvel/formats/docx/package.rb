# frozen_string_literal: true

require_relative "../archive"
require_relative "../parsed_xml"

module Norvel
  module Formats
    module Docx
      # The parts of an Open Packaging container (ISO/IEC 29500-2) and how they point at each other.
      class Package
        ENCRYPTED = "\xD0\xCF\x11\xE0".b

        attr_reader :archive, :main

        # @param bytes [String]
        # @raise [FileError]
        def self.read(bytes)
          raise FileError, "The file is empty." if bytes.empty?
          if bytes.b.start_with?(ENCRYPTED)
            raise FileError,
              "The file is encrypted or in an old binary format; save it as .docx without a password."
          end
          raise FileError, "This is not a .docx file (it is no zip container)." unless bytes.b.start_with?("PK")

          new(Archive.read(bytes))
        end

        # @param archive [Archive]
        # @raise [FileError] where it holds no text document
        def initialize(archive)
          @archive = archive
          @parsed = {}
          @spelled = archive.members.keys.to_h { |name| [name.downcase, name] }
          @main = find_main
        end

        # @param changed [Hash{String=>String}]
        # @return [Package] with these parts in the place of its own
        def with(changed) = Package.new(Archive.new(archive.members.merge(changed)))

        def part?(name) = @spelled.key?(name.downcase)

        # Names of parts are the same in capitals and small letters (ISO/IEC 29500-2 §9.1.1).
        # @return [String] as the file spells it
        def actual(name) = @spelled.fetch(name.downcase, name)

        # @return [String, nil] the content type of the main part (ISO/IEC 29500-2 §10.1.2.4)
        def main_type
          return unless part?("[Content_Types].xml")

          xml("[Content_Types].xml").root.element_children.find { |node| main?(node["PartName"]) }&.[]("ContentType")
        end

        # @param name [String, nil] as content types say it, with a slash before it
        # @return [Boolean] whether that is the main part
        def main?(name) = name.to_s.delete_prefix("/").casecmp?(main)

        # @return [Namespaces::Form] of the main part
        def form = @form ||= Namespaces.form(xml(main).root)

        # @param name [String]
        # @return [Nokogiri::XML::Document] parsed once; not to be changed
        # @raise [FileError]
        def xml(name) = @parsed[actual(name)] ||= parse(name)

        # @return [Nokogiri::XML::Document] the one that was read, to be patched; who asks after this reads it afresh
        def give(name)
          form # rests on the main part
          xml(name).tap { @parsed.delete(actual(name)) }
        end

        # @return [Nokogiri::XML::Document] parsed afresh, to be patched
        def parse(name)
          source = archive.members[actual(name)] or raise FileError, "The file has no part “#{name}”, which it needs."
          ParsedXml.parse(source, name)
        end

        # @return [Hash{String=>Hash}] relationship id to :type (its last word), :target (part name or address), :external
        def relationships(part)
          @relationships ||= {}
          @relationships[part] ||= read_relationships(part)
        end

        # @return [String, nil] the part of this kind that the main part points at
        def related(kind)
          relationships(main).values.find { |link| link[:type] == kind && !link[:external] && part?(link[:target]) }&.fetch(:target)
        end

        # @param name [String] of a part
        # @return [Boolean] whether it uses a prefix that it does not declare (Namespaces in XML 1.0 §5)
        def undeclared?(name)
          return false unless part?(name) && archive.members[actual(name)].start_with?("<")

          xml(name).errors.any? { |error| error.message.match?(/namespace|prefix/i) }
        end

        # @return [String] the name of the part's relationship part
        def self.relationships_name(part)
          folder, _, file = part.rpartition("/")
          [folder, "_rels", "#{file}.rels"].reject(&:empty?).join("/")
        end

        private

        def find_main
          link = relationships("").values.find { |entry| entry[:type] == "officeDocument" }
          name = link ? link[:target] : "word/document.xml"
          return actual(name) if part?(name)

          raise FileError, "This zip file holds no text document; only .docx manuscripts can be opened."
        end

        def read_relationships(part)
          name = self.class.relationships_name(part)
          return {} unless part?(name)

          base = part.rpartition("/").first
          xml(name).root.element_children.to_h do |link|
            external = link["TargetMode"] == "External"
            [link["Id"],
              {type: link["Type"].to_s.split("/").last,
               target: external ? link["Target"] : actual(resolve(base, link["Target"].to_s.tr("\\", "/"))), external: external}]
          end
        end

        def resolve(base, target)
          return target.delete_prefix("/") if target.start_with?("/")

          (base.split("/") + target.split("/")).each_with_object([]) do |step, path|
            (step == "..") ? path.pop : (path << step unless step == ".")
          end.join("/")
        end
      end
    end
  end
end

# frozen_string_literal: true

require "pathname"
require_relative "../archive"

module Norvel
  module Formats
    module Elements
      # A file of text with the pictures that it names, which were brought along: a zip whose first member is the text.
      #
      #   bytes = Bundle.pack("chapter.md", text, {"plan.png" => png})
      #   Bundle.text(bytes)                  # the text alone
      #   Bundle.picture(bytes, "plan.png")
      module Bundle
        ZIP = "PK\x03\x04".b

        module_function

        # @param bytes [String]
        # @return [Boolean]
        def bundle?(bytes) = bytes.byteslice(0, 4).b == ZIP

        # @param name [String] of the text @param text [String] its bytes @param pictures [Hash{String=>String}] bytes by name
        # @return [String]
        def pack(name, text, pictures)
          pictures.empty? ? text : Archive.new({}).write({name => text}.merge(pictures), name)
        end

        WAY = "norvel-read-as" # the member that says how somebody wants it read

        # @param bytes [String] @param name [String] of the text @param way [String]
        # @return [String] the same, to be read another way
        def read_as(bytes, name, way)
          rest = bundle?(bytes) ? Archive.read(bytes).members.drop(1).to_h : {}
          pack(name, text(bytes), rest.merge(WAY => way))
        end

        # @return [String, nil] how somebody wants it read
        def way(bytes) = (Archive.member(bytes, WAY) if bundle?(bytes))

        # @param bytes [String] of a text, with or without pictures
        # @return [String] of the text
        def text(bytes) = bundle?(bytes) ? Archive.read(bytes).members.each_value.first.to_s : bytes

        # @param ref [String] as the text names a picture
        # @return [String, nil] the picture's bytes
        def picture(bytes, ref)
          return unless bundle?(bytes) && ref

          members = Archive.read(bytes).members.drop(1).to_h
          name = named(ref, members.keys)
          name && members[name]
        end

        # @param ref [String] as a text names a picture @param names [Array<String>] of files
        # @param from [String] the folder that the text is in
        # @return [String, nil] the file that is meant: by its path from there, else by its path, else by its name where only one has it
        def named(ref, names, from: "")
          return if ref.match?(ELSEWHERE)

          path = plain(ref)
          [plain(File.join(from, ref)), path].each do |wanted|
            found = names.find { |name| plain(name) == wanted }
            return found if found
          end
          alike = names.select { |name| File.basename(plain(name)) == File.basename(path) }
          alike.first if alike.one?
        end

        ELSEWHERE = %r{\A(?:[a-z][a-z0-9+.-]+:|//)}i

        # @param refs [Array<String>] as a text names its pictures @param names [Array<String>] of files
        # @param from [String] the folder that the text is in
        # @return [Hash{String=>String}] those that are meant, by the name that they are found by again: those of other folders may be alike
        def meant(refs, names, from:) = refs.filter_map { |ref| (name = named(ref, names, from: from)) && [plain(ref), name] }.to_h

        def plain(path)
          decoded = path.to_s.gsub(/%\h\h/) { |sign| sign[1, 2].hex.chr }.force_encoding(Encoding::UTF_8).scrub
          path = decoded.unicode_normalize(:nfc).sub(/[?#].*\z/m, "").tr("\\", "/").delete("\0").downcase
          Pathname(path).cleanpath.to_s.sub(%r{\A(?:\.\./|/)+}, "")
        end
      end
    end
  end
end

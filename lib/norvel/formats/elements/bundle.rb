# frozen_string_literal: true

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
        # @return [String, nil] the file that is meant: by its path, else by its name alone
        def named(ref, names)
          path = plain(ref)
          names.find { |name| plain(name) == path } || names.find { |name| File.basename(plain(name)) == File.basename(path) }
        end

        def plain(path)
          decoded = path.to_s.gsub(/%\h\h/) { |sign| sign[1, 2].hex.chr }.force_encoding(Encoding::UTF_8).scrub
          decoded.unicode_normalize(:nfc).sub(/[?#].*\z/m, "").gsub(%r{(?:\A|(?<=/))\./}, "").downcase
        end
      end
    end
  end
end

# frozen_string_literal: true

require "zip"

Zip.warn_invalid_date = false # a date that is none is no matter of ours

module Norvel
  module Formats
    # A zip container read whole, within limits, and written again in the same order.
    class Archive
      Limits = Value.define(entries: 10_000, entry_bytes: 128 * 1024 * 1024, total_bytes: 320 * 1024 * 1024, ratio: 400)
      PIECE = 1_048_576 # bytes that are unpacked at a time

      # @return [Hash{String=>String}] member names to their bytes, in the file's order
      attr_reader :members

      # @param bytes [String] the file
      # @raise [FileError] when it is no zip, is damaged, or is larger than the limits
      def self.read(bytes, limits: Limits.new)
        total = 0
        members = entries(bytes, limits).each_with_object({}) do |entry, found|
          raise FileError, "The file is encrypted; save it without a password and bring it again." if entry.gp_flags & 1 == 1

          most = [limits.entry_bytes, limits.total_bytes - total, [bytes.bytesize * limits.ratio, 1_000_000].max].min
          data = unpacked(entry, most)
          total += data.bytesize
          found[named(entry)] = data.force_encoding(Encoding::BINARY)
        end
        new(members)
      end

      # @param name [String]
      # @return [String, nil] the bytes of one member, the others left packed
      # @raise [FileError]
      def self.member(bytes, name, limits: Limits.new)
        entry = entries(bytes, limits).find { |one| named(one) == name } or return
        unpacked(entry, limits.entry_bytes).force_encoding(Encoding::BINARY)
      end

      # Some programs write backslashes for slashes.
      # @return [String]
      # @raise [FileError] for a path that would lead out of the file
      def self.named(entry)
        name = entry.name.dup.force_encoding(Encoding::UTF_8).scrub.tr("\\", "/").freeze
        if name.start_with?("/") || name.split("/").include?("..")
          raise FileError, "The file has a member whose name leads out of it " \
            "(“#{name[0, 60]}”); no manuscript needs one, and it was not opened."
        end

        name
      end

      # Piece by piece, so that one that inflates is refused before it fills the memory.
      # @return [String]
      def self.unpacked(entry, most)
        return refuse(entry.size) if entry.size > most

        data = +""
        unpacking do
          stream = entry.get_input_stream
          while data.bytesize <= most && (piece = stream.read(PIECE))
            data << piece
          end
        end
        (data.bytesize > most) ? refuse(data.bytesize) : data
      end

      def self.refuse(size)
        raise(FileError, "The file unpacks to far more than it should (a member of #{size / 1_048_576} MB or more); it was not opened.")
      end

      # @return [Array<Zip::Entry>] of files
      def self.entries(bytes, limits)
        zip = unpacking do
          Zip::InputStream.open(StringIO.new(bytes)) {} # refuses what is no stream of entries
          Zip::File.open_buffer(StringIO.new(bytes))
        end
        raise FileError, "The file has more than #{limits.entries} members; that is no manuscript." if zip.size > limits.entries

        unpacking { zip.reject(&:directory?) }
      end

      # The library meets damaged containers with many kinds of errors; here stands nothing but calls of it.
      def self.unpacking
        yield
      rescue Zip::Error, Zlib::Error, EOFError, ArgumentError, RangeError, NoMethodError, TypeError => error
        raise FileError, "The file is damaged or cut short and cannot be unpacked (#{error.class.name.split("::").last})."
      end
      private_class_method :entries, :unpacking, :unpacked, :refuse, :named

      def initialize(members)
        @members = members
      end

      # @param changed [Hash{String=>String}] members to put in or in the place of others
      # @param stored [String, nil] the member that comes first, and is not packed
      # @return [String] the bytes of a new file
      def write(changed, stored = nil)
        buffer = Zip::OutputStream.write_buffer(StringIO.new("".b)) do |zip|
          all = members.merge(changed)
          all.slice(*stored).merge(all).each do |name, data|
            method = (name == stored) ? Zip::Entry::STORED : Zip::Entry::DEFLATED
            zip.put_next_entry(Zip::Entry.new(nil, name, time: Zip::DOSTime.at(315_532_800)), nil, nil, method)
            zip.write(data)
          end
        end
        buffer.string
      end
    end
  end
end

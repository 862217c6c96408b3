# frozen_string_literal: true

module Norvel
  module CommandLine
    # One command: its options, its files, its answer. Subclasses say `options(parser)` and `carry_out(files)`.
    class Command
      ALL = {}

      class << self
        attr_reader :usage, :about, :files

        # @param usage [String] as the overview shows it @param files [Integer, Range] how many it takes
        def command(name, usage, about, files:)
          @usage, @about, @files = usage, about, files
          ALL[name] = self
        end
      end

      def initialize(arguments, out:, err:)
        @out = out
        @err = err
        @arguments = arguments
        @options = {}
      end

      # @return [Integer] the exit status
      def run
        parser = OptionParser.new do |options|
          options.banner = "norvel #{self.class.usage}\n#{self.class.about}"
          options(options)
          options.on("--help", "this text") { @help = true }
        end
        rest = parser.permute(@arguments)
        return @out.puts(parser.help) || DONE if @help
        raise Misuse, "`#{self.class.usage}` takes #{self.class.files.is_a?(Range) ? "at least one" : self.class.files} file name(s), not #{rest.size}" unless self.class.files === rest.size

        status = carry_out(rest)
        status.is_a?(Integer) ? status : DONE
      end

      private

      def options(_parser) = nil

      def json(parser) = parser.on("--json", "JSON on standard output") { @options[:json] = true }

      def guide_option(parser) = parser.on("--guide GUIDE", "a YAML file or a name that `guides` prints") { |name| @options[:guide] = name }

      def guide = Guide.find(@options[:guide] || raise(Misuse, "--guide is missing"))

      # @return [String] the bytes of a file
      def load(path)
        raise FileError, "“#{path}” is not there." unless File.exist?(path)
        raise FileError, "“#{path}” is no file." unless File.file?(path)

        File.binread(path)
      rescue SystemCallError => error
        raise FileError, "“#{path}” cannot be read (#{error.class.name.split("::").last})."
      end

      def manuscript(path)
        Formats.read(load(path), name: path).tap { |read| read.warnings.each { |warning| @err.puts "note: #{warning}" } }
      end

      # Written beside its place and moved there, so that it is whole or not there at all.
      def save(path, bytes, inputs: [])
        raise Misuse, "--out would overwrite the input" if inputs.any? { |input| File.exist?(path) && File.identical?(input, path) }

        half = "#{path}.part#{Process.pid}"
        File.binwrite(half, bytes)
        File.rename(half, path)
      rescue SystemCallError => error
        File.delete(half) if half && File.exist?(half)
        raise FileError, "“#{path}” cannot be written (#{error.class.name.split("::").last})."
      end

      def answer(data) = @out.puts(JSON.generate(data))
    end
  end
end

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

      def initialize(arguments, out:, err:, input: $stdin)
        @in = input
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
        unless self.class.files === rest.size
          raise Misuse, "`#{self.class.usage}` takes #{self.class.files.is_a?(Range) ? "at least one" : self.class.files} " \
            "file name(s), not #{rest.size}"
        end

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
        return standard_input if path == STANDARD
        raise FileError, "“#{path}” is not there." unless File.exist?(path)
        raise FileError, "“#{path}” is no file." unless File.file?(path)

        along(path, File.binread(path))
      rescue SystemCallError => error
        raise FileError, "“#{path}” cannot be read: #{Error.said_by_the_system(error)}."
      end

      # A text with the pictures that it names and that lie beside it, or in folders there.
      def along(path, bytes)
        refs = Formats.ending_with(path)&.pictures(bytes).to_a.reject { |ref| ref.match?(%r{\A[a-z]+:|\A/|(?:\A|/)\.\.(?:/|\z)}i) }
        found = refs.uniq.to_h { |ref| [ref, File.join(File.dirname(path), ref)] }.select { |_, place| File.file?(place) }
        Formats::Elements::Bundle.pack(File.basename(path), bytes, found.transform_values { |place| File.binread(place) })
      rescue FileError
        bytes # whoever reads it says what is wrong
      end

      def manuscript(path)
        Formats.read(load(path), name: name_of(path)).tap { |read| read.warnings.each { |warning| @err.puts "note: #{warning}" } }
      end

      STANDARD = "-" # input where a file is asked for, output where a place is

      def standard_input = @standard_input ||= @in.binmode.read

      # What comes by standard input is of the format that is said, else of that which it says itself, else of the usual one.
      def name_of(path)
        return path unless path == STANDARD

        "standard input#{@options[:as] || (Formats.by_content(standard_input) || typed).endings.first}"
      end

      # @return [Formats::Format] what has no sign of its own: a page where it begins like one, else text
      def typed
        head = standard_input.byteslice(0, 1_024).force_encoding(Encoding::UTF_8).scrub("")
        return Formats.usual if head.match?(/[\u0000-\u0008]/)

        Formats.of(head.match?(/\A\s*<(?:!doctype|html)/i) ? "html" : "text")
      end

      def as_option(parser)
        parser.on("--as FORMAT", "what standard input holds (#{Formats.endings.join(", ")})") do |format|
          @options[:as] = ".#{format.downcase.delete_prefix(".")}"
        end
      end

      # A manuscript in the format that its place names: its own, or one that can be made of it.
      # @return [Array<Formats::Format::Lost>] what does not go across
      def deliver(path, manuscript, from)
        format = (path == STANDARD) ? Formats.of(manuscript.format) : Formats.ending_with(path)
        same = format&.name == manuscript.format
        if !same && (format.nil? || !Formats.written.intersect?(format.endings))
          raise FileError, "“#{File.basename(path)}”: only #{Formats.written.join(", ")} can be written so far."
        end
        return make(path, format, manuscript, from) unless same

        save(path, Formats.write(manuscript, source: load(from), name: (path unless path == STANDARD)), inputs: [from])
        []
      end

      def make(path, format, manuscript, from)
        source, layout = load(from), Layout.new(manuscript)
        told = @err.respond_to?(:tty?) && @err.tty?
        form = format.patches? ? {ending: File.extname(path).downcase} : {}
        bytes = Formats.make(layout, as: format.name, source: source, name: File.basename(name_of(from), ".*"), **form) do |done, of|
          @err.print("\r#{100 * done / of} %") if told
        end
        @err.puts if told
        save(path, bytes, inputs: [from])
        Formats.lost(layout, as: format.name, source: source)
      end

      MOST = 5 # kinds of what cannot go across that are told

      def tell_lost(lost) = lost.first(MOST).each { |kind| @err.puts "not in it: #{kind.count} × #{kind.what}" }

      def refuse_json_with_output
        raise Misuse, "--json and --out - would write to the same place" if @options[:json] && @options[:out] == STANDARD
      end

      # Written beside its place and moved there, so that it is whole or not there at all.
      def save(path, bytes, inputs: [])
        return @out.binmode.write(bytes) if path == STANDARD

        raise Misuse, "--out would overwrite the input" if inputs.any? { |input| File.exist?(path) && File.identical?(input, path) }

        half = "#{path}.part#{Process.pid}"
        File.binwrite(half, bytes)
        File.rename(half, path)
      rescue SystemCallError => error
        File.delete(half) if half && File.exist?(half)
        raise FileError, "“#{path}” cannot be written: #{Error.said_by_the_system(error)}."
      end

      def answer(data) = @out.puts(JSON.generate(data))
    end
  end
end

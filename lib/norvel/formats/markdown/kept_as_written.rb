# frozen_string_literal: true

require "strscan"

module Norvel
  module Formats
    module Markdown
      # A text in which mathematics between dollar signs means nothing else: its signs are escaped before the text is parsed, so that it
      # comes out letter by letter as it is written. Notes that nothing refers to would be left out by the parser: they are referred to
      # behind the text. Lines stay where they are.
      class KeptAsWritten
        DISPLAYED = /\$\$(?=\S|\n)(?:(?!\$\$).)+\$\$/m
        IN_LINE = /\$(?=[^\s$])(?:[^$\n\\]|\\.)*(?<=[^\s\\])\$(?![\d$\w])/
        MATHS = /#{DISPLAYED}|(?<![\\$\w])#{IN_LINE}/m
        PLAIN = /[^\\`$]+/
        PUNCTUATION = /[!-\/:-@\[-`{-~]/
        NOTE = /^ {0,3}\[\^([^\]\s]+)\]:/

        # @return [String] to be parsed
        attr_reader :text
        # @return [Integer] how many lines it has of its own
        attr_reader :lines
        # @return [Set<String>] names of notes that nothing in it refers to
        attr_reader :unmarked

        # @param text [String]
        def initialize(text)
          lines = text.lines
          code = lines_of_code(text)
          stretches(lines, code)
          @lines = lines.size
          @unmarked = Set.new
          @text = lines.join
          refer(lines, code) if @text.match?(NOTE)
        end

        # @param text [String]
        # @return [Boolean] whether signs in it mean mathematics
        def self.maths?(text) = text.match?(MATHS)

        private

        # @return [Set<Integer>] lines, from 0, that are code or mark-up
        def lines_of_code(text)
          found = Set.new
          Reader.each_node(Reader.parse(text)) do |node|
            next unless %i[code_block html].include?(node.type)

            found.merge((node.sourcepos[:start_line] - 1)..(node.sourcepos[:end_line] - 1))
          end
          found
        end

        # Mathematics in what stands between blank lines and code.
        def stretches(lines, code)
          at = 0
          while at < lines.size
            run = (at...lines.size).take_while { |line| !code.include?(line) && !lines[line].strip.empty? }
            if run.any?
              escaped(lines[run.first..run.last].join).lines.each_with_index { |line, index| lines[run.first + index] = line }
            end
            at += [run.size, 1].max
          end
        end

        def escaped(text)
          return text unless text.include?("$")

          scanner = StringScanner.new(text)
          @unclosed = {}
          made = +""
          until scanner.eos?
            made << (scanner.scan(PLAIN) || scanner.scan(/\\./m) || code(scanner) || maths(scanner, made) || scanner.getch)
          end
          made
        end

        # From one row of backticks to the next that is as long.
        def code(scanner)
          row = scanner.scan(/`+/) or return
          return row if @unclosed[row.length]

          closed = scanner.scan_until(/(?<!`)`{#{row.length}}(?!`)/)
          @unclosed[row.length] = true unless closed
          row + closed.to_s
        end

        def maths(scanner, before)
          found = scanner.scan(DISPLAYED) || (scanner.scan(IN_LINE) unless before.match?(/[\\$\w]\z/)) or return
          found.gsub(PUNCTUATION) { |sign| "\\#{sign}" }
        end

        def refer(lines, code)
          names = names_in(lines, code)
          lost = names - known(@text)
          return if lost.empty?

          marks = ->(wanted) { "#{"\n" unless @text.end_with?("\n")}\n#{wanted.map { |name| "[^#{name}]" }.join(" ")}\n" }
          found = lost & known(@text + marks[lost])
          escape(lines, lost - found)
          @unmarked = found.to_set
          @text = lines.join + (found.empty? ? "" : marks[found])
        end

        def names_in(lines, code)
          lines.each_with_index.filter_map { |line, index| line[NOTE, 1]&.downcase unless code.include?(index) }.uniq
        end

        def known(text)
          found = []
          Reader.each_node(Reader.parse(text)) { |node| found << node.string_content.downcase if node.type == :footnote_definition }
          found
        end

        def escape(lines, names)
          lines.map! { |line| names.include?(line[NOTE, 1]&.downcase) ? line.sub("[^", "\\[^") : line } if names.any?
        end
      end
    end
  end
end

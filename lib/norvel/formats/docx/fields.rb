# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Fields followed through a story, over paragraphs: their result is text, their instruction is not (ISO/IEC 29500-1 §17.16).
      class Fields
        # Fields whose result is worked out, not written by a person (§17.16.5).
        GENERATED = %w[TOC TC INDEX SEQ REF PAGEREF NOTEREF STYLEREF SECTION SECTIONPAGES DATE TIME CREATEDATE SAVEDATE PRINTDATE AUTHOR
          TITLE SUBJECT FILENAME FILESIZE NUMWORDS NUMCHARS NUMPAGES PAGE QUOTE DOCPROPERTY AUTONUM LISTNUM TOA BIBLIOGRAPHY].freeze
        # Those that the layout works out.
        LAID_OUT = {"PAGE" => :page, "NUMPAGES" => :pages, "SECTIONPAGES" => :part_pages, "TITLE" => :title, "AUTHOR" => :author,
                    "STYLEREF" => :chapter, "SAVEDATE" => :date}.freeze
        # In the text itself only these; the others stay as the file has them.
        IN_TEXT = %i[page pages].freeze

        Open = Struct.new(:instruction, :in_result, :first, :shown) do
          def code = @code ||= FieldCode.new(instruction)

          # @return [FieldCode, nil] nil as long as its instruction goes on
          def result_code = in_result ? code : nil
        end

        # @return [Array<Manuscript::ContentsList>] that have ended
        attr_reader :contents

        # @param margins [Boolean] whether the story is a header or footer
        def initialize(margins: false)
          @margins = margins
          @open = []
          @contents = []
          @stray = {}
        end

        # Which field characters have no counterpart: a field whose end is nowhere is none, and what follows it is text.
        # @param story [Nokogiri::XML::Element]
        # @return [void]
        def know(story)
          open = []
          marks(story) do |node, type|
            case type
            when "begin" then open << [node]
            when "separate" then open.any? ? open.last << node : stray(node)
            when "end" then open.pop || stray(node)
            end
          end
          open.each { |nodes| nodes.each { |node| stray(node) } }
          @unclosed = open.size
          @unopened = @stray.size - open.sum(&:size)
        end

        # @return [Array<String>] what is told of them
        def faults
          [("A field of the file never ends; it is kept, and what follows it is read as text." if @unclosed.to_i.positive?),
            ("A field of the file ends that never began; it is kept, and not shown." if @unopened.to_i.positive?)].compact
        end

        # @param node [Nokogiri::XML::Element] w:fldChar
        def stray?(node) = @stray.key?(node.pointer_id)

        # @return [Boolean] whether what stands here is worked out
        def generated? = @open.any? { |field| field.in_result && GENERATED.include?(field.code.name) }

        # Something of the results that are open is to be seen.
        # @return [void]
        def show = @open.each { |field| field.shown = true if field.in_result }

        # @return [Boolean] whether what comes is no text
        def instruction? = @open.any? { |field| !field.in_result }

        # @param text [String] of an instruction
        # @return [Object, nil] nil where there is no field that it would instruct
        def instruct(text) = @open.last&.then { |field| field.instruction << text unless field.in_result }

        # @return [String, nil] where the link leads whose text comes now: an address, or "#" and the name of an anchor
        def leads_to
          code = @open.reverse.filter_map(&:result_code).find { |one| one.name == "HYPERLINK" } or return
          anchor = code.switches["\\l"]
          code.arguments.first ? [code.arguments.first, *anchor].join("#") : anchor && "##{anchor}"
        end

        # @param type [String] begin, separate or end @param paragraph [Integer] where it stands
        # @return [FieldCode, nil] of a field that ended without a result
        def follow(type, paragraph)
          case type
          when "begin" then @open << Open.new(+"", false, paragraph, false)
          when "separate" then @open.last&.in_result = true
          when "end" then ended(paragraph)
          end && nil
          @bare.tap { @bare = nil }
        end

        # What stands in the innermost result.
        # @param simple [String, nil] the instruction of a field in one element
        # @return [Array(Symbol, Manuscript::Reference, Boolean, String)] what the layout works out, what it points at, whether it is
        #   generated, and which style or level a running head goes by
        def about(simple)
          innermost = @open.last
          code = simple ? FieldCode.new(simple) : innermost&.result_code
          all = [code, *@open.map(&:result_code)].compact
          [(laid_out(code) if code), code&.reference, all.any? { |one| GENERATED.include?(one.name) }, code&.arguments&.first]
        end

        # @param code [FieldCode]
        # @return [Symbol, nil]
        def laid_out(code)
          field = LAID_OUT[code.name]
          field if @margins || IN_TEXT.include?(field)
        end

        private

        def stray(node) = @stray[node.pointer_id] = node

        # Those that are walked, in the order in which they are.
        def marks(story)
          Walk.paragraphs(story).each do |paragraph|
            Walk.runs(paragraph) do |run, _|
              Walk.elements(run) do |node|
                yield node, node.attribute_nodes.find { |one| one.node_name == "fldCharType" }&.value if node.name == "fldChar"
              end
            end
          end
        end

        def ended(paragraph)
          field = @open.pop or return
          @bare = field.code unless field.in_result && field.shown
          list = field.code.contents(field.first, paragraph) if field.code.name == "TOC"
          @contents << list if list
        end
      end

      # The instruction of a field (§17.16.2): its name, what it is about, and its switches.
      class FieldCode
        REFERENCES = {"PAGEREF" => :folio, "REF" => :text, "NOTEREF" => :note, "SEQ" => :count, "QUOTE" => :quote}.freeze
        TOKEN = /"((?:[^"\\]|\\.)*)"|(\\\S)|(\S+)/
        ALONE = %w[\\h \\u \\z \\w \\x \\r \\p \\d].freeze # switches that may stand without a value
        LEVELS = (1..9)

        attr_reader :name, :arguments, :switches

        # @param text [String] the instruction
        def initialize(text)
          @text = text.strip
          tokens = @text.scan(TOKEN).map do |quoted, switch, plain|
            switch ? [:switch, switch] : [:word, quoted&.gsub(/\\(.)/, '\1') || plain]
          end
          @name = tokens.first&.last.to_s.upcase
          @arguments = []
          @switches = {}
          sort(tokens.drop(1))
        end

        # @return [Manuscript::Reference, nil]
        def reference
          what = REFERENCES[name] or return
          what = :number if what == :text && %w[\\r \\n \\w].any? { |switch| switches.key?(switch) }
          Manuscript::Reference.new(what: what, to: arguments.first, resets: (resets if what == :count))
        end

        # A count that is set, repeated or hidden is what the field says itself (§17.16.5.56).
        def resets = (%w[\\r \\c \\h].any? { |switch| switches.key?(switch) }) ? false : switches["\\s"]&.to_i

        # @param first [Integer] the paragraph it begins in @param closes [Integer] the one it ends in
        # @return [Manuscript::ContentsList] of a TOC field (§17.16.5.68)
        def contents(first, closes)
          shared = {first: first, last: closes, closes: closes, folios: !switches.key?("\\n"), links: switches.key?("\\h"), code: @text}
          captions = switches["\\c"] || switches["\\a"]
          return Manuscript::ContentsList.new(**shared, kind: :captions, of: captions) if captions

          by = [(:style if switches.key?("\\o")), (:level if switches.key?("\\u"))].compact
          styles = styles_of(switches["\\t"].to_s)
          by = [:style] if by.empty? && styles.empty?
          Manuscript::ContentsList.new(**shared, by: by, styles: styles, levels: levels)
        end

        private

        def sort(tokens)
          tokens.each_with_index do |(kind, value), index|
            next if kind == :word && index.positive? && takes?(tokens[index - 1])
            next @arguments << value if kind == :word

            following = tokens[index + 1]
            @switches[value] = (following&.first == :word && takes?([kind, value])) ? following.last : ""
          end
        end

        def takes?((kind, value)) = kind == :switch && !ALONE.include?(value)

        def levels
          said = switches["\\o"].to_s[/\A(\d)-(\d)\z/] ? switches["\\o"].split("-").map(&:to_i) : [1, 9]
          (said.all? { |level| LEVELS.cover?(level) }) ? said.minmax : [1, 9]
        end

        # "Style,1,Other,2", with commas or semicolons.
        def styles_of(said) =
          said.split(/[,;]/).map(&:strip).each_slice(2).filter_map { |style, level| [style, level.to_i] if level.to_i.positive? }.to_h
      end
    end
  end
end

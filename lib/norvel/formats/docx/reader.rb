# frozen_string_literal: true

require_relative "package"
require_relative "walk"
require_relative "sweep"
require_relative "extent"
require_relative "kept_things"
require_relative "traces"
require_relative "codecs"
require_relative "theme"
require_relative "spelling"
require_relative "styles_reader"
require_relative "numbering_reader"
require_relative "story_reader"
require_relative "section_reader"
require_relative "settings_reader"
require_relative "bookmarks"

module Norvel
  module Formats
    module Docx
      # Reads a .docx or .dotx to a manuscript.
      class Reader
        # Paragraph numbers of other stories start here, so that they never meet those of the body. They are frozen: ledgers go by
        # them. What is read newly gets a range of its own.
        BASES = {"footnotes" => 1_000_000, "endnotes" => 2_000_000, :header => 3_000_000, :box => 50_000_000, :comment => 70_000_000}.freeze
        HEADER_ROOM = 10_000
        MOST_HEADERS = 4_000

        # @param bytes [String] the file
        # @return [Manuscript]
        # @raise [FileError] in one sentence
        def self.read(bytes, limits: nil) = new(bytes, limits: limits).read

        # @param limits [Limits, nil] nil: none @param package [Package] the file, where it was unpacked already
        def initialize(bytes, limits: nil, package: Package.read(bytes))
          @package = package
          @limits = limits
          check_extent if limits
          @document = @package.xml(@package.main)
          @theme = Theme.new((name = @package.related("theme")) && @package.xml(name))
          @warnings = []
          @told = Told.new
          @headers_read = 0
          @header_parts = {}
          @asides = {}
          @next_box = BASES[:box]
        end

        # @return [Hash{Integer=>String}] the number of its first paragraph to the part of each header and footer, once it was read
        attr_reader :header_parts

        # @return [Manuscript]
        def read
          body = @document.root.element_children.find { |node| node.name == "body" }
          raise FileError, "The document part has no body; there is nothing to read." unless body && @document.root.name == "document"

          sheet = read_sheet
          lists = related("numbering") { |part| NumberingReader.new(part.root, spelling_for(part)).read } || {}
          story = story_reader(@document, @package.main, sheet, formatting: formatting?(@package.main))
          blocks = story.read(body, 0)
          longest = Manuscript.paragraphs_of([blocks]).map { |paragraph| paragraph.text.length }.max.to_i
          @limits.refuse(:letters, longest) if @limits && longest > @limits.letters
          @contents = story.contents
          @matters = story.matters
          finish(blocks, sheet, lists, body)
        end

        private

        def check_extent
          parts = [@package.main, *%w[styles footnotes endnotes].map { |kind| @package.related(kind) }].compact
          parts.each { |part| Extent.check(@package.archive.members[part], @limits) }
        end

        def finish(blocks, sheet, lists, body)
          paragraphs = Walk.paragraphs(body)
          sections = SectionReader.new(spelling_for(@document), method(:read_header)).read(body, paragraphs)
          @warnings << "#{@hidden} characters of hidden text are left out." if @hidden.to_i.positive?
          notes = read_notes(sheet)
          read_comments(sheet)
          @warnings.concat(KeptThings.told(@package))
          settings = related("settings") { |part| SettingsReader.new(spelling_for(part).codecs, @warnings, @told).read(part.root) } ||
            Manuscript::Settings.new
          unshown = unshown(paragraphs)
          @warnings.concat(sheet.faults, @told.sentences)
          Manuscript.new(format: "docx", blocks: blocks, sheet: sheet, sections: sections, notes: notes, lists: lists, settings: settings,
            info: read_info(sheet), warnings: @warnings.uniq, asides: @asides,
            unshown: unshown, contents: @contents, matters: matters, traces: Traces.new(@package).read,
            anchors: Bookmarks.read(body, paragraphs, spelling_for(@document).codecs))
        end

        # @param paragraphs [Array<Nokogiri::XML::Element>] of the body
        def unshown(paragraphs)
          styles = @package.related("styles")
          sweep(@package.main).of_paragraphs(paragraphs) + (styles ? sweep(styles).of_styles : []) + in_notes + in_headers
        end

        def sweep(part) = Sweep.new(@package.xml(part), @package.archive.members[part], @told)

        def in_notes
          %w[footnotes endnotes].flat_map do |kind|
            name = @package.related(kind) or next []
            notes = @package.xml(name).root.element_children.flat_map { |note| Walk.paragraphs(note) }
            sweep(name).of_paragraphs(notes, BASES[kind])
          end
        end

        def in_headers
          @header_parts.flat_map { |base, name| sweep(name).of_paragraphs(Walk.paragraphs(@package.xml(name).root), base) }
        end

        # Comments with their words.
        def matters
          @matters.map do |matter|
            next matter unless matter.kind == :comment

            words = Manuscript.paragraphs_of([@asides.fetch(matter.ref, [])]).map(&:text).join(" ")
            matter.with(text: words.strip)
          end
        end

        def read_sheet
          @sheet = related("styles") { |part| StylesReader.new(part.root, spelling_for(part)).read } || StylesReader.empty
        end

        def related(kind)
          name = @package.related(kind)
          name && yield(@package.xml(name))
        end

        def spelling_for(part) = Spelling.new(part.root, @theme, @told)

        def formatting?(part) = Revisions.formatting?(@package.archive.members[part])

        def story_reader(document, part, sheet, margins: false, formatting: false)
          StoryReader.new(spelling_for(document), sheet, @package.relationships(part), hidden: ->(count) { @hidden = @hidden.to_i + count },
            box: ->(content) { read_box(content, document, part, sheet, margins) }, margins: margins, formatting: formatting)
        end

        def read_box(content, document, part, sheet, margins)
          base = @next_box
          @next_box += Walk.paragraphs(content).size
          name = "text box #{base - BASES[:box] + 1}"
          @asides[name] = story_reader(document, part, sheet, margins: margins).read(content, base)
          name
        end

        def read_comments(sheet)
          name = @package.related("comments") or return
          document = @package.xml(name)
          base = BASES[:comment]
          document.root.element_children.select { |node| node.name == "comment" }.each do |comment|
            reader = story_reader(document, name, sheet)
            @asides["comment #{reader.spelling.codecs.attribute(comment, "id")}"] = reader.read(comment, base)
            base += Walk.paragraphs(comment).size
          end
        end

        def read_notes(sheet)
          %w[footnotes endnotes].each_with_object({}) do |kind, notes|
            name = @package.related(kind) or next
            document = @package.xml(name)
            reader = story_reader(document, name, sheet, formatting: formatting?(name))
            base = BASES[kind]
            document.root.element_children.each do |note|
              type = reader.spelling.codecs.attribute(note, "type")
              size = Walk.paragraphs(note).size
              ref = Manuscript.note_ref(kind, reader.spelling.codecs.attribute(note, "id"))
              notes[ref] = reader.read(note, base) if type.nil? || type == "normal"
              @asides[Manuscript::NOTE_SEPARATOR] = reader.read(note, base) if kind == "footnotes" && type == "separator"
              base += size
            end
            @matters += reader.matters
          end
        end

        def read_header(relation)
          link = @package.relationships(@package.main)[relation]
          return [] unless link && !link[:external] && @package.part?(link[:target])

          document = @package.xml(link[:target])
          @headers_read += 1
          if @headers_read > MOST_HEADERS
            raise FileError,
              "The file has more than #{MOST_HEADERS} headers and footers; that is no manuscript."
          end

          base = BASES[:header] + @headers_read * HEADER_ROOM
          @header_parts[base] = link[:target]
          story_reader(document, link[:target], @sheet, margins: true).read(document.root, base)
        end

        # What the file says of itself (ISO/IEC 29500-2 §11), by our names.
        CORE = {"title" => :title, "creator" => :author, "subject" => :subject, "keywords" => :keywords}.freeze

        def core_properties
          name = @package.relationships("").values.find { |link| link[:type] == "core-properties" }&.fetch(:target)
          return {} unless name && @package.part?(name)

          said = @package.xml(name).root.element_children.select { |node| CORE.key?(node.name) && !node.text.empty? }
          said.reverse.to_h { |node| [CORE[node.name], node.text] } # where it is said twice, the first counts
        end

        def read_info(sheet)
          Manuscript::Info.new(language: sheet.language, **core_properties)
        rescue FileError => error
          @warnings << "The file's properties cannot be read: #{error.message}"
          Manuscript::Info.new(language: sheet.language)
        end
      end
    end
  end
end

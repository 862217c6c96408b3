# frozen_string_literal: true

require_relative "new_part"
require_relative "styles_writer"
require_relative "numbering_writer"
require_relative "settings_writer"
require_relative "story_writer"

module Norvel
  module Formats
    module Docx
      # Delivers the file it was read from with only the formatting changed: parts that were not touched keep
      # their bytes, in touched parts only the nodes of touched paragraphs, runs, sections and styles are patched.
      class Writer
        # @param manuscript [Manuscript] @param source [String] the original bytes
        # @return [String] the source itself when nothing changed
        # @raise [FileError] when what would be delivered does not say what the manuscript says
        def self.write(manuscript, source) = new(manuscript, source).write

        def initialize(manuscript, source)
          @now = manuscript
          @source = source
          @package = Package.new(source)
          @before = Reader.read(source)
          @theme = Theme.new((name = @package.related("theme")) && @package.xml(name))
          @changed = {}
        end

        def write
          patch_body
          patch_notes
          StylesWriter.new(@package, @theme, @before.sheet, @now.sheet).write(@changed) if @now.sheet.styles != @before.sheet.styles
          NumberingWriter.new(@package, @theme, @before.lists, @now.lists).write(@changed) if @now.lists != @before.lists
          SettingsWriter.new(@package, @theme, @now.settings).write(@changed) if @now.settings != @before.settings
          return @source if @changed.empty?

          @package.archive.write(@changed).tap { |bytes| verify(bytes) }
        end

        private

        # Read again before it is given away: the texts have to be those of the manuscript.
        def verify(bytes)
          texts = ->(manuscript) { (manuscript.paragraphs + manuscript.note_paragraphs).map(&:text) }
          return if texts[Reader.read(bytes)] == texts[@now]

          raise FileError, "The file that would be delivered does not read back with the same text; nothing was delivered."
        end

        def patch_body
          return if @before.blocks == @now.blocks && @before.sections == @now.sections

          document = @package.parse(@package.main)
          spelling = Spelling.new(document.root, @theme)
          body = document.root.element_children.find { |node| node.name == "body" }
          nodes = Walk.paragraphs(body)
          sections = SectionReader.nodes(body, nodes)
          StoryWriter.new(nodes, 0, @before, @now, spelling).patch(body_containers)
          patch_sections(sections, spelling, body)
          @changed[@package.main] = serialize(document)
        end

        def body_containers = (@before.containers.keys | @now.containers.keys).reject { |key| key.start_with?("note ") }

        def patch_notes
          %w[footnotes endnotes].each do |kind|
            keys = @before.notes.keys.select { |ref| ref.start_with?(kind) && @before.notes[ref] != @now.notes[ref] }
            next if keys.empty?

            document = @package.parse(name = @package.related(kind))
            nodes = document.root.element_children.flat_map { |note| Walk.paragraphs(note) }
            StoryWriter.new(nodes, Reader::BASES[kind], @before, @now, Spelling.new(document.root, @theme)).patch(keys.map { |ref| "note #{ref}" })
            @changed[name] = serialize(document)
          end
        end

        def serialize(document) = document.to_xml(save_with: Nokogiri::XML::Node::SaveOptions::AS_XML)

        def patch_sections(sections, spelling, body)
          @now.sections.each_with_index do |section, index|
            before = @before.sections[index]
            next if before.nil? || before.page == section.page

            node = sections[index].first || spelling.codecs.make(body, "sectPr")
            patch_page(node, before.page, section.page, spelling)
          end
        end

        def patch_page(node, before, now, spelling)
          size = child(node, "pgSz") || made_before(node, "pgSz", %w[pgMar paperSrc pgBorders lnNumType pgNumType cols], spelling)
          {"w" => :width, "h" => :height}.each { |name, side| put_twips(size, name, now[side], spelling) if before[side] != now[side] || spelling.codecs.attribute(size, name).nil? }
          margins = child(node, "pgMar") || made_before(node, "pgMar", %w[paperSrc pgBorders lnNumType pgNumType cols], spelling)
          SectionReader::MARGINS.each do |name, attribute|
            put_twips(margins, attribute, now.margin[name], spelling) if before.margin[name] != now.margin[name] || spelling.codecs.attribute(margins, attribute).nil?
          end
        end

        def made_before(node, name, followers, spelling)
          follower = node.element_children.find { |part| followers.include?(part.name) }
          made = spelling.codecs.make(node, name)
          follower&.add_previous_sibling(made)
          made
        end

        def put_twips(node, name, emu, spelling) = spelling.codecs.put(node, name, (Rational(emu) / Lengths::TWIP).round)

        def child(node, name) = node&.element_children&.find { |candidate| candidate.name == name }
      end
    end
  end
end

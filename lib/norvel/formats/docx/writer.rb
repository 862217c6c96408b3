# frozen_string_literal: true

require_relative "styles_writer"

module Norvel
  module Formats
    module Docx
      # Delivers the file it was read from with only the formatting changed: parts that were not touched keep
      # their bytes, in touched parts only the nodes of touched paragraphs, runs, sections and styles are patched.
      class Writer
        # Markers that lie between words; those of a paragraph that goes move to its neighbour.
        MARKERS = %w[bookmarkStart bookmarkEnd commentRangeStart commentRangeEnd permStart permEnd].freeze

        # @param manuscript [Manuscript] @param source [String] the original bytes
        # @return [String] the source itself when nothing changed
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
          @changed.merge!(StylesWriter.new(@package, @theme, @before.sheet, @now.sheet).members) if @now.sheet.styles != @before.sheet.styles
          @changed.empty? ? @source : @package.archive.write(@changed)
        end

        private

        def patch_body
          return if @before.paragraphs == @now.paragraphs && @before.sections == @now.sections

          document = @package.parse(@package.main)
          spelling = Spelling.new(document.root, @theme)
          body = document.root.element_children.find { |node| node.name == "body" }
          nodes = Walk.paragraphs(body)
          sections = SectionReader.nodes(body, nodes)
          patch_paragraphs(nodes, 0, spelling)
          patch_sections(sections, spelling, body)
          @changed[@package.main] = serialize(document)
        end

        def patch_notes
          %w[footnotes endnotes].each do |kind|
            base = Reader::BASES[kind]
            range = base...(base + 1_000_000)
            next if @before.note_paragraphs.none? { |paragraph| range.cover?(paragraph.id) && @now.paragraph(paragraph.id) != paragraph }

            document = @package.parse(name = @package.related(kind))
            patch_paragraphs(document.root.element_children.flat_map { |note| Walk.paragraphs(note) }, base, Spelling.new(document.root, @theme))
            @changed[name] = serialize(document)
          end
        end

        def serialize(document) = document.to_xml(save_with: Nokogiri::XML::Node::SaveOptions::AS_XML)

        def patch_paragraphs(nodes, base, spelling)
          nodes.each_with_index do |node, index|
            before = @before.paragraph(base + index) or next
            now = @now.paragraph(base + index)
            if now.nil?
              remove(node)
            elsif now != before
              patch_paragraph(node, before, now, spelling)
            end
          end
        end

        def patch_paragraph(node, before, now, spelling)
          properties = child(node, "pPr") || first_child(node, "pPr", spelling)
          patch_reference(properties, "pStyle", :paragraph, now.style, spelling) if before.style != now.style
          spelling.patch(properties, :paragraph, before.properties, now.properties)
          patch_mark(properties, before, now, spelling) if before.mark_properties != now.mark_properties || before.mark_style != now.mark_style
          properties.unlink if properties.children.empty?
          patch_runs(node, before, now, spelling) if before.runs != now.runs
        end

        def patch_mark(properties, before, now, spelling)
          mark = child(properties, "rPr") || spelling.insert(properties, "rPr", :paragraph)
          patch_reference(mark, "rStyle", :text, now.mark_style, spelling) if before.mark_style != now.mark_style
          spelling.patch(mark, :text, before.mark_properties, now.mark_properties)
          mark.unlink if mark.children.empty?
        end

        def patch_runs(node, before, now, spelling)
          nodes = []
          Walk.runs(node) { |element, _| nodes << element }
          was = before.runs.to_h { |run| [run.origin, run] }
          now.runs.each do |run|
            old = was[run.origin]
            patch_run(nodes[run.origin], old, run, spelling) if old && (old.properties != run.properties || old.style != run.style)
          end
        end

        def patch_run(node, before, now, spelling)
          properties = child(node, "rPr") || first_child(node, "rPr", spelling)
          patch_reference(properties, "rStyle", :text, now.style, spelling) if before.style != now.style
          spelling.patch(properties, :text, before.properties, now.properties)
          properties.unlink if properties.children.empty?
        end

        def patch_reference(properties, name, target, id, spelling)
          reference = child(properties, name)
          return reference&.unlink if id.nil?

          spelling.codecs.put(reference || spelling.insert(properties, name, target), "val", id)
        end

        def first_child(node, name, spelling)
          made = spelling.codecs.make(node, name)
          node.prepend_child(made) unless node.children.first == made
          made
        end

        def remove(node)
          keep = node.element_children.select { |part| MARKERS.include?(part.name) }
          heir = [node.next_element, node.previous_element].compact.find { |sibling| sibling.name == "p" }
          if heir && heir == node.next_element
            anchor = child(heir, "pPr")
            keep.reverse_each { |marker| anchor ? anchor.add_next_sibling(marker) : heir.prepend_child(marker) }
          else
            keep.each { |marker| heir ? heir.add_child(marker) : node.add_previous_sibling(marker) }
          end
          node.unlink
        end

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

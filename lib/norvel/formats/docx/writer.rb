# frozen_string_literal: true

require_relative "changed_parts"
require_relative "new_part"
require_relative "main_type"
require_relative "part_writer"
require_relative "styles_writer"
require_relative "numbering_writer"
require_relative "settings_writer"
require_relative "info_writer"
require_relative "story_writer"
require_relative "table_writer"
require_relative "section_writer"
require_relative "margins_writer"
require_relative "contents_writer"
require_relative "characters"
require_relative "../lost_on_the_way"
require_relative "dead_references"
require_relative "recorded"

module Norvel
  module Formats
    module Docx
      # Delivers the file it was read from with only the formatting changed: parts that were not touched keep
      # their bytes, in touched parts only the nodes of touched paragraphs, runs, sections and styles are patched.
      class Writer
        # @param manuscript [Manuscript] @param source [String] the original bytes
        # @param ending [String, nil] of the name that it is to have: ".dotx" is a template, ".docx" a document
        # @param record [Recorded::Who, nil] where changes of formatting are to be recorded as revisions
        # @return [String] the source itself when nothing changed
        # @raise [FileError] when what would be delivered does not say what the manuscript says
        def self.write(manuscript, source, ending: nil, record: nil, &progress)
          new(manuscript, source, &progress).write(ending, record)
        end

        STEPS = 4 # read, written, packed, read again

        def initialize(manuscript, source, &progress)
          @progress = progress
          @now = manuscript
          @source = source
          @package = Package.read(source)
          reader = Reader.new(source, package: @package)
          @before = reader.read
          @header_parts = reader.header_parts
          @theme = Theme.new((name = @package.related("theme")) && @package.xml(name))
          @came = @package.archive.members
          settled = DeadReferences.settled(@came, @before.sheet, @now.sheet)
          @package = @package.with(settled) if settled.any?
          @changed = ChangedParts.new(@package, settled)
          step
        end

        # @param ending [String, nil] @param record [Recorded::Who, nil]
        # @return [String]
        def write(ending = nil, record = nil)
          patch_body
          patch_notes
          StylesWriter.new(@package, @theme, @before.sheet, @now.sheet).write(@changed) if @now.sheet != @before.sheet
          NumberingWriter.new(@package, @theme, @before.lists, @now.lists).write(@changed) if @now.lists != @before.lists
          SettingsWriter.new(@package, @theme, @before.settings, @now.settings).write(@changed) if @now.settings != @before.settings
          InfoWriter.new(@package, @now.info).write(@changed) if @now.info.with(language: nil) != @before.info.with(language: nil)
          Traces.new(@package).write(@before.traces, @now.traces, @changed) if @now.traces != @before.traces
          MainType.settle(@package, @changed, ending)
          return @source if @changed.empty?

          step
          changed = @changed.to_h
          bytes = @package.archive.write(changed).tap { |made| verify(made, changed) }
          record ? recorded(bytes, changed, record) : bytes
        end

        private

        def step = @progress&.call(@steps = @steps.to_i + 1, STEPS)

        # With what was said before beside it, and read again.
        def recorded(bytes, changed, who)
          delivered = Package.read(bytes)
          read = Reader.new(bytes, package: delivered).read
          members = Recorded.new(Package.read(@source), delivered, read, @now, who).members
          return bytes if members.empty?

          delivered.archive.write(members).tap { |made| verify(made, changed.merge(members), recorded: true) }
        end

        # Read again before it is given away: every value has to be that of the manuscript, as the format spells it.
        # @param recorded [Boolean] whether revisions were written, which tell of who made them
        def verify(bytes, changed, recorded: false)
          delivered = Package.read(bytes)
          step
          read = Reader.new(bytes, package: delivered).read
          step
          broken = changed.keys.find { |name| delivered.undeclared?(name) && !@package.undeclared?(name) }
          raise FileError, "The part “#{broken}” that would be delivered is no valid XML; nothing was delivered." if broken

          found = reading_back(recorded ? read.with(traces: @now.traces) : read).differences
          if found.any?
            raise FileError,
              "The file that would be delivered does not read back as it should " \
              "(#{found.first(3).join("; ")}#{" …" if found.size > 3}); nothing was delivered."
          end
          refuse_lost(changed)
        end

        def refuse_lost(changed)
          gone = LostOnTheWay.new(@before, @now, @came, changed, Characters).to_a
          if gone.any?
            raise FileError, "The file that would be delivered has lost what no change took out " \
              "(#{gone.first(3).join("; ")}); nothing was delivered."
          end
        end

        def patch_body
          return if !settled_in_body? && %i[blocks sections contents anchors].all? do |name|
            @before.public_send(name) == @now.public_send(name)
          end

          document = @package.give(@package.main)
          spelling = Spelling.new(document.root, @theme)
          body = Patching.child(document.root, "body")
          nodes = Walk.paragraphs(body)
          sections = SectionReader.nodes(body, nodes).map(&:first)
          Revisions.accept(nodes.each_with_index.to_h { |node, index| [index, node] }, @before, @now)
          settle_placeholders(nodes)
          story = story_writer(nodes, 0, spelling)
          patch_tables(body, spelling.codecs)
          story.patch(Manuscript.containers_in(Manuscript::BODY, @before.blocks), containers)
          ContentsWriter.new(story, spelling, @before, @now).write(body)
          if @before.sections != @now.sections
            margins = margins_writer
            SectionWriter.new(sections, spelling, @before.sections, @now.sections, margins).write(body) { |id| story.node(id) }
          end
          return if @before.blocks == @now.blocks && @before.anchors == @now.anchors && !settled_in_body? &&
            SectionWriter.only_margins?(@before.sections, @now.sections, margins)

          @changed[@package.main] = Patching.serialize(document)
        end

        def containers = Manuscript.containers_in(Manuscript::BODY, @now.blocks)

        def margins_writer = MarginsWriter.new(@package, @theme, @header_parts, @before, @now, @changed)

        def reading_back(read) = ReadingBack.new(@now, read, Spelled.new)

        def settled = @settled ||= (@before.matters - @now.matters).map(&:paragraph)

        def settled_in_body? = settled.any? { |id| @before.index_of(id) }

        # Where something was written instead of sample text, it is text like any (§17.5.2.39).
        def settle_placeholders(nodes)
          @before.matters.each do |matter|
            next unless matter.kind == :placeholder && @now.paragraph(matter.paragraph) &&
              @now.paragraph(matter.paragraph).written != @before.paragraph(matter.paragraph).written

            node = nodes[matter.paragraph]
            [*node.xpath(".//*[local-name()='showingPlcHdr']"), *node.ancestors.flat_map { |parent|
              (parent.name == "sdt") ? parent.xpath("./*[local-name()='sdtPr']/*[local-name()='showingPlcHdr']").to_a : []
            }].each(&:unlink)
          end
        end

        # The tables of the source in its order; what stands in their cells is the story's matter.
        def patch_tables(body, codecs)
          nodes = [].tap { |found| Walk.blocks(body) { |node| found << node if node.name == "tbl" } }
          now = @now.blocks.grep(Manuscript::Table).to_h { |table| [table.id, table] }
          @before.blocks.grep(Manuscript::Table).zip(nodes).each do |table, node|
            other = now[table.id]
            TableWriter.new(codecs).patch(node, table, other) if other
          end
        end

        def patch_notes
          %w[footnotes endnotes].each do |kind|
            refs = @before.notes.keys.select do |ref|
              ref.start_with?(kind) &&
                (@before.notes[ref] != @now.notes[ref] || Manuscript.paragraphs_of([@before.notes[ref]]).any? { |one|
                  settled.include?(one.id)
                })
            end
            next if refs.empty?

            document = @package.give(name = @package.related(kind))
            nodes = document.root.element_children.flat_map { |note| Walk.paragraphs(note) }
            Revisions.accept(nodes.each_with_index.to_h { |node, index| [Reader::BASES[kind] + index, node] }, @before, @now)
            containers = ->(manuscript) {
              {}.merge(*refs.map { |ref| Manuscript.containers_in(Manuscript::Container.note(ref), manuscript.notes.fetch(ref, [])) })
            }
            story_writer(nodes, Reader::BASES[kind], Spelling.new(document.root, @theme)).patch(containers[@before], containers[@now])
            @changed[name] = Patching.serialize(document)
          end
        end

        def story_writer(nodes, base, spelling) = StoryWriter.new(nodes, base, spelling, default_style: @before.sheet.default_id)
      end
    end
  end
end

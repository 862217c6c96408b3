# frozen_string_literal: true

require_relative "../across"
require_relative "fresh_blocks"

module Norvel
  module Formats
    module Docx
      # A new file of a manuscript of any format: the least file, patched until it says what the manuscript says by this format's rules.
      class Maker < Writer
        NOTES = %w[footnotes endnotes].freeze

        # @param across [Across] @param source [Source] where pictures are
        def initialize(across, source, ending: nil, &progress)
          @links = across.links
          @media = source.method(:media)
          @ending = ending
          super(Maker.settled(across.manuscript), Bare.bytes, &progress)
        end

        # @return [String] the bytes of the file
        def bytes = write(@ending)

        # What goes by the standard's names has them; lists of contents are fields with an instruction.
        # @param manuscript [Manuscript]
        # @return [Manuscript]
        def self.settled(manuscript)
          contents = manuscript.contents.map { |list| list.with(code: instruction(list)) }
          notes = numbered_notes(manuscript)
          lines_linked(manuscript.with(contents: contents, sheet: with_standards(manuscript.sheet)).with(**notes))
        end

        # A line of contents is a link as a whole where the place is known that it leads to.
        def self.lines_linked(manuscript)
          linked = ->(paragraph) { paragraph.runs.any? { |run| run.refers&.what == :folio && run.refers.to } }
          manuscript.with_paragraphs(manuscript.listed.to_h { |id|
            line = manuscript.paragraph(id)
            yes = manuscript.contents.any?(&:links) && linked[line]
            [id, line.with(runs: line.runs.map { |run| run.with(link: yes || nil) })]
          })
        end

        def self.instruction(list)
          return %(TOC \\h \\z \\c "#{list.of.to_s.delete('"\\')}") if list.kind == :captions

          %(TOC \\o "#{(list.levels || [1, 9]).join("-")}" \\h \\z \\u)
        end

        # Notes are called by numbers here.
        def self.numbered_notes(manuscript)
          names = manuscript.notes.keys.each_with_index.to_h { |ref, index|
            [ref, Manuscript.note_ref(Manuscript.endnote?(ref) ? :endnotes : :footnotes, (index + 1).to_s)]
          }
          renamed = ->(paragraph) {
            paragraph.with(runs: paragraph.runs.map { |run|
              run.with(insets: run.insets.map { |inset| (inset.kind == :note) ? inset.with(ref: names.fetch(inset.ref)) : inset })
            })
          }
          holding = manuscript.paragraphs.select { |one| one.insets.any? { |inset| inset.kind == :note } }
          {blocks: Manuscript.replace(manuscript.blocks, holding.to_h { |one| [one.id, renamed[one]] }),
           notes: manuscript.notes.transform_keys { |ref| names.fetch(ref) }}
        end

        def self.with_standards(sheet)
          changed = (1..9).filter_map do |level|
            name = STANDARD_STYLES.name(:"heading_#{level}")
            style = sheet.of_kind(:paragraph).find { |one| one.properties[:outline_level] == level }
            next if style.nil? || sheet.named(name)

            [style.id, style.with(standard: name)]
          end
          sheet.with_styles(changed.to_h)
        end
        private_class_method :lines_linked, :instruction, :numbered_notes, :with_standards

        private

        def containers = Patching.containers(Manuscript::BODY, @now.blocks, @now)

        def story_writer(nodes, base, spelling)
          StoryWriter.new(nodes, base, spelling, default_style: @before.sheet.default_id, fresh: fresh(nodes, @package.main))
        end

        def fresh(nodes, part, **more)
          FreshBlocks.new(@package.form, nodes.first.document, relating(part), targets: @links, **more)
        end

        # @return [Proc] given a kind of relationship and what it leads to, its id
        def relating(part)
          known = {}
          ->(kind, to) { known.fetch([kind, to]) { known[[kind, to]] = (kind == :link) ? linked(part, to) : pictured(part, to) } }
        end

        def linked(part, address)
          NewPart.relate(@changed, Package.relationships_name(part), "#{@package.form.relations}/hyperlink", address, external: true)
        end

        def pictured(part, ref)
          name = (@media_names ||= {}).fetch(ref) { @media_names[ref] = medium(ref) } or return
          NewPart.relate(@changed, Package.relationships_name(part), "#{@package.form.relations}/image", "/#{name}")
        end

        def medium(ref)
          data = @media.call(ref) or return
          ending = Media.ending(data)
          NewPart.default_type(@changed, ending, Media.type(ending))
          "word/media/#{@media_names.size + 1}.#{ending}".tap { |name| @changed[name] = data }
        end

        # The parts with notes, which no file has yet.
        def patch_notes
          NOTES.each do |kind|
            notes = @now.notes.select { |ref, _| ref.start_with?(kind) }
            write_notes(kind, notes) if notes.any?
          end
        end

        def write_notes(kind, notes)
          one = kind.delete_suffix("s")
          document = Nokogiri::XML(%(<w:#{kind} xmlns:w="#{@package.form.main}" xmlns:r="#{@package.form.relations}">) +
            %(<w:#{one} w:type="separator" w:id="-1"><w:p><w:r><w:separator/></w:r></w:p></w:#{one}></w:#{kind}>))
          spelling = Spelling.new(document.root, @theme)
          notes.each { |ref, blocks| write_note(document, spelling, kind, ref, blocks) }
          @changed["word/#{kind}.xml"] = Patching.serialize(document)
          NewPart.link(@package, @changed, kind)
        end

        def write_note(document, spelling, kind, ref, blocks)
          node = spelling.codecs.make(document.root, kind.delete_suffix("s"))
          spelling.codecs.put(node, "id", ref.split(":", 2).last)
          placeholder = spelling.codecs.make(node, "p")
          writer = StoryWriter.new([placeholder], -1, spelling, default_style: @before.sheet.default_id,
            fresh: fresh([placeholder], "word/#{kind}.xml", number: "#{kind.delete_suffix("s")}Ref"))
          place = Manuscript::Container.note(ref)
          writer.patch({place => [Manuscript::Paragraph.new(id: -1, style: @before.sheet.default_id)]},
            Patching.containers(place, blocks, @now))
        end

        def margins_writer
          MarginsWriter.new(@package, @theme, @header_parts, @before, @now, @changed, fresh: ->(document, part) {
            FreshBlocks.new(@package.form, document, relating(part))
          })
        end

        def reading_back(read) = MadeReadBack.new(@now, read, Spelled.new)

        def refuse_lost(_changed) = nil # nothing came
      end

      # Of tables that are new, what comes of them.
      class MadeReadBack < ReadingBack
        private

        def table_values(table)
          rows = table.rows.map { |row|
            [row.header, @spelled.length(row.height), row.cells.map { |cell| [cell.span, cell.continued, cell.blocks.size, cell.shading] }]
          }
          [table.columns.map { |width| @spelled.length(width) }, @spelled.length(table.indent), rows]
        end

        def level_values(level) = super.except(:restart_after, :legal)
      end
    end
  end
end

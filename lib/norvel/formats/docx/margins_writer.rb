# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Headers and footers: parts whose content changed are patched, new ones written, and each section points at its own where it
      # would not inherit it from the section before (ISO/IEC 29500-1 §17.10).
      class MarginsWriter
        SLOTS = {headers: "header", footers: "footer"}.freeze
        ROOTS = {headers: "hdr", footers: "ftr"}.freeze

        # @param parts [Hash{Integer=>String}] the number of the first paragraph to the part (Reader#header_parts)
        # @param before [Manuscript] as read @param now [Manuscript]
        # @param changed [ChangedParts] added to
        # @param fresh [#call, nil] given a new part, what makes tables and pictures in it
        def initialize(package, theme, parts, before, now, changed, fresh: nil)
          @fresh = fresh
          @package = package
          @theme = theme
          @parts = parts
          @before = before
          @now = now
          @changed = changed
          @made = {}
        end

        # @return [Boolean] whether a section has other parts than before, so that the body has to say so
        def references_changed? = @references_changed || false

        # @param homes [Array<Nokogiri::XML::Element>] the w:sectPr of each section as it is now
        # @return [void]
        def write(homes, codecs)
          @codecs = codecs
          patched = patch_parts
          SLOTS.each_key do |side|
            inherited = {}
            @now.sections.zip(homes) do |section, node|
              types = section.public_send(side).keys | inherited.keys
              types.each { |type| inherited[type] = refer(node, side, type, section, inherited[type], patched) }
            end
          end
        end

        private

        # Every row of blocks that came from a part, with what has become of it wherever it stood.
        def patch_parts
          fates = Hash.new { |found, blocks| found[blocks] = [] }.compare_by_identity
          each_place { |was, now| fates[was] << now if was && now }
          fates.each_with_object({}) do |(was, now), patched|
            wanted = now.find { |blocks| blocks != was && kept?(was, blocks) }
            next patched[was] = was unless wanted && now.all? { |blocks| blocks == wanted }

            patch_part(was, wanted)
            patched[was] = wanted
          end
        end

        def kept?(was, blocks) = was.any? && part_of(was) && blocks.any? { |block| was.any? { |one| one.id == block.id } }

        def each_place
          @now.sections.each do |section|
            before = section.origin && @before.sections[section.origin]
            SLOTS.each_key { |side| section.public_send(side).each { |type, blocks| yield before&.public_send(side)&.[](type), blocks } }
          end
        end

        def part_of(blocks) = (first = Manuscript.paragraphs_of([blocks]).first) && @parts[first.id]

        def patch_part(was, now)
          name = part_of(was)
          @changed[name] = patched(@package.parse(name), was, now)
        end

        # @return [String] the part with these blocks as they are now
        def patched(document, was, now)
          StoryWriter.new(Walk.paragraphs(document.root), Manuscript.paragraphs_of([was]).first.id,
            Spelling.new(document.root, @theme), default_style: @before.sheet.default_id)
            .patch(*[was, now].map { |blocks| Manuscript.containers_in(Manuscript::MARGIN, blocks) })
          Patching.serialize(document)
        end

        # @return [Array] the blocks that a following section inherits
        def refer(node, side, type, section, inherited, patched)
          wanted = section.public_send(side)[type] || []
          before = section.origin && @before.sections[section.origin]
          was = before&.public_send(side)&.[](type)
          own = reference(node, side, type)
          return wanted if was && patched[was] == wanted && (own || inherited == wanted)
          return wanted if own.nil? && (inherited || []) == wanted

          @references_changed = true
          own ||= insert(node, side, type)
          own["#{relation_prefix(node)}:id"] = part_for(side, wanted)
          wanted
        end

        def reference(node, side, type)
          node.element_children.find do |child|
            child.name == "#{SLOTS[side]}Reference" && (@codecs.attribute(child, "type") || "default") == type.to_s
          end
        end

        def insert(node, side, type)
          Patching.insert(@codecs, node, "#{SLOTS[side]}Reference", SectionWriter::ORDER).tap { |made| @codecs.put(made, "type", type) }
        end

        def relation_prefix(node)
          root = node.document.root
          space = root.namespace_definitions.find { |definition| definition.prefix && definition.href == @package.form.relations } ||
            root.add_namespace_definition("r", @package.form.relations)
          space.prefix
        end

        # @return [String] the id of the relationship to the part with these blocks
        def part_for(side, blocks)
          @made[[side, blocks]] ||= begin
            file = @changed.free("#{SLOTS[side]}%d.xml") { |name| @package.part?("word/#{name}") || @changed.key?("word/#{name}") }
            again(side, blocks, file) || anew(side, blocks, file)
            NewPart.link(@package, @changed, SLOTS[side], file: file)
          end
        end

        # What says what another header does, and more or less, is that one's part patched, with what it points at (images, links).
        # @return [Boolean] whether there is one
        def again(side, blocks, file)
          was = source_of(side, blocks) or return false
          name = part_of(was)
          document = @package.parse(name)
          document.xpath("//*[local-name()='bookmarkStart' or local-name()='bookmarkEnd'] | //*[local-name()='sdtPr']/*[local-name()='id']")
            .each(&:unlink)
          @changed["word/#{file}"] = patched(document, was, blocks)
          relations = Package.relationships_name(name)
          @changed[Package.relationships_name("word/#{file}")] = @package.archive.members.fetch(relations) if @package.part?(relations)
          true
        end

        # @return [Array, nil] the blocks of the one part that all runs and paragraphs come from that were read
        def source_of(side, blocks)
          from = Manuscript.paragraphs_of([blocks]).flat_map { |paragraph| [paragraph.id, *paragraph.runs.filter_map(&:home)] }
            .reject { |id| id >= Manuscript::NEW_IDS }
          was = from.any? && stories(side)[from.first]
          was if was && (from - Manuscript.paragraphs_of([was]).map(&:id)).empty?
        end

        # @return [Hash{Integer=>Array}] the number of each paragraph in a header or footer of the source to the blocks of its part
        def stories(side)
          written = @before.sections.flat_map { |section| section.public_send(side).values }
          (@stories ||= {})[side] ||= written.each_with_object({}) do |was, found|
            next unless part_of(was) && File.dirname(part_of(was)) == "word"

            Manuscript.paragraphs_of([was]).each { |paragraph| found[paragraph.id] ||= was }
          end
        end

        def anew(side, blocks, file)
          unless @fresh || blocks.all?(Manuscript::Paragraph)
            raise FileError, "A table in a new header or footer cannot be written to this format " \
            "yet."
          end

          document = Nokogiri::XML(%(<w:#{ROOTS[side]} xmlns:w="#{@package.form.main}"><w:p/></w:#{ROOTS[side]}>))
          place = Manuscript::MARGIN
          now = @fresh ? Patching.containers(place, blocks, @now) : {place => blocks.map { |paragraph| bare(paragraph) }}
          StoryWriter.new(Walk.paragraphs(document.root), -1, Spelling.new(document.root, @theme), default_style: @before.sheet.default_id,
            fresh: @fresh&.call(document, "word/#{file}"))
            .patch({place => [Manuscript::Paragraph.new(id: -1, style: @before.sheet.default_id)]}, now)
          @changed["word/#{file}"] = Patching.serialize(document)
        end

        # As a paragraph that comes from nowhere: what was read elsewhere is written anew.
        def bare(paragraph)
          id = @next_id = (@next_id || Manuscript::NEW_IDS) + 1
          paragraph.with(id: id, runs: paragraph.runs.map { |run| run.with(origin: nil, home: nil, from: 0) })
        end
      end
    end
  end
end

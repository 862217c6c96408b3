# frozen_string_literal: true

require_relative "measure"
require_relative "nodes"
require_relative "faces"
require_relative "speller"
require_relative "automatic_styles"
require_relative "sheet_names"
require_relative "styles_writer"
require_relative "kit"
require_relative "story_writer"
require_relative "list_writer"
require_relative "table_writer"
require_relative "repeats"
require_relative "pages_writer"
require_relative "starts_writer"
require_relative "breaks_writer"
require_relative "contents_writer"
require_relative "meta_writer"
require_relative "settings_writer"
require_relative "spelled"
require_relative "reading_back"
require_relative "characters"
require_relative "../lost_on_the_way"

module Norvel
  module Formats
    module Odt
      # Delivers the file it was read from with only what was changed changed: members that were not touched keep their bytes, in touched
      # ones only the nodes of touched paragraphs, styles, lists and parts are others.
      class Writer
        STEPS = 4 # read, written, packed, read again
        CONTENT, STYLES = "content.xml", "styles.xml"

        # @param manuscript [Manuscript] @param source [String] the original bytes
        # @param ending [String, nil] of the name that it is to have
        # @return [String] the source itself when nothing changed
        # @raise [FileError] when what would be delivered does not say what the manuscript says
        def self.write(manuscript, source, ending: nil, &progress) = new(manuscript, source, &progress).write(ending)

        def initialize(manuscript, source, &progress)
          @progress = progress
          @now = manuscript
          @source = source
          read(Package.read(source))
          step
        end

        # @param ending [String, nil]
        # @return [String]
        def write(ending = nil)
          refuse_other_form(ending)
          return typed(ending) if same?

          read(@package) if Repeats.new(@trace, @before, @now).settle
          prepare
          patch
          @content.automatic.drop_unused
          @styles.automatic.drop_unused
          step
          give(ending)
        end

        private

        def step = @progress&.call(@steps = @steps.to_i + 1, STEPS)

        def read(package)
          @trace = Trace.new
          @package = package
          @reader = Reader.new(@source, package: package, trace: @trace)
          @before = @reader.read.with(inheritance: Format::INHERITANCE)
        end

        # One XML file stays one, and a package a package.
        def refuse_other_form(ending)
          return if ending.nil? || (ending == FLAT) == @package.flat?

          raise FileError, @package.flat? ? "A flat file stays one; let its name end in #{FLAT}." :
            "A package is not made a flat file; let its name end in .odt."
        end

        FLAT = ".fodt"
        private_constant :FLAT

        MEMBERS = %i[blocks sheet sections notes lists settings info contents anchors matters].freeze
        private_constant :MEMBERS

        def same? = MEMBERS.all? { |name| same_member?(name) }

        def same_member?(name)
          return @before.info.with(language: nil) == @now.info.with(language: nil) if name == :info

          @before.public_send(name) == @now.public_send(name)
        end

        def prepare
          @names = SheetNames.new(@before.sheet, @now.sheet)
          @content = Kit.new(@package.content, @names, @names.all)
          @package.begin_part(STYLES)
          @styles = @package.flat? ? @content : Kit.new(@package.styles, @names, @names.all)
          @list_styles = ListStyles.new({content: @content, styles: @styles}, @reader.lists, @now.lists)
        end

        def patch
          @story = story_writer
          @lists = ListWriter.new(@content, @list_styles, @reader.lists, @trace, @before, @now, @story)
          restyled = patch_sheet
          [@content, @styles].each { |kit| kit.know(Styles.new(@package, Told.new), restyled) }
          accept_revisions
          patch_tables
          patch_text
          patch_pages
          hyphenate
          patch_meta
        end

        # @return [Boolean] whether styles are others than before
        def patch_sheet
          outline = @lists.outline
          @list_styles.outline(outline.levels) unless outline.levels == @reader.lists.outline_levels
          changed = @before.sheet != @now.sheet || @before.lists != @now.lists
          if changed
            StylesWriter.new(@package, @styles.nodes, @styles.speller, @names, @before.sheet, @now.sheet,
              StyleLists.new(@list_styles, outline, @now)).write
          end
          SettingsWriter.new(@styles.nodes).write(@before.settings, @now.settings)
          changed
        end

        # Words are divided where a style says so; what holds for all stands in the default style. Where none
        # are, no style says that they may be.
        def hyphenate
          return [@content, @styles].uniq.each { |kit| divide_nothing(kit) } unless @now.settings.hyphenate

          return unless @now.sheet.defaults.fetch(:hyphenate, true)

          node = @styles.nodes.default_style
          @styles.speller.patch(node, {}, {hyphenate: true}) unless Styles.hyphenates?(node)
        end

        def divide_nothing(kit)
          [StylesWriter::HOLDER, AutomaticStyles::HOLDER].flat_map { |name| Names.children(Names.child(kit.nodes.root, name)) }
            .select { |style| Names.attribute(style, "style:family") == Styles::PARAGRAPH && Styles.hyphenates?(style) }
            .each { |style| kit.speller.patch(style, {hyphenate: true}, {}) }
        end

        def accept_revisions
          gone = (@before.matters - @now.matters).select(&:revision?)
          return if gone.empty?

          ids = gone.filter_map { |matter| @trace.revision(matter.paragraph, matter.ref, matter.kind) }.to_set
          marks = @package.content.xpath("//*").select { |node| Inline::REVISIONS.include?(Names.of(node)) }
          marks.each { |node| node.unlink if ids.include?(Names.attribute(node, "text:change-id")) }
          regions = Names.child(@package.body, "text:tracked-changes")
          named = ->(node) { Names.attribute(node, "text:id") || Names.attribute(node, "xml:id") }
          Names.children(regions).each { |node| node.unlink if ids.include?(named[node]) }
          regions.unlink if regions && regions.element_children.empty?
        end

        def patch_tables
          old = @before.tables.to_h { |table| [table.id, table] }
          writer = TableWriter.new(@content)
          @now.tables.each do |table|
            node, was = @trace.tables[table.id], old[table.id]
            writer.patch(node, was, table) if node && was && was != table
          end
        end

        def pages_writer = PagesWriter.new(@styles, @trace, @before, @now)

        def story_writer = StoryWriter.new(@content, @trace, @before, @now)

        def containers = @now.containers

        def patch_text
          contents = ContentsWriter.new(@content, @before, @now, @story)
          @story.patch(@before.containers, containers, lists: @lists) { contents.write }
          BreaksWriter.new(@content, Styles.new(@package, Told.new), @now, &block_node).write([@now.blocks, *@now.notes.values])
        end

        def block_node = ->(id) { id.is_a?(String) ? @story.table(id) : @story.node(id) }

        def patch_pages
          pages = pages_writer
          masters = @masters = pages.write
          free_sections unless @before.sections.map(&:columns).uniq == @now.sections.map(&:columns).uniq
          StartsWriter.new(@content, Styles.new(@package, Told.new), pages, @trace, @now, &block_node).write(masters)
        end

        # A section that has one column as its page had goes with its page.
        def free_sections
          return if @now.sections.any? { |section| section.begins == :here }

          @package.body.xpath(".//*").select { |node| Names.of(node) == "text:section" }.each do |node|
            @content.automatic.alter(node, "section") do |style|
              inner = Names.child(style, "style:section-properties")
              Names.child(inner, "style:columns")&.unlink
              inner.unlink if inner && inner.element_children.empty? && inner.attribute_nodes.empty?
            end
          end
        end

        def patch_meta
          return if same_member?(:info)

          meta = @package.begin_meta
          MetaWriter.new(Nodes.new(meta.document.root), meta).write(@before.info, @now.info)
        end

        # @return [String] the bytes of the file
        def give(ending)
          changed = changed_members(ending)
          bytes = @package.flat? ? changed.fetch(CONTENT) : @package.write(changed)
          verify(bytes, changed)
          bytes
        end

        # @return [Package] the source as it came, which nothing is patched in
        def came = @came ||= Package.read(@source)

        def changed_members(ending)
          found = @package.parsed.transform_values { |document| Patching.serialize(document) }
            .reject { |name, said| said == Patching.serialize((came.members.key?(name) ? came : @package.begun).xml(name)) }
          found.merge(@package.typed(ending) || {})
        end

        # What its name says it is, it is.
        def typed(ending)
          changed = @package.typed(ending)
          changed ? @package.write(changed) : @source
        end

        # Read again before it is given away: every value has to be that of the manuscript.
        def verify(bytes, changed)
          read = Reader.new(bytes).read.with(inheritance: Format::INHERITANCE)
          step
          found = ReadingBack.new(@now, read, @names).differences
          if found.any?
            raise FileError, "The file that would be delivered does not read back as it should " \
              "(#{found.first(3).join("; ")}#{" …" if found.size > 3}); nothing was delivered."
          end
          refuse_lost(changed)
        end

        # What headers and footers say stands in the file once for all parts that share a master page.
        def spoken(manuscript, masters)
          seen = Set.new
          manuscript.with(sections: manuscript.sections.each_with_index.map { |section, index|
            (section.begins != :here && seen.add?(masters[index])) ? section : section.with(headers: {}, footers: {})
          })
        end

        def refuse_lost(changed)
          before, now = spoken(@before, @trace.masters), spoken(@now, @masters)
          gone = LostOnTheWay.new(before, now, came.members, changed, Characters).to_a
          return if gone.empty?

          raise FileError, "The file that would be delivered has lost what no change took out " \
            "(#{gone.first(3).join("; ")}); nothing was delivered."
        end
      end

      # Which list styles the styles of paragraphs name.
      class StyleLists
        # @param styles [ListStyles] @param outline [Outline] @param now [Manuscript]
        def initialize(styles, outline, now)
          @styles = styles
          @outline = outline
          @now = now
        end

        # @param id [String, nil] of a list
        # @return [Boolean]
        def renamed?(id) = (list = @now.lists[id]) ? @styles.renamed?(list) : false

        # @param ref [Properties::NumberRef] @param style [StyleSheet::Style]
        # @return [String, nil] nil: it is counted by the outline
        def style_name_for(ref, style)
          return if @outline.counts?(ref) && @now.sheet.level_of(style) == ref.level + 1

          list = @now.lists[ref.list] and @styles.name(list, common: true)
        end
      end
    end
  end
end

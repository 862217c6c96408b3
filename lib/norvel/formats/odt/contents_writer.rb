# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Lists of contents, figures and tables (ISO/IEC 26300, part 3, §8): what stands in them is patched like any text; new ones are put
      # around their lines, and the places that lines lead to are marked.
      class ContentsWriter
        SOURCES = Index::SOURCES
        TITLE, BODY = "text:index-title", "text:index-body"

        # @param kit [Kit] @param before [Manuscript] @param now [Manuscript] @param story [StoryWriter]
        def initialize(kit, before, now, story)
          @nodes = kit.nodes
          @kit = kit
          @before = before
          @now = now
          @story = story
        end

        # @return [void]
        def write
          mark_places
          @now.contents.each { |list| make(list) unless inside?(list) }
        end

        private

        def mark_places
          fresh = @now.anchors.reject { |name, _| @before.anchors.key?(name) }
          fresh.each { |name, id| @story.node(id)&.prepend_child(@nodes.loose("text:bookmark", "text:name" => name)) }
        end

        def inside?(list) = @story.node(list.first)&.ancestors&.any? { |over| over.element? && Names.of(over) == BODY }

        def make(list)
          lines = lines(list)
          first = lines.first or return
          title = first.previous_element
          name = (list.kind == :captions) ? captions_name(list) : "text:table-of-content"
          index = @nodes.loose(name, "text:name" => StyleNames.free(called(list), taken).tap { |free| taken << free })
          first.add_previous_sibling(index)
          source(index, name, list)
          body = @nodes.make(index, BODY)
          title_of(title, body)
          lines.each { |line| body.add_child(line) }
        end

        def lines(list)
          from, to = [list.first, list.last].map { |id| @now.index_of(id) }
          return [] unless from && to

          lines = @now.paragraphs[from..to]
          lines = lines[0..-2] if lines.size > 1 && lines.last.blank? && lines.last.ends_section? # which only ends a part
          lines.filter_map { |one| @story.node(one.id) }
        end

        def captions_name(list) = (list.of == "Table") ? "text:table-index" : "text:illustration-index"

        def called(list) = (list.kind == :captions) ? "List of #{list.of}" : "Contents"

        def taken
          @taken ||= @nodes.root.document.xpath("//@*").select { |said|
            said.node_name == "name" && said.namespace&.href == Names::SPACES["text"]
          }.to_set(&:value)
        end

        # A heading that was made with it stands in it.
        def title_of(node, body)
          paragraph = node && @now.paragraphs.find { |one| @story.node(one.id).equal?(node) }
          return unless paragraph&.runs&.any? { |run| run.refers&.what == :quote }

          @nodes.make(body, TITLE, "text:name" => StyleNames.free("Contents_Head", taken)).add_child(node)
        end

        def source(index, name, list)
          said = (list.kind == :captions) ? {"text:caption-sequence-name" => list.of, "text:caption-sequence-format" => "text"} :
            {"text:outline-level" => list.levels&.last || 9}
          source = @nodes.make(index, SOURCES.fetch(name), said)
          levels = (list.kind == :captions) ? [1] : (1..(list.levels&.last || 9)).to_a
          levels.each { |level| entry(source, name, level, list) }
        end

        # How a line is made (§8.2.3): number, words, tab, folio.
        def entry(source, name, level, list)
          template = @nodes.make(source, "#{name}-entry-template",
            {"text:outline-level" => (level if name == "text:table-of-content"), "text:style-name" => style_of(list, level)}.compact)
          @nodes.make(template, "text:index-entry-link-start")
          @nodes.make(template, "text:index-entry-chapter") if name == "text:table-of-content"
          @nodes.make(template, "text:index-entry-text")
          @nodes.make(template, "text:index-entry-tab-stop", "style:type" => "right", "style:leader-char" => ".")
          @nodes.make(template, "text:index-entry-page-number")
          @nodes.make(template, "text:index-entry-link-end")
        end

        def style_of(list, level)
          wanted = (list.kind == :captions) ? "Caption entry" : "Contents entry #{level}"
          style = @now.sheet[list.entries[level]] || @now.sheet.named(wanted) || @now.sheet[@now.paragraph(list.first).style]
          @kit.names.of(style.id) || Styles::DEFAULT
        end
      end
    end
  end
end

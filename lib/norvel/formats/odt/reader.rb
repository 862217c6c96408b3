# frozen_string_literal: true

require_relative "package"
require_relative "trace"
require_relative "styles"
require_relative "lists"
require_relative "columns"
require_relative "index"
require_relative "inline"
require_relative "story_reader"
require_relative "pages"

module Norvel
  module Formats
    module Odt
      # Reads an .odt, .ott or .fodt to a manuscript.
      class Reader
        # Paragraph numbers of other stories start here, so that they never meet those of the body. They are frozen: ledgers go by them.
        BASES = {footnote: 1_000_000, endnote: 2_000_000, margin: 3_000_000, box: 50_000_000, comment: 70_000_000}.freeze
        STORIES = {footnote: "footnotes", endnote: "endnotes"}.freeze

        # @param bytes [String] the file @param limits [Limits, nil] nil: none
        # @return [Manuscript]
        # @raise [FileError] in one sentence
        def self.read(bytes, limits: nil) = new(bytes, limits: limits).read

        # @return [Package]
        attr_reader :package

        # @return [Styles]
        attr_reader :styles

        # @return [Lists]
        attr_reader :lists

        # @return [Revisions]
        attr_reader :revisions

        # @return [Limits, nil]
        attr_reader :limits

        # @return [Array<Manuscript::ContentsList>]
        attr_reader :contents

        # @return [Hash{Array(Integer, Integer)=>String}] by paragraph and run where a link leads
        attr_reader :links

        # @return [Trace, nil] where everything was found, for whoever asked for it
        attr_reader :trace

        # @param package [Package, nil] of the bytes, where it was read before @param trace [Trace, nil]
        def initialize(bytes, limits: nil, package: nil, trace: nil)
          @package = package || Package.read(bytes)
          @trace = trace
          @limits = limits
          @told = Told.new
          check_paragraphs if limits
          @styles = Styles.new(@package, @told, limits: limits)
          @lists = Lists.new(@package, @styles)
          @revisions = Revisions.new(@package.body, @trace)
          @contents, @notes, @asides, @anchors, @links = [], {}, {}, {}, {}
          @next = BASES.dup
          @hidden = @cells = 0
        end

        # @return [Manuscript]
        def read
          number_styles
          story = StoryReader.new(self, @package.content)
          blocks = story.read(@package.body, 0)
          paragraphs = Manuscript.paragraphs_of([blocks])
          paragraphs << blocks.push(empty_paragraph).last if paragraphs.empty?
          pages = Pages.new(self)
          sections = pages.sections(story.starts, paragraphs.last.id, paragraphs.select { |one| begins_page?(one) }.map(&:id))
          Manuscript.new(format: "odt", blocks: ended(blocks, sections), sheet: @sheet, sections: sections, notes: @notes,
            lists: @lists.lists, settings: settings(pages), info: info, warnings: warnings, asides: @asides, contents: @contents,
            anchors: @anchors, matters: matters(paragraphs), traces: [])
        end

        # A note is read where its mark stands.
        # @param node [Nokogiri::XML::Element] text:note
        # @return [String] its ref
        def note(node, part)
          kind = (Names.attribute(node, "text:note-class") == "endnote") ? :endnote : :footnote
          id = Names.attribute(node, "text:id") || Names.attribute(node, "xml:id")
          id = "n#{@notes.size + 1}" if id.nil? || @notes.key?(Manuscript.note_ref(STORIES[kind], id))
          ref = Manuscript.note_ref(STORIES[kind], id)
          @notes[ref] = [] # its place among the others
          blocks = story(Names.child(node, "text:note-body"), kind, part, kind)
          @notes[ref] = numbered_note(blocks)
          ref
        end

        # @param node [Nokogiri::XML::Element] office:annotation @param paragraph [Integer] where it stands
        # @return [String] what its aside is called
        def annotation(node, paragraph)
          name = "comment #{@asides.keys.grep(/\Acomment /).size + 1}"
          @asides[name] = []
          @asides[name] = story(node, :comment, @package.content, nil)
          words = Manuscript.paragraphs_of([@asides[name]]).map(&:text).join(" ").strip
          @revisions.matters << Manuscript::Matter.new(kind: :comment, paragraph: paragraph, text: words, ref: name)
          name
        end

        # @param node [Nokogiri::XML::Element] draw:text-box
        # @return [String] the aside that holds its text
        def box(node, part)
          name = "text box #{@asides.keys.grep(/\Atext box /).size + 1}"
          @asides[name] = []
          @asides[name] = story(node, :box, part, :text_box)
          name
        end

        # @param node [Nokogiri::XML::Element] of a master page @param kind [Symbol] :header or :footer
        # @return [Array<Manuscript::Paragraph, Manuscript::Table>]
        def margin(node, kind) = story(node, :margin, @package.styles, kind, margins: true)

        # @param node [Nokogiri::XML::Element] draw:image
        # @return [String, nil] what refers to its bytes
        def picture(node)
          return "binary #{binaries.fetch(node.pointer_id)}" if Names.child(node, "office:binary-data")

          href = Names.attribute(node, "xlink:href").to_s.delete_prefix("./")
          href if @package.member?(href)
        end

        # @param node [Nokogiri::XML::Element] a place with a name
        def anchor(node, paragraph)
          called = Names.attribute(node, "text:name") and @anchors[called] ||= paragraph
        end

        # @param text [String] that is to be replaced
        def placeholder(paragraph, text)
          @revisions.matters << Manuscript::Matter.new(kind: :placeholder, paragraph: paragraph, text: text)
        end

        # @param letters [Integer] that are not shown
        def hide(letters) = @hidden += letters

        # @raise [FileError] where there are more than a manuscript has
        def count_cells(more)
          @cells += more
          @limits.refuse(:cells, @cells) if @limits && @cells > @limits.cells
        end

        private

        # Pictures that stand in the text itself, numbered in its order.
        def binaries
          @binaries ||= {}.tap do |found|
            Names.each_under(@package.content) do |node|
              found[node.pointer_id] = found.size + 1 if Names.of(node) == "draw:image" && Names.child(node, "office:binary-data")
            end
          end
        end

        def check_paragraphs
          found = @package.members.fetch("content.xml").b.scan(%r{<(?:[\w.-]{1,40}:)?[ph][ />\t\r\n]}n).size
          @limits.refuse(:paragraphs, found) if found > @limits.paragraphs
        end

        # Styles whose paragraphs are in a list, or headings that the outline counts.
        def number_styles
          changed = {}
          @styles.each_of_paragraphs do |id, node|
            ref = number_of(id, node) or next
            style = @styles.sheet[id]
            changed[id] = style.with(properties: style.properties.merge(numbering: ref).freeze)
          end
          @styles.sheet = @styles.sheet.with_styles(changed) unless changed.empty?
          @sheet = @styles.sheet
        end

        def number_of(id, node)
          named = Names.attribute(node, "style:list-style-name")
          if named
            return Properties::NumberRef.new(list: nil) if named.empty?

            list = @lists.of_style(named)
            return list && Properties::NumberRef.new(list: list)
          end
          level = @styles.sheet[id].properties[:outline_level]
          return unless level&.positive? && @lists.outline_levels.key?(level - 1) && !@styles.names_list?(id)

          Properties::NumberRef.new(list: Lists::OUTLINE, level: level - 1)
        end

        def story(node, kind, part, context, margins: false)
          return [] unless node

          base = @next[kind]
          @next[kind] += [Walk.count(node), 1].max
          StoryReader.new(self, part, margins: margins, context: context || :comment).read(node, base)
        end

        # The number of a note stands before its text, and is worked out (§6.3.3).
        def numbered_note(blocks)
          first = blocks.first
          return blocks unless first.is_a?(Manuscript::Paragraph)

          number = Manuscript::Run.new(field: :own_number, generated: true)
          gap = Manuscript::Run.new(text: " ", generated: true)
          [first.with(runs: [number, gap, *first.runs]), *blocks.drop(1)]
        end

        def empty_paragraph = Manuscript::Paragraph.new(id: 0, style: @styles.default_id)

        def begins_page?(paragraph)
          paragraph.properties.fetch(:break_before) { @sheet.saying(paragraph.style, :break_before)&.properties&.[](:break_before) }
        end

        # Which paragraphs a part ends with.
        def ended(blocks, sections)
          ends = sections.filter_map(&:last)
          return blocks if ends.empty?

          Manuscript.replace(blocks, Manuscript.paragraphs_of([blocks]).select { |one| ends.include?(one.id) }.to_h { |one|
            [one.id, one.ending_section(true)]
          })
        end

        def matters(paragraphs)
          paragraphs.each { |paragraph| @revisions.read(paragraph) }
          @revisions.matters
        end

        def settings(pages)
          Manuscript::Settings.new(between: :larger, tabs_from: :indent, hyphenate: @styles.hyphenates?, tab: tab_distance,
            records_revisions: @revisions.recording?, footnotes: notes_form("footnote"), endnotes: notes_form("endnote"),
            **pages.settings)
        end

        def tab_distance
          node = @styles.default_node(Styles::PARAGRAPH)
          properties = node && Names.child(node, "style:paragraph-properties")
          @styles.values.length(properties && Names.attribute(properties, "style:tab-stop-distance")) || Manuscript::Settings.new.tab
        end

        RESTARTS = {"chapter" => :section, "page" => :page}.freeze

        # text:notes-configuration, §16.32: its numbers begin with one more than what it says.
        def notes_form(kind)
          node = Names.children(Names.child(@package.styles, "office:styles"), "text:notes-configuration").find { |one|
            Names.attribute(one, "text:note-class") == kind
          }
          default = (kind == "endnote") ? :lower_roman : :decimal
          return Manuscript::NoteForm.new(format: default) unless node

          start = @styles.values.count(Names.attribute(node, "text:start-value"), 0..99_999, "The first number of notes") || 0
          Manuscript::NoteForm.new(format: NumberFormats.folio(node, @styles.values, default) || default, start: start + 1,
            restart: RESTARTS.fetch(Names.attribute(node, "text:start-numbering-at"), :never))
        end

        def info
          meta = @package.meta
          said = ->(name) { Names.child(meta, name)&.text&.strip.then { |text| text unless text.to_s.empty? } }
          keywords = Names.children(meta, "meta:keyword").map { |node| node.text.strip }.reject(&:empty?)
          Manuscript::Info.new(title: said["dc:title"], author: said["meta:initial-creator"] || said["dc:creator"],
            subject: said["dc:subject"], keywords: (keywords.join(", ") unless keywords.empty?), language: @sheet.language)
        end

        def warnings
          hidden = ["#{@hidden} characters of hidden text are left out."] if @hidden.positive?
          [*hidden, *kept, *@sheet.faults, *@told.sentences].uniq
        end

        KEPT = {
          %r{\A(?:Basic|Scripts)/} => Told::MACROS,
          %r{\AMETA-INF/[^/]*signatures} => Told::SIGNATURE
        }.freeze
        private_constant :KEPT

        def kept = KEPT.filter_map { |pattern, sentence| sentence if @package.members.each_key.any? { |name| name.match?(pattern) } }
      end
    end
  end
end

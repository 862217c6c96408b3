# frozen_string_literal: true

require_relative "walk"
require_relative "pieces"
require_relative "fields"
require_relative "frames"
require_relative "table_reader"
require_relative "revisions"

module Norvel
  module Formats
    module Odt
      # Reads one story (body, note, header, text box) to blocks: ISO/IEC 26300, part 3, §5 (text) and §6 (what stands in a paragraph).
      class StoryReader
        DEEPEST = 20 # tables in one another
        INDEXES = %w[text:table-of-content text:illustration-index text:table-index text:alphabetical-index text:user-index
          text:object-index text:bibliography].freeze

        # What begins at a paragraph: another master page (`master`, with the number of its first page in `number`), or other columns, :page
        # where those of the page are back.
        Start = Value.define(:at, master: nil, number: nil, columns: nil)

        # @return [Array<Start>] in order
        attr_reader :starts

        # @param reader [Reader] what all stories share @param part [Nokogiri::XML::Element] the root that it stands in
        # @param margins [Boolean] whether it is a header or footer @param context [Symbol, nil] :footnote, :endnote, :header, :footer,
        #   :text_box
        def initialize(reader, part, margins: false, context: nil)
          @reader = reader
          @styles, @lists, @values = reader.styles, reader.lists, reader.styles.values
          @part = part
          @margins = margins
          @context = context
          @frames = Frames.new(@styles, part, pictures: reader.method(:picture), box: ->(node) { reader.box(node, part) })
          @starts = []
          @wishes = {}
          @trace = reader.trace
          @revisions = reader.revisions
        end

        # @param container [Nokogiri::XML::Element] @param base [Integer] the number of its first paragraph
        # @return [Array<Manuscript::Paragraph, Manuscript::Table>]
        def read(container, base)
          @next_id = base
          @break_next = nil # the node that begins a page behind it
          @columns = :page
          blocks(container, Place.new).tap { stands_alone(container) if @context.nil? }
        end

        # Where a block stands: in how many tables, in which list and whether its label is due, in how many hidden sections, in what is
        # generated.
        Place = Value.define(tables: 0, head: false, list: nil, label: nil, hidden: false, generated: false)

        # Whether the label of an item is still to come: its first paragraph has it.
        Label = Struct.new(:due)

        private

        # What stands on a page by itself, and in no paragraph (§10.2): its words are kept beside the text.
        def stands_alone(container)
          frames = Names.children(container).select { |node| Frames::SHAPES.include?(Names.of(node)) }
          frames.each { |frame| @frames.read(frame) }
          @values.tell("What stands on a page by itself, and not in the text, is kept, and not drawn.") if frames.any?
        end

        def blocks(container, place)
          found = []
          Walk.blocks(container) { |node, name| block(node, name, place, found) }
          found
        end

        def block(node, name, place, found)
          case name
          when "text:p", "text:h" then found << paragraph(node, name, place)
          when "table:table" then found << table(node, place)
          when "text:list" then list(node, place, found)
          when "text:section" then section(node, place, found)
          when "text:numbered-paragraph" then numbered(node, place, found)
          when *INDEXES then index(node, name, place, found)
          when "text:change", "text:change-start", "text:change-end" then @revisions.mark(node, name, @next_id)
          else Walk.blocks(node) { |inner, inner_name| block(inner, inner_name, place, found) }
          end
        end

        def table(node, place)
          raise FileError, "Tables are nested more than #{DEEPEST} deep; the file cannot be read." if place.tables >= DEEPEST

          wishes = wishes("table", said(node, "table:style-name"))
          begins(wishes, @next_id)
          break_next(node) if wishes.before == "page" # its first paragraph has it
          id = place.tables.zero? ? "t#{@next_id}" : "t#{@next_id}.#{place.tables}"
          @trace&.tables&.store(id, node)
          inside = Place.new(tables: place.tables + 1, hidden: place.hidden)
          TableReader.new(@reader, @part) { |cell, head| blocks(cell, inside.with(head: head)) }.read(node, id)
            .tap { break_next(node) if wishes.behind == "page" }
        end

        def break_next(node) = @break_next ||= node

        # An outermost list counts by itself; one in an item stands a level deeper.
        def list(node, place, found)
          open = if place.list then @lists.deeper(place.list, node, @part)
          else @lists.open(node, @part, style_of_first(node))
          end
          @trace&.list(node, open.counter) unless place.list
          Names.elements(node) do |item|
            name = Names.of(item)
            next unless %w[text:list-item text:list-header].include?(name)

            start = said(item, "text:start-value")
            @lists.begin_at(open, start) if start
            inside = place.with(list: open, label: Label.new(name == "text:list-item"))
            Walk.blocks(item) { |inner, inner_name| block(inner, inner_name, inside, found) }
          end
        end

        # The list style that the style of its first paragraph asks for (§19.498).
        def style_of_first(node)
          first = Walk.paragraphs(node).first or return
          @styles.saying(Styles::PARAGRAPH, said(first, "text:style-name"), @part) { |style| said(style, "style:list-style-name") }
        end

        # A paragraph in a list without its elements (§5.3.6).
        def numbered(node, place, found)
          open = @lists.numbered(node, @part)
          @lists.begin_at(open, said(node, "text:start-value")) if said(node, "text:start-value")
          inside = place.with(list: open, label: Label.new(true))
          Walk.blocks(node) { |inner, name| block(inner, name, inside, found) }
        end

        # A section may have columns of its own (§5.4); a hidden one is left out.
        def section(node, place, found)
          style = @styles.node("section", said(node, "text:style-name"), @part)
          columns = Columns.read(Names.child(Names.child(style, "style:section-properties"), "style:columns"), @values)
          place = place.with(hidden: true) if said(node, "text:display") == "none"
          @values.tell("A section that depends on a condition is shown.") if said(node, "text:display") == "condition"
          within = @columns
          @starts << Start.new(at: @next_id, columns: @columns = columns) if columns && place.tables.zero?
          Walk.blocks(node) { |inner, name| block(inner, name, place, found) }
          @starts << Start.new(at: @next_id, columns: @columns = within) if columns && place.tables.zero?
        end

        # What stands in its body is worked out (§8); its title is a heading above it.
        def index(node, name, place, found)
          body = Names.child(node, "text:index-body") or return
          first = titled = nil
          Walk.blocks(body) do |inner, inner_name|
            heading = inner_name == "text:index-title"
            heading ? titled = first.nil? : first ||= @next_id
            block(inner, inner_name, heading ? place : place.with(generated: true), found)
          end
          return unless first && first < @next_id && Index.list?(name)

          @reader.contents << Index.read(node, name, first, @next_id - 1, @values, title: (first - 1 if titled))
        end

        def paragraph(node, name, place)
          id = @next_id
          @next_id += 1
          own = @styles.own(Styles::PARAGRAPH, said(node, "text:style-name"), @part)
          style = conditional(own.style || @styles.default_id, node, name, place)
          wishes = wishes(Styles::PARAGRAPH, said(node, "text:style-name"))
          begins(wishes, id)
          @trace&.paragraphs&.store(id, Trace::Place.new(node, @break_next))
          set = own.set
          set = set.merge(break_before: true) if @break_next
          @break_next = nil
          break_next(node) if wishes.behind == "page"
          place = place.with(hidden: true) if hides?(set, style)
          set = set.merge(level(node, style)) if name == "text:h"
          set = set.merge(numbering(node, name, style, place))
          set = set.merge(beside(place, set, style))
          pieces = Inline.new(self_context, place, id).read(node)
          finished(id, {style: style, properties: set.freeze}, pieces, place)
        end

        def finished(id, said, inline, place)
          hidden = inline.hidden
          @reader.hide(hidden) if hidden.positive?
          inline.links.each { |origin, address| @reader.links[[id, origin]] = address } if @context.nil?
          mark = place.hidden ? {hidden: true} : {}
          Manuscript::Paragraph.new(id: id, **said, mark_properties: mark, runs: inline.runs,
            carries: inline.carries, in_table: place.tables.positive?)
        end

        def self_context = @self_context ||= Inline::Context.new(@reader, @part, @frames, @margins)

        # A style that holds in some places only (style:map, §16.3).
        def conditional(id, node, name, place)
          maps = @styles.maps(Styles::PARAGRAPH, id)
          return id if maps.empty?

          applied = maps.find { |condition, _| holds?(condition, node, name, place) }&.last
          (applied && @styles.known(Styles::PARAGRAPH, applied)) || id
        end

        CONTEXTS = {"footnote" => :footnote, "endnote" => :endnote, "header" => :header, "footer" => :footer,
                    "text-box" => :text_box}.freeze

        def holds?(condition, node, name, place)
          what, number = condition.delete(" \t\r\n").match(/\A([a-z-]+)(?:\(\))?(?:=(\d{1,6}))?\z/)&.captures
          case what
          when "list-level" then place.list && place.list.level + 1 == number.to_i
          when "outline-level" then name == "text:h" && outline_level(node) == number.to_i
          when "table" then place.tables.positive?
          when "table-header" then place.head
          when *CONTEXTS.keys then @context == CONTEXTS[what]
          else
            @values.tell("A style holds where “#{condition[0, 40]}”, which cannot be known here; there it is left out of account.")
            false
          end
        end

        def outline_level(node) = @values.count(said(node, "text:outline-level"), 1..10, "The level of a heading") || 1

        # Of a heading what it says itself counts, where its style says another (§5.1.2).
        def level(node, style)
          level = Properties[:outline_level].hold(outline_level(node))
          said = @styles.sheet.saying(style, :outline_level)&.properties&.[](:outline_level)
          (said == level) ? {} : {outline_level: level}
        end

        # @return [Hash] its place in a list, where that is not what its style says
        def numbering(node, name, style, place)
          wanted = place_in_list(node, name, style, place)
          by_style = @styles.sheet.saying(style, :numbering)&.properties&.[](:numbering)
          return {} if wanted == by_style || (wanted.nil? && by_style&.list.nil?)

          {numbering: wanted || Properties::NumberRef.new(list: nil)}
        end

        # The indents of a paragraph in a list whose level adds to them.
        def beside(place, set, style)
          ref = set[:numbering]
          return {} unless ref&.list && place.list

          @lists.added(ref, set.fetch(:indent_start) { @styles.sheet.saying(style, :indent_start)&.properties&.[](:indent_start) })
        end

        def place_in_list(node, name, style, place)
          if place.list&.id
            labelled = place.label.due
            place.label.due = false
            return @lists.place(place.list, labelled && said(node, "text:is-list-header") != "true")
          end
          return if name != "text:h" || said(node, "text:is-list-header") == "true"

          of_heading(node, style)
        end

        # Headings count by the outline, unless their style names a list style, or none (§16.33, §19.498).
        def of_heading(node, style)
          level = outline_level(node)
          return unless @lists.outline_levels.key?(level - 1)
          return if @styles.names_list?(style)

          start = said(node, "text:start-value") if @values.truth(said(node, "text:restart-numbering"))
          @lists.heading(level - 1, start)
        end

        # What a style, or one under it, says of the pages: the master page that begins with it, the number of that page, what is broken
        # before and behind it. Nil where nothing is said.
        Wishes = Struct.new(:master, :number, :before, :behind)
        private_constant :Wishes

        # @return [Wishes] asked of each style once
        def wishes(family, name)
          @wishes[[family, name]] ||= begin
            of = ->(attribute) { @styles.property(family, name, @part, "style:#{family}-properties", attribute) }
            master = @styles.saying(family, name, @part) { |node| said(node, "style:master-page-name") }
            number = of["style:page-number"]
            Wishes.new((master unless master.to_s.empty?), (@values.count(number, 0..99_999, "A page number") unless number == "auto"),
              of["fo:break-before"], of["fo:break-after"])
          end
        end

        # A page, or a part, begins at a paragraph or table.
        def begins(wishes, id)
          @values.tell("A break of columns is kept, and not followed.") if [wishes.before, wishes.behind].include?("column")
          return if @context || (wishes.master.nil? && wishes.number.nil?)

          @starts << Start.new(at: id, master: wishes.master, number: wishes.number)
        end

        def hides?(own, style) = own.fetch(:hidden) { @styles.sheet.saying(style, :hidden)&.properties&.[](:hidden) }

        def said(node, name) = Names.attribute(node, name)
      end
    end
  end
end

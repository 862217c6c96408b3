# frozen_string_literal: true

require "commonmarker"
require_relative "front_matter"
require_relative "kept_as_written"

module Norvel
  module Formats
    module Markdown
      # CommonMark with tables, notes and task lists to elements (commonmarker parses it).
      #
      #   reader = Reader.new(text)
      #   reader.whole      # Elements::Whole
      #   reader.units      # [Unit(first: 3, last: 3, block: …), …]: the blocks of the file with their lines
      class Reader
        OPTIONS = %i[FOOTNOTES UNSAFE].freeze
        EXTENSIONS = %i[table tasklist].freeze
        DEEPEST = 200 # blocks in one another

        # A block of the file and the lines that it stands in, from 0, end included.
        Unit = Value.define(:block, :first, :last)

        # @param text [String] UTF-8
        # @return [CommonMarker::Node]
        def self.parse(text) = CommonMarker.render_doc(text, OPTIONS, EXTENSIONS)

        # @param document [CommonMarker::Node]
        # @yieldparam node [CommonMarker::Node] each of it, in the order of the text
        # @raise [FileError] where blocks stand in too many others
        def self.each_node(document)
          node, depth = document, 0
          while node
            yield node
            if (child = node.first_child)
              raise FileError, "The text is nested too deeply to be read." if (depth += 1) > DEEPEST

              next node = child
            end
            while depth.positive? && node.next.nil?
              node = node.parent
              depth -= 1
            end
            node = depth.positive? ? node.next : nil
          end
        end

        attr_reader :units, :notes, :front, :note_units, :titles

        # @param text [String] UTF-8
        def initialize(text)
          @text = Manuscript::PlainText.clean(text)
          @lines = @text.split("\n", -1)
          @front = FrontMatter.new(@text)
          @body = KeptAsWritten.new(@front.rest)
          @told = Told.new
          @notes = {}
          @units = []
          @note_units = {}
          @document = self.class.parse(@body.text)
          @titles = titled
          @names = @document.to_a.select { |node| node.type == :footnote_definition }.map(&:string_content) # by their numbers
          read
        end

        # @return [Elements::Whole]
        def whole
          Elements::Whole.new(blocks: front.blocks + units.map(&:block), notes: notes,
            info: front.info, warnings: [*front.warnings, *@told.sentences])
        end

        private

        # By where links lead and pictures are: what is said of them besides.
        def titled
          found = {}
          self.class.each_node(@document) do |node|
            next unless %i[link image].include?(node.type) && !node.title.to_s.empty?

            found[Words.address(node)] ||= node.title.dup.force_encoding(Encoding::UTF_8).scrub
          end
          found
        end

        def read
          @document.each do |node|
            next if node.sourcepos[:start_line] > @body.lines # marks of notes that nothing refers to
            next note(node) if node.type == :footnote_definition

            @units << unit(one(node), node)
          end
          @units = @units.sort_by.with_index { |unit, index| [unit.first, index] }
          blocks = Elements.captioned(@units.map(&:block))
          @units = @units.zip(blocks).map { |unit, block| bounded(unit.with(block: block)) }
          @note_units.transform_values! { |unit| bounded(unit) }
        end

        # The parser lets some blocks end with the one below, or with blank lines.
        def bounded(unit)
          @starts ||= [*@units, *@note_units.values].map(&:first).sort
          below = @starts.bsearch { |first| first > unit.first }
          last = below ? [unit.last, below - 1].min : unit.last
          last -= 1 while last > unit.first && @lines[last].to_s.strip.empty?
          unit.with(last: [last, unit.first].max)
        end

        # What nothing refers to is text, as it is written.
        def note(node)
          name = node.string_content
          unless @body.unmarked.include?(name.downcase)
            @note_units["footnotes:#{name}"] = unit(nil, node)
            return @notes["footnotes:#{name}"] = children(node)
          end

          @told.tell("A note that nothing refers to stands in the text.")
          name = Elements::Piece.new(text: "[^#{name}]: ")
          named = node.to_a.zip(children(node)).each_with_index.map do |(child, block), index|
            next unit(block, child) unless index.zero? && block.kind == :text

            unit(block.with(pieces: [name, *block.pieces]), child).with(first: unit(block, node).first)
          end
          named.unshift(unit(Elements::Block.new(kind: :text, role: :body, pieces: [name]), node)) if named.first&.block&.kind != :text
          @units.concat(named)
        end

        def unit(block, node)
          place = node.sourcepos
          first = place[:start_line] - 1
          last = place[:end_line] - (place[:end_column].zero? ? 2 : 1) # before the first letter of a line is the line above
          Unit.new(block: block, first: first + front.lines, last: [last, first].max + front.lines)
        end

        def children(node) = Elements.captioned(node.to_a.map { |child| one(child) })

        # @return [Elements::Block]
        def one(node)
          case node.type
          when :paragraph then text(node)
          when :header then Elements::Block.new(kind: :heading, level: node.header_level, pieces: pieces(node))
          when :blockquote then Elements::Block.new(kind: :quotation, blocks: children(node))
          when :list then list(node)
          when :code_block then code(node)
          when :html, :custom_block then markup(node)
          when :hrule then Elements::Block.new(kind: :break)
          when :table then table(node)
          else raise FileError, "The text holds a “#{node.type}”, which is not known."
          end
        end

        def code(node)
          Elements::Block.new(kind: :code, pieces: [Elements::Piece.new(text: node.string_content.chomp)],
            language: node.fence_info.to_s.strip.then { |said| said unless said.empty? })
        end

        def markup(node)
          @told.tell("HTML in the text is kept as it is written.")
          Elements::Block.new(kind: :markup, pieces: [Elements::Piece.new(text: node.string_content.chomp)])
        end

        # A picture alone is a figure; its title is the caption.
        def text(node)
          only = node.to_a
          only = only.first.to_a if only.size == 1 && only.first.type == :link
          return Elements::Block.new(kind: :text, role: :body, pieces: pieces(node)) unless only.size == 1 && only.first.type == :image

          title = only.first.title.to_s.dup.force_encoding(Encoding::UTF_8).scrub
          caption = Elements::Block.new(kind: :text, role: :caption, pieces: [Elements::Piece.new(text: title)]) unless title.strip.empty?
          Elements::Block.new(kind: :figure, pieces: pieces(node), caption: caption)
        end

        def list(node)
          ordered = node.list_type == :ordered_list
          items = node.to_a.map { |item| item(item) }
          Elements::Block.new(kind: :list, format: ordered ? "decimal" : "bullet", start: ordered ? node.list_start : 1,
            tight: node.list_tight, blocks: items, label: sign(node), form: ("%s)" if sign(node) == ")"))
        end

        # The bullet of a list, or what stands behind its numbers: the parser does not tell.
        def sign(node)
          place = node.sourcepos
          line = @lines[place[:start_line] - 1 + front.lines].to_s.byteslice(place[:start_column] - 1..).to_s.scrub
          line[/\A(?:\d{1,9}([.)])|([-*+]))/] && ($1 || $2)
        end

        def item(node)
          done = node.tasklist_item_checked? if node.type_string == "tasklist"
          Elements::Block.new(kind: :item, blocks: children(node), done: done)
        end

        def table(node)
          aligns = node.table_alignments
          rows = node.to_a.map { |row| row.to_a.each_with_index.map { |cell, place| cell(cell, aligns[place]) } }
          Elements::Block.new(kind: :table, cells: rows, heads: 1)
        end

        def cell(node, align)
          block = Elements::Block.new(kind: :text, pieces: pieces(node))
          Elements::Cell.new(blocks: [block], align: {center: :center, right: :end}[align])
        end

        def pieces(node) = Elements.joined(node.to_a.flat_map { |child| Words.new(@told, @names).of(child) })
      end

      # Words in a paragraph, as pieces.
      class Words
        MARKS = {emph: :emphasis, strong: :strong}.freeze

        # @param told [Told] @param names [Array<String>] of notes, in the order of their numbers
        def initialize(told, names)
          @told = told
          @names = names
        end

        # @return [Array<Elements::Piece>]
        def of(node, marks = [], link = nil)
          inner = ->(own, to = link) { node.to_a.flat_map { |child| of(child, own, to) } }
          case node.type
          when :text then [piece(node.string_content.tr("\n", " "), marks, link)]
          when :softbreak then [piece(" ", marks, link)]
          when :linebreak then [piece("\n", marks, link)]
          when :code then [piece(node.string_content, marks | [:code], link)]
          when :inline_html then markup(node, marks, link)
          when :emph, :strong then inner[marks | [MARKS.fetch(node.type)]]
          when :link then inner[marks, self.class.address(node) || link]
          when :image then [picture(node, link)]
          when :footnote_reference then [Elements::Piece.new(text: "", note: "footnotes:#{@names.fetch(node.string_content.to_i - 1)}")]
          else inner[marks]
          end
        end

        # @return [String, nil] where a link leads, or a picture is
        def self.address(node) = node.url.to_s.dup.force_encoding(Encoding::UTF_8).scrub.then { |url| url unless url.empty? }

        private

        def piece(text, marks, link)
          Elements::Piece.new(text: text, marks: marks.sort_by { |one| Elements::MARKS.index(one) }, link: link)
        end

        def markup(node, marks, link)
          @told.tell("HTML in the text is kept as it is written.")
          [piece(node.string_content, marks | [:markup], link)]
        end

        def picture(node, link)
          words = []
          node.walk { |one| words << one.string_content if %i[text code].include?(one.type) }
          picture = Elements::Picture.new(ref: self.class.address(node), alt: words.join.then { |alt| alt unless alt.empty? })
          Elements::Piece.new(text: "", link: link, picture: picture)
        end
      end
    end
  end
end

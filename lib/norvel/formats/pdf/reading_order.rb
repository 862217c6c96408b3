# frozen_string_literal: true

require_relative "node"

module Norvel
  module Formats
    module Pdf
      # The manuscript as a structure tree, in reading order: headings by level, paragraphs, quotations, lists with their labels, contents,
      # tables with header cells, captions with what they belong to, notes behind the paragraph that has their mark.
      #
      #   order = ReadingOrder.new(layout)
      #   order.of(paragraph.id)       # the element that its text goes to
      #   order.label(paragraph.id)    # that of its number or sign
      class ReadingOrder
        DEEPEST = 6 # H6 (§14.8.4.3.2)

        attr_reader :document

        # @param layout [Layout] @param roles [Roles]
        def initialize(layout, roles)
          @layout = layout
          @manuscript = layout.manuscript
          @roles = roles
          @document = Node.new(:Document)
          @nodes = {}
          @labels = {}
          @captions = Captions.new(@manuscript, roles).all.to_h { |caption| [caption.paragraph, caption] }
          @toc = toc
          add_blocks(@document, @manuscript.blocks)
        end

        # When all pages are marked: captions go to their figures, and elements without content go.
        # @return [void]
        def settle
          join_captions
          @document.prune
        end

        # @param id [Integer] of a paragraph
        # @return [Node, nil]
        def of(id) = @nodes[id]

        # @return [Node, nil]
        def label(id) = @labels[id]

        # @return [Integer, nil] the paragraph that a line of the contents leads to
        def leads_to(id) = @toc.dig(id, 1)

        # What the tree does not know is the next thing after what was read last (text boxes).
        # @param after [Integer, nil] a paragraph
        # @return [Node]
        def add_aside(id, after)
          node = Node.new(:P)
          above = @nodes[after]
          above = above.parent while above&.parent && above.parent != @document
          @nodes[id] = above ? @document.insert_after(above, node) : (@document << node)
        end

        private

        def add_blocks(parent, blocks)
          lists = [] # open lists: [level, L]
          blocks.each do |block|
            next add_table(parent, block).tap { lists = [] } if block.is_a?(Manuscript::Table)

            item = list_item(block)
            lists = [] unless item
            item ? add_item(parent, block, item, lists) : add_paragraph(parent, block)
            add_notes(parent, block)
          end
        end

        # @return [Integer, nil] the level of what has a number or sign and is no heading
        def list_item(paragraph)
          return if @layout.labels[paragraph.id].to_s.empty? || heading(paragraph) || @toc.key?(paragraph.id)

          (@layout.cascade.numbering(paragraph)&.level || 0) + 1
        end

        def add_item(parent, paragraph, level, lists)
          lists.pop while lists.any? && lists.last[0] > level
          if lists.empty? || lists.last[0] < level
            under = lists.any? ? lists.last[1].kids.last.kids.last : parent # a deeper list stands in the item it belongs to
            lists << [level, under << Node.new(:L, {O: :List, ListNumbering: numbering(paragraph)})]
          end
          item = lists.last[1] << Node.new(:LI)
          @labels[paragraph.id] = item << Node.new(:Lbl)
          body = item << Node.new(:LBody)
          @nodes[paragraph.id] = body << Node.new(:P)
        end

        NUMBERINGS = {"bullet" => :Disc, "decimal" => :Decimal, "lower_roman" => :LowerRoman, "upper_roman" => :UpperRoman,
                      "lower_letter" => :LowerAlpha, "upper_letter" => :UpperAlpha}.freeze

        def numbering(paragraph)
          ref = @layout.cascade.numbering(paragraph)
          NUMBERINGS.fetch(ref && @layout.cascade.lists[ref.list].levels[ref.level]&.format.to_s, :None)
        end

        def add_paragraph(parent, paragraph)
          role = @roles.of(paragraph.id).name
          @nodes[paragraph.id] = if (list = @toc[paragraph.id]) then entry(parent, list)
          elsif (level = heading(paragraph)) then parent << Node.new(:"H#{[level, DEEPEST].min}")
          elsif role == :block_quotation then (parent << Node.new(:BlockQuote)) << Node.new(:P)
          elsif @captions.key?(paragraph.id) then parent << Node.new(:Caption)
          else
            parent << Node.new(:P)
          end
        end

        def entry(parent, (list, _))
          last = parent.kids.last
          goes_on = last.is_a?(Node) && last.type == :TOC && last.id == list
          contents = goes_on ? last : parent << Node.new(:TOC, id: list)
          (contents << Node.new(:TOCI)) << Node.new(:Reference)
        end

        def heading(paragraph) = (@layout.cascade.paragraph(paragraph)[:outline_level] unless paragraph.blank?)

        # @return [Hash{Integer=>Array}] the lines of contents lists: the list, and the paragraph that each leads to
        def toc
          contents = Contents.new(@layout)
          contents.lists.each_with_index.flat_map do |list, number|
            targets = contents.entries(list).group_by { |entry| bare(entry.text) }
            contents.lines(list).map do |line|
              [line.id, ["toc#{number}", targets[bare(line.text[/\A(.*)\t/m, 1] || line.text)]&.shift&.paragraph]]
            end
          end.to_h
        end

        def bare(text) = text.gsub(/[[:space:]\u{AD}\u{FFFC}]/, "")

        def add_table(parent, table)
          node = parent << Node.new(:Table)
          @nodes[table.id] = node
          table.rows.each_with_index do |row, index|
            line = node << Node.new(:TR)
            line << Node.new(:TD, {O: :Table, ColSpan: row.before}) if row.before.positive?
            column = row.before
            row.cells.each do |cell|
              add_cell(line, table, index, column, cell) unless cell.continued
              column += cell.span
            end
          end
          node
        end

        def add_cell(line, table, index, column, cell)
          heading = index.zero? && cell.blocks.grep(Manuscript::Paragraph).any? { |one| @roles.of(one.id).name == :table_heading }
          heads = table.rows[index].header || heading
          spans = {ColSpan: cell.span, RowSpan: 1 + table.carried_on(index, column)}.reject { |_, count| count == 1 }
          said = spans.merge(heads ? {Scope: :Column} : {})
          node = line << Node.new(heads ? :TH : :TD, said.empty? ? nil : {O: :Table, **said})
          add_blocks(node, cell.blocks)
        end

        # ISO 14289-1 §7.9: each note has an identifier of its own.
        def add_notes(parent, paragraph)
          paragraph.insets.each do |inset|
            next unless inset.kind == :note && (blocks = @manuscript.notes[inset.ref])

            add_blocks(parent << Node.new(:Note, id: "note #{inset.ref}"), blocks)
          end
        end

        # A caption goes into the element of the figure or table that it stands beside.
        def join_captions
          @captions.each_value do |caption|
            node, thing = @nodes[caption.paragraph], caption.belongs && @nodes[caption.belongs]
            next unless node&.type == :Caption

            thing = thing.kids.find { |kid| kid.is_a?(Node) && kid.type == :Figure } if thing && thing.type != :Table
            thing ? move(node, thing, caption.position) : alone(node)
          end
        end

        def move(node, thing, position)
          node.parent.kids.delete(node)
          node.parent = thing
          (position == :above) ? thing.kids.unshift(node) : thing.kids.push(node)
        end

        # A caption of nothing is a paragraph.
        def alone(node)
          paragraph = Node.new(:P)
          paragraph.parent = node.parent
          node.parent.kids[node.parent.kids.index(node)] = paragraph
          node.kids.each { |kid| paragraph << kid }
        end
      end
    end
  end
end

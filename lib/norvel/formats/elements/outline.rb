# frozen_string_literal: true

require_relative "stretches"
require_relative "nesting"

module Norvel
  module Formats
    module Elements
      # Any manuscript as elements: what its paragraphs are by their roles, lists by their labels and levels, emphasis by how words come
      # out beside the others of their paragraph.
      #
      #   outline = Outline.new(manuscript, links: source.links)
      #   outline.whole     # Whole
      #   outline.lost      # [Format::Lost(what: "text box", count: 1)]: what no element says
      class Outline
        TITLES = %i[title subtitle author date].freeze

        # @param manuscript [Manuscript] @param layout [Layout, nil] of it @param roles [Roles, nil]
        # @param links [Hash{Array(Integer, Integer)=>String}] as Format#links
        # @param came [Manuscript, nil] as it came, for quotations in one another that its styles do not tell any more
        def initialize(manuscript, layout: nil, roles: nil, links: {}, came: nil)
          @manuscript = manuscript
          @cascade = layout&.cascade || Cascade.new(manuscript)
          @labels = layout&.labels || ListLabels.for(manuscript, @cascade)
          @roles = roles || Roles.new(manuscript, Appearance.new(manuscript, @cascade), @cascade)
          @came = came
          @gone = Hash.new(0)
          @stretches = Stretches.new(@cascade, Fonts.of(manuscript), links, method(:lose))
        end

        # @return [Whole]
        def whole
          @whole ||= begin
            lose("comment", @manuscript.matters.count { |matter| matter.kind == :comment })
            blocks = story(@manuscript.blocks)
            notes = marked(@manuscript.notes).transform_values { |inner| story(inner, in_note: true) }
            lose_margins
            Whole.new(blocks: blocks, notes: notes, info: @manuscript.info)
          end
        end

        # @return [Array<Format::Lost>] the most frequent first
        def lost
          whole
          @gone.select { |_, count| count.positive? }.map { |what, count| Format::Lost.new(what: what, count: count) }
            .sort_by { |kind| -kind.count }
        end

        private

        def lose(what, count = 1) = @gone[what] += count

        # Notes in the order of their marks.
        def marked(notes)
          refs = @manuscript.all_paragraphs.flat_map(&:insets).select { |inset| inset.kind == :note }.map(&:ref).uniq
          lose("note that no mark in the text leads to", (notes.keys - refs).size)
          notes.slice(*refs).then { |found| refs.filter_map { |ref| [ref, found[ref]] if found[ref] }.to_h }
        end

        def lose_margins
          {headers: "running head", footers: "running foot"}.each do |side, what|
            stories = @manuscript.sections.flat_map { |one| one.public_send(side).values }.uniq
            lose(what, stories.count { |blocks| Manuscript.paragraphs_of([blocks]).any? { |one| one.written.match?(/[[:alpha:]]/) } })
          end
        end

        def story(blocks, in_note: false)
          Nesting.new(blocks.flat_map { |block| entries(block, in_note) }).blocks
        end

        # @return [Array<Nesting::Entry>] none for what is blank
        def entries(block, in_note)
          return [Nesting::Entry.new(block: table(block))] if block.is_a?(Manuscript::Table)
          return listed(block) if listed?(block)

          boxes = block.insets.filter_map(&:box).flat_map { |name| @manuscript.asides[name] || [] }
          beside = boxes.flat_map { |inner| entries(inner, in_note) }
          own = (blank?(block) && !@labels.key?(block.id) && !meant?(block)) ? [] : [entry(block, in_note)]
          own + beside
        end

        def blank?(paragraph)
          paragraph.text.delete("#{Manuscript::INSET_MARK}\u00AD\f").strip.empty? && @stretches.of(paragraph).none? do |piece|
            piece.note || piece.picture
          end
        end

        # Whether marks say that it is something without words.
        def meant?(paragraph) = MEANT.include?(@manuscript.sheet.marked(paragraph.style))

        MEANT = [:code, :other, *Roles::HEADINGS].freeze
        private_constant :MEANT

        # A list of contents is one block, where its first line stands; its heading belongs to it.
        def listed(paragraph)
          list = @manuscript.contents.find { |one| one.first == paragraph.id || one.title == paragraph.id }
          return [] unless list && list.first == paragraph.id

          first, last = [list.first, list.last].map { |id| @manuscript.index_of(id) }
          lines = @manuscript.paragraphs[first..last].reject(&:blank?).map do |line|
            Block.new(kind: :text, role: :contents_entry, pieces: [Piece.new(text: line.text.sub(/\t[^\t]*\z/m, ""))])
          end
          title = list.title && @manuscript.paragraph(list.title)
          caption = title && Block.new(kind: :text, role: :contents_heading, pieces: @stretches.of(title))
          [Nesting::Entry.new(block: Block.new(kind: :contents, blocks: lines, caption: caption))]
        end

        def listed?(paragraph) = @manuscript.listed.include?(paragraph.id) || titles.include?(paragraph.id)

        def titles = @titles ||= @manuscript.contents.filter_map(&:title).to_set

        def entry(paragraph, in_note)
          role = role(paragraph, in_note)
          ref = @cascade.numbering(paragraph)
          block = block(paragraph, role)
          quoted = quotations(paragraph, role)
          return Nesting::Entry.new(block: block, outer: quoted) if ref.nil? || (block.kind == :heading && !item?(paragraph))

          listed_entry(block, ref, quoted, role)
        end

        def role(paragraph, in_note)
          marked = @manuscript.sheet.marked(paragraph.style)
          return marked if marked && (in_note || meant?(paragraph))

          in_note ? :footnote : @roles.of(paragraph.id).name
        end

        # A heading is an item only where marks say so; elsewhere it has a number.
        def item?(paragraph) = @manuscript.sheet.standards.certain && !paragraph.properties[:numbering].nil?

        def listed_entry(block, ref, quoted, role)
          list = @manuscript.lists[ref.list]
          level = list.levels[ref.level]
          label = @labels[block.paragraph].to_s
          return Nesting::Entry.new(block: block, outer: quoted) if level.nil? || (label.empty? && level.labelled?)

          inner = (role == :block_quotation) ? 1 : 0
          Nesting::Entry.new(block: block, outer: quoted - inner, inner: inner, list: list, level: ref.level, label: label)
        end

        # How many quotations a paragraph stands in.
        def quotations(paragraph, role)
          own = (role == :block_quotation) ? 1 : 0
          return own unless @manuscript.sheet.standards.certain

          own + (paragraph.style[PlainSheet::QUOTED, 1] || before(paragraph)).to_i
        end

        # In how many further ones it stood when it came, where it is for the same as then.
        def before(paragraph)
          was = @came&.paragraph(paragraph.id) or return
          was.style[PlainSheet::QUOTED, 1] if @came.sheet.marked(was.style) == @manuscript.sheet.marked(paragraph.style)
        end

        def block(paragraph, role)
          pieces = @stretches.of(paragraph)
          said = {pieces: pieces, paragraph: paragraph.id}
          return Block.new(kind: :break, **said.except(:pieces)) if paragraph.text == Builder::BREAK
          return Block.new(kind: :figure, **said) if role == :figure
          return Block.new(kind: :code, **said) if role == :code && pieces.none? { |piece| piece.note || piece.picture }
          return Block.new(kind: :markup, **said) if markup?(paragraph)

          level = heading(paragraph, role)
          return Block.new(kind: :heading, level: level, **said, pieces: Stretches.evened(pieces), label: @labels[paragraph.id]) if level

          Block.new(kind: :text, role: role, **said, pieces: RUNNING.include?(role) ? pieces : Stretches.evened(pieces))
        end

        RUNNING = %i[body list_item footnote other].freeze # where what is emphasised as a whole is meant
        private_constant :RUNNING

        def markup?(paragraph) = @manuscript.sheet.marked(paragraph.style) == :other

        def heading(paragraph, role)
          return Roles.level(role) if Roles.level(role)

          level = @cascade.paragraph(paragraph)[:outline_level]
          level if level&.positive? && !Outline::TITLES.include?(role) && role != :footnote
        end

        def table(table)
          rows = table.rows.each_with_index.map { |row, index| cells(table, row, index) }
          heads = table.rows.take_while(&:header).size
          heads = 1 if heads.zero? && head?(table)
          Block.new(kind: :table, cells: rows, heads: heads)
        end

        def head?(table)
          first = Manuscript.paragraphs_of([table.rows.first&.cells.to_a.flat_map(&:blocks)]).reject(&:blank?)
          table.rows.size > 1 && first.any? && first.all? { |one| @roles.of(one.id).name == :table_heading }
        end

        def cells(table, row, index)
          column = row.before
          made = column.positive? ? [Cell.new(blocks: [], span: column)] : []
          row.cells.each do |cell|
            unless cell.continued
              made << Cell.new(blocks: story(cell.blocks), span: cell.span, rows: 1 + table.carried_on(index, column), align: align(cell))
            end
            column += cell.span
          end
          made
        end

        def align(cell)
          first = Manuscript.paragraphs_of([cell.blocks]).first or return
          found = @cascade.paragraph(first)[:align]
          found if %i[center end].include?(found)
        end
      end
    end
  end
end

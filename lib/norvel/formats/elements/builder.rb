# frozen_string_literal: true

module Norvel
  module Formats
    module Elements
      # A manuscript in the plain sheet of what a file says. Paragraphs are numbered as they come: those of the body, then of notes.
      #
      #   Builder.new(whole, "markdown").manuscript
      class Builder
        DEEPEST = 8 # level of a list, from 0
        TASKS = {true => "☑", false => "☐"}.freeze
        BREAK = "* * *"
        CELL = 45_720 # EMU beside the text of a cell
        LEAST, MOST = 5, 40 # letters that a column counts for

        # @return [Hash{Array(Integer, Integer)=>String}] as Format#links
        attr_reader :links
        # @return [Hash{Block=>Array<Integer>}] by the block itself the paragraphs that it became
        attr_reader :made
        # @return [Hash{String=>Array<Integer>}] the same by the ref of a note
        attr_reader :made_notes

        # @param whole [Whole] @param format [String] the name of it
        # @param limits [Limits, nil]
        def initialize(whole, format, limits: nil)
          @whole = whole
          @format = format
          @limits = limits
          @sheet = PlainSheet.new
          @ids = -1
          @tables = @cells = 0
          @lists = {}
          @links = {}
          @made = {}.compare_by_identity
          @made_notes = {}
          @anchors = {}
        end

        # @return [Manuscript]
        # @raise [FileError] where it is larger than the limits
        def manuscript
          blocks = rows(@whole.blocks, Place.new)
          blocks << paragraph(:body, [], Place.new) if blocks.none?(Manuscript::Paragraph)
          notes = @whole.notes.to_h do |ref, inner|
            first = @ids + 1
            [ref, note(inner)].tap { @made_notes[ref] = (first..@ids).to_a }
          end
          foot = paragraph(:footer, [], Place.new).with(runs: [Manuscript::Run.new(text: "1", field: :page)])
          section = Manuscript::Section.new(page: PlainSheet.page, footers: {default: [foot]})
          Manuscript.new(blocks: blocks, sheet: sheet, sections: [section], notes: notes, lists: @lists, info: @whole.info,
            warnings: @whole.warnings, anchors: @anchors, format: @format, settings: Manuscript::Settings.new(between: :larger))
        end

        private

        # Where blocks stand: in how many quotations, in which item (`list` and `level`), and whether its label has gone to a paragraph.
        # `around` counts the quotations that the list stands in.
        Place = Value.define(quoted: 0, around: 0, list: nil, level: -1, labelled: false, note: false, table: nil)
        private_constant :Place

        def sheet
          language = @whole.info.language
          @sheet.sheet.then { |made| language ? made.with(defaults: {language: language}) : made }
        end

        def rows(blocks, place)
          blocks.flat_map do |block|
            first = @ids + 1
            made = one(block, place)
            @made[block] = (first..@ids).to_a
            @anchors[block.anchor] ||= first if block.anchor && first <= @ids
            place = place.with(labelled: true) if made.any?
            made
          end
        end

        def one(block, place)
          case block.kind
          when :quotation then rows(block.blocks, place.with(quoted: place.quoted + 1))
          when :list then list(block, place)
          when :table then captioned(block, [table(block, place)], place)
          when :figure then captioned(block, [paragraph(:figure, block.pieces, place, block.set)], place)
          when :code then [paragraph(:code, block.pieces, place, block.set)]
          when :markup then [paragraph(:markup, [Piece.new(text: block.text)], place)]
          when :break then [paragraph(:break, [Piece.new(text: BREAK)], place)]
          when :heading then [paragraph(:"heading_#{block.level.clamp(1, 6)}", block.pieces, place, block.set, perhaps: block.perhaps)]
          else [paragraph(block.role || :body, block.pieces, place, block.set, perhaps: block.perhaps)]
          end
        end

        def captioned(block, made, place)
          return made unless block.caption

          caption = lambda do
            paragraph(:caption, block.caption.pieces, place, block.caption.set).tap { |made| @made[block.caption] = [made.id] }
          end
          block.above ? [caption.call, *made] : [*made, caption.call]
        end

        def list(block, place)
          level = [place.level + 1, DEEPEST].min
          tasks = {}
          list = made_list(block.format, level, block.start, place.quoted, block.form) if block.blocks.any? { |item| item.done.nil? }
          block.blocks.flat_map do |item|
            counted = item.done.nil? ? list : tasks[item.done] ||= made_list(TASKS.fetch(item.done), level, 1, place.quoted)
            inner = item.blocks.empty? ? [Block.new(kind: :text)] : item.blocks
            inner = [Block.new(kind: :text), *inner] unless %i[text heading code markup break].include?(inner.first.kind)
            rows(inner, place.with(list: counted, level: level, labelled: false, around: place.quoted))
          end
        end

        # @return [String] the id of a list of which only this level is used
        def made_list(format, level, start, quoted, form = nil)
          id = (@lists.size + 1).to_s
          levels = (0..DEEPEST).to_h { |deep| [deep, level(format, deep, (deep == level) ? start : 1, quoted, form)] }
          @lists[id] = Manuscript::List.new(id: id, levels: levels)
          id
        end

        def level(format, deep, start, quoted, form)
          kinds = PlainSheet.lists
          bullets = !NUMBERS.include?(format)
          indents = kinds.fetch(bullets ? :bullets : :numbers).levels[deep].indents
          indents = indents.merge(indent_start: indents[:indent_start] + quoted * PlainSheet::INDENT) if quoted.positive?
          sign = (format == "bullet") ? kinds[:bullets].levels[deep].sign : format
          text = bullets ? sign : (form || "%s.").sub("%s", "%#{deep + 1}")
          Manuscript::ListLevel.new(format: bullets ? "bullet" : format, text: text, start: start, properties: indents)
        end

        NUMBERS = %w[decimal lower_roman upper_roman lower_letter upper_letter].freeze
        private_constant :NUMBERS

        # What stands in an item below its first paragraph has the indents of the level and no label.
        def below(list)
          id = "#{list}b"
          @lists[id] ||= Manuscript::List.new(id: id, levels: @lists.fetch(list).levels.transform_values { |level|
            level.with(format: "none", text: "", suffix: :nothing,
              properties: level.properties.merge(indent_first: 0))
          })
          id
        end

        def paragraph(slot, pieces, place, set = {}, perhaps: false)
          runs = pieces.map { |piece| run(piece) }
          said = set
          if place.list
            list = place.labelled ? below(place.list) : place.list
            said = set.merge(numbering: Properties::NumberRef.new(list: list, level: place.level))
          end
          slot, quoted = settled(slot, place)
          numbered(@sheet.style(slot, quoted: quoted, align: place.table, perhaps: perhaps), runs, said, place)
        end

        # Running text is what it stands in: an item, a quotation, a note.
        def settled(slot, place)
          return [slot, place.quoted] unless slot == :body
          return [:block_quotation, place.quoted - 1] if place.quoted > (place.list ? place.around : 0)
          return [:list_item, place.quoted] if place.list

          [place.note ? :footnote : :body, place.quoted]
        end

        def numbered(style, runs, said, place)
          id = @ids += 1
          @limits&.refuse(:paragraphs, id + 1) if @limits && id >= @limits.paragraphs
          runs = runs.reject { |run| run.text.empty? && !run.holds? }.each_with_index.map { |run, origin| run.with(origin: origin) }
          letters = runs.sum { |run| run.text.length }
          @limits.refuse(:letters, letters) if @limits && letters > @limits.letters
          runs.each { |run| @links[[id, run.origin]] = run.link if run.link }
          Manuscript::Paragraph.new(id: id, style: style, runs: runs, properties: said, in_table: !place.table.nil?)
        end

        def run(piece)
          marks = piece.marks.sort_by { |mark| MARKS.index(mark) }.map { |mark| @sheet.words(mark) }
          marks = [@sheet.style(:note_mark)] if piece.note
          text, insets = piece.text, []
          if piece.note then text, insets = Manuscript::INSET_MARK, [Manuscript::Inset.new(kind: :note, ref: piece.note)]
          elsif piece.picture then text, insets = Manuscript::INSET_MARK, [picture(piece.picture)]
          end
          Manuscript::Run.new(text: text, insets: insets, style: marks.last, within: marks[0...-1] || [], link: piece.link,
            properties: piece.set)
        end

        def picture(picture)
          Manuscript::Inset.new(kind: :image, what: :image, ref: picture.ref, alt: picture.alt, width: picture.width,
            height: picture.height, decorative: picture.decorative)
        end

        def note(blocks)
          number = Manuscript::Run.new(field: :own_number, generated: true)
          made = rows(blocks, Place.new(note: true))
          first = made.find { |one| one.is_a?(Manuscript::Paragraph) }
          made.unshift(first = paragraph(:body, [], Place.new(note: true))) unless first && made.first.equal?(first)
          gap = Manuscript::Run.new(text: " ", generated: true)
          [first.with(runs: [number, gap, *first.runs]), *made.drop(1)]
        end

        def table(block, place)
          id = "t#{@tables += 1}"
          carried = {} # column to rows still to be covered, and the span
          rows = block.cells.each_with_index.map do |cells, index|
            row(cells, carried, place, index < block.heads)
          end
          Manuscript::Table.new(id: id, rows: rows, columns: columns(rows), cell_margin: CELL, edges: PlainSheet::RULE, style_parts: [])
        end

        def row(cells, carried, place, head)
          left = cells.dup
          made, column = [], 0
          while left.any? || carried.keys.any? { |at| at >= column }
            if (above = carried[column])
              made << covered(above[:span], place)
              (above[:rows] > 1) ? carried[column] = above.merge(rows: above[:rows] - 1) : carried.delete(column)
              column += above[:span]
            elsif left.empty?
              made << covered(1, place, false)
              column += 1
            else
              cell = left.shift
              made << cell(cell, place, head)
              carried[column] = {rows: cell.rows - 1, span: cell.span} if cell.rows > 1
              column += cell.span
            end
          end
          Manuscript::Row.new(header: head, splits: false, cells: made)
        end

        def cell(cell, place, head)
          @cells += 1
          @limits.refuse(:cells, @cells) if @limits && @cells > @limits.cells
          inner = place.with(table: cell.align || :start, list: nil, level: -1, quoted: 0)
          blocks = in_cells(cell.blocks, head)
          made = rows(blocks, inner)
          made << paragraph(head ? :table_heading : :table_text, [], inner) unless made.last.is_a?(Manuscript::Paragraph)
          Manuscript::Cell.new(blocks: made, span: cell.span, edges: head ? PlainSheet::HEAD : {})
        end

        def in_cells(blocks, head)
          slot = head ? :table_heading : :table_text
          blocks.map { |block| (block.kind == :text && [nil, :body].include?(block.role)) ? block.with(role: slot) : block }
        end

        def covered(span, place, continued = true)
          Manuscript::Cell.new(blocks: [paragraph(:table_text, [], place.with(table: :start, list: nil, level: -1, quoted: 0))], span: span,
            continued: continued)
        end

        # Columns are as wide as what stands in them asks for, within the text.
        def columns(rows)
          count = rows.map { |row| row.cells.sum(&:span) }.max || 1
          letters = Array.new(count, LEAST)
          rows.each do |row|
            at = 0
            row.cells.each do |cell|
              longest = Manuscript.paragraphs_of([cell.blocks]).map { |one| one.text.length }.max || 0
              letters[at] = longest.clamp(letters[at], [letters[at], MOST].max) if cell.span == 1
              at += cell.span
            end
          end
          width = PlainSheet.page.text_width
          letters.map { |share| width * share / letters.sum }
        end
      end
    end
  end
end

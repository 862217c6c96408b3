# frozen_string_literal: true

require_relative "page_geometry"
require_relative "column_fill"
require_relative "uneven_columns"
require_relative "notes"
require_relative "page_margins"
require_relative "placing"

module Norvel
  class Layout
    # Makes pages: each section to items, the items to columns, band under band where sections go on upon a page, with the notes at the
    # foot of their column.
    class PageBuilder
      # Where a page stands while it is made: the geometry of its section, the y from which the next band goes, the space that the last
      # paragraph asks for below it, and the notes of each column, as [x, width, NoteArea].
      State = Struct.new(:page, :geometry, :y, :after, :notes, keyword_init: true) do
        # @return [Boolean] whether something stands on the page above what comes next
        def placed_any? = y > page.top
      end

      NOTE_RULE = 0.45 # of the room above the notes lies under their rule

      # @param approximations [Array] what gave way is added to
      def initialize(manuscript, setter, approximations)
        @manuscript = manuscript
        @setter = setter
        @approximations = approximations
        @flow = Flow.new(setter, between: manuscript.settings.between)
        @margins = PageMargins.new(manuscript, setter)
        @notes = Notes.new(manuscript, setter)
        @pages = []
        @monitor = Monitor.new
      end

      # @return [Array<Page>]
      def pages
        @blocks = blocks_by_section
        @blocks.each_with_index { |blocks, index| add_section(index, blocks) }
        finish_page(:end)
        @pages.last.turn = @pages.last.turn.with(reason: :end, paragraph: nil)
        @margins.number(@pages)
        @pages.each { |page| page.margin_steps << -> { @margins.add(page, @pages) } unless page.blank }
        @pages.each { |page| page.apart ||= @margins.apart?(page.part) }
        @pages.select(&:apart).each { |page| page.floats.each { |float| fill_box(page, float) if float.inset.box } }
        @flow = @kept = @before = nil # of the layout before, which is not to live as long as these pages
        @pages
      end

      private

      def blocks_by_section
        return [@manuscript.blocks] if @manuscript.sections.size == 1

        ends = @manuscript.sections.filter_map(&:last)
        groups = [[]]
        @manuscript.blocks.each do |block|
          groups.last << block
          ended = Manuscript.paragraphs_in(block).any? { |paragraph| ends.include?(paragraph.id) }
          groups << [] if ended && groups.size < @manuscript.sections.size
        end
        groups
      end

      def add_section(index, blocks)
        @index = index
        @section = @manuscript.sections[index]
        @geometry = @margins.geometry(@section)
        here = @state && @section.begins == :here && same_paper?
        @columns = UnevenColumns.new(@flow, @geometry, blocks) if @geometry.uneven?
        @items = if @columns
          @columns.first_items(after: here ? @state.after : nil)
        else
          @flow.items(blocks, column_width, after: here ? @state.after : nil, keep: true)
        end
        @kept, @before = (@flow.kept unless @columns), (@flow.before unless @columns)
        after = @flow.after
        endnotes = @notes.at_end(blocks, column_width, ends: index == @blocks.size - 1 || endnotes_here?)
        @apart = @columns || @flow.apart? || endnotes.any?(&:apart?)
        @items += endnotes
        @made = @items.size
        here ? go_on(@geometry.columns.size) : begin_part
        fill(index)
        @columns&.approximate&.uniq&.each do |paragraph|
          @approximations << Approximation.new(kind: :object, page: @state.page.number, paragraph: paragraph.id, sort: :uneven_columns)
        end
        @columns = nil
        @state.after = after
      end

      def endnotes_here? = (@section.endnotes || @manuscript.settings.endnotes).place == :section

      def column_width = @geometry.columns.first.last

      def note_lead = @notes.lead(column_width)

      def same_paper? = @state.page.design.width == @section.page.width && @state.page.design.height == @section.page.height

      # Columns side by side begin at one height, under the space that the paragraph above asks for.
      def go_on(columns)
        @state.geometry = @geometry
        @state.y += @state.after if columns > 1 && @state.placed_any?
      end

      def begin_part
        reason = @state ? finish_part : nil
        begin_page(first: true)
        @pages[-2].turn = @pages[-2].turn.with(reason: reason, paragraph: @items.first&.paragraph&.id) if reason
      end

      # A part that begins on a recto or verso may need an empty page before it, which is counted in the part that it ends.
      # @return [Symbol] why the part begins on a page of its own
      def finish_part
        last = @state
        finish_page(:end)
        number = @pages.size + 1
        wanted = {recto: 1, verso: 0}[@section.begins]
        return :part if wanted.nil? || number % 2 == wanted

        @pages.last.turn = @pages.last.turn.with(reason: :recto, paragraph: @items.first&.paragraph&.id)
        empty = last.geometry.bottom(number, false) - last.geometry.top(number, false)
        @pages << Page.empty(number, last.page.part, last.page.design, @monitor).tap do |page|
          page.top = page.bottom = 0.0
          page.blank, page.turn = true, Turn.new(reason: :recto, empty: empty)
        end
        :recto
      end

      def begin_page(first:)
        number = @pages.size + 1
        page = Page.empty(number, @index, @section.page, @monitor, first: first)
        page.top = @geometry.top(number, first)
        page.bottom = @geometry.bottom(number, first)
        page.left = @geometry.left(number)
        page.text_width = @geometry.width
        @pages << page
        @state = State.new(page: page, geometry: @geometry, y: page.top, after: 0.0, notes: [])
      end

      # Band after band until the section is on its pages.
      def fill(index)
        start = 0
        carried = []
        loop do
          leaves = band(start, carried, lead(start), balanced: balanced?(index))
          leaves.each_with_index { |leaf, column| place(leaf, column) }
          @section.beyond.each { |sort| @approximations << Approximation.new(kind: :object, page: @state.page.number, sort: sort) }
          start = leaves.last.to
          carried = leaves.last.carried
          @state.y += leaves.map(&:used).max
          return if leaves.last.ended

          turn(leaves.last, start)
        end
      end

      def balanced?(index) = @manuscript.settings.columns_balanced && @manuscript.sections[index + 1]&.begins == :here

      # Which space the next item has above it.
      def lead(start)
        return :none if start.positive?

        (@state.placed_any? && @geometry.columns.size == 1) ? :gap : :before
      end

      # The columns from where the page stands down.
      # @return [Array<ColumnFill::Leaf>]
      def band(start, carried, lead, balanced: false)
        leaves = columns(start, room, carried, lead)
        return leaves unless balanced && leaves.last.ended && @geometry.columns.size > 1

        least, most = 0.0, leaves.map(&:used).max
        12.times do
          middle = (least + most) / 2
          tried = columns(start, middle, carried, lead, dry: true)
          (tried.last.ended && tried.none?(&:gave_way)) ? most = middle : least = middle
        end
        columns(start, most + ColumnFill::HAIR, carried, lead)
      end

      def columns(start, height, carried, lead, dry: false)
        plain = !dry && carried.empty? && plain?(start)
        kept = plain && @before && @kept.page(start - grown, @before, height, lead)
        return [grown.zero? ? kept : kept.moved(grown, last: @items.size)] if kept

        leaves, reach = filled(start, height, carried, lead, dry)
        leaf = leaves.first
        if plain && reach && leaf.notes.empty? && leaf.carried.empty? && !leaf.gave_way
          @kept.keep_page(start - grown, grown.zero? ? leaf : leaf.moved(-grown, last: @kept.items.size), height, lead, reach - grown)
        end
        leaves
      end

      # Rows that were split are more items than there were.
      def grown = @items.size - @made

      # @return [Boolean] whether a page begins there with an item as it was made, one column wide, and nothing else is on it
      def plain?(start)
        @kept && @geometry.columns.size == 1 && !@state.placed_any? && @state.notes.empty? && @items[start] &&
          start >= grown && @items[start].equal?(@kept.items[start - grown])
      end

      def filled(start, height, carried, lead, dry)
        filling = ColumnFill.new(dry ? @items.dup : @items, note: ->(ref) { @notes.at_foot(ref, column_width) }, lead: note_lead)
        leaves = []
        @geometry.columns.each_index do |column|
          here = leaves.empty? ? start : leaves.last.to
          @columns&.fit(filling.items, here, column)
          notes = notes_of(column) + (leaves.empty? ? carried : leaves.last.carried)
          leaf = filling.fill(here, height - reserved(column), carried: notes, lead: leaves.empty? ? lead : :none, top: !@state.placed_any?)
          leaves << leaf
          break if leaf.ended || %i[manual break_before].include?(leaf.reason)
        end
        [leaves, filling.reach]
      end

      def room = @state.page.bottom - @state.y

      # Notes of the same column that stand on the page already.
      def notes_of(column) = @state.notes.find { |x, width, _| [x, width] == @geometry.columns[column] }&.last&.entries || []

      # The height of notes in bands with other columns.
      def reserved(column)
        others = @state.notes.reject { |_, width, _| width == @geometry.columns[column].last }
        others.group_by { |_, width, _| width }.sum { |_, notes| tallest(notes) }
      end

      def tallest(notes) = notes.map { |_, _, area| area.height }.max || 0.0

      def place(leaf, column)
        offset, width = @geometry.columns[column]
        put(@state.page, @items, leaf, @geometry.left(@state.page.number) + offset, column)
        @state.notes.reject! { |one, other, _| [one, other] == [offset, width] }
        @state.notes << [offset, width, leaf.notes] unless leaf.notes.empty?
        overflow(@state.page, @items[leaf.to - 1]&.paragraph) if leaf.gave_way
      end

      def put(page, items, leaf, x, column)
        y = @state.y
        page.pieces << [items, leaf.from, leaf.to]
        page.text_steps << -> { Placing.new(page, column).items(items, leaf, x, y) }
        page.apart ||= @apart && (leaf.from...leaf.to).any? { |index| items[index].apart? }
      end

      # From one page to the next.
      def turn(leaf, start)
        finish_page(leaf.reason, paragraph: @items[start]&.paragraph&.id, empty: leaf.empty)
        begin_page(first: false)
      end

      def finish_page(reason, paragraph: nil, empty: nil)
        page = @state.page
        empty ||= [room - tallest(@state.notes), 0.0].max
        page.turn = Turn.new(reason: reason, paragraph: paragraph, empty: empty)
        vertical = @state.geometry.vertical
        page.text_steps << -> { Placing.new(page).shift(vertical, empty) } unless vertical == :top
        place_notes(page)
      end

      # Notes of columns side by side share their floor; those of bands one under the other are stacked.
      def place_notes(page)
        return if @state.notes.empty?

        floor = page.bottom
        @state.notes.group_by { |_, width, _| width }.to_a.reverse_each do |width, notes|
          notes.each do |offset, _, area|
            put_notes(page, area, @state.geometry.left(page.number) + offset, floor - area.text_height, width)
          end
          floor -= tallest(notes)
        end
      end

      def put_notes(page, area, x, y, width)
        items = area.entries.map(&:item)
        page.pieces << [items, 0, items.size]
        page.apart ||= items.any?(&:apart?)
        rule = y - area.lead * NOTE_RULE
        page.text_steps << lambda do
          page[:rules] << Rule.new(x, rule, x + width / 3, rule)
          Placing.new(page).entries(area.entries, x, y)
        end
      end

      # The text of a box stands in it as on a page of its own.
      def fill_box(page, float)
        room = Floating.inner(float.inset)
        flow = Flow.new(@setter, between: @manuscript.settings.between)
        blocks = @manuscript.asides.fetch(float.inset.box, [])
        items = flow.items(blocks, [float.width - room[:start] - room[:end], 1.0].max, area: :text_box,
          folios: @margins.said_on(page, @pages, blocks))
        rest = float.height - room[:top] - room[:bottom] - Flow.height(items)
        top = float.y + room[:top] + [rest, 0.0].max * STANDS.fetch(float.inset.anchor.stands)
        below = Placing.new(page).stack(items, Flow.leads(items), float.x + room[:start], top, area: :text_box)
        overflow(page, float.paragraph) if below > float.y + float.height + 1
      end

      STANDS = {top: 0.0, center: 0.5, bottom: 1.0}.freeze
      private_constant :STANDS

      def overflow(page, paragraph) = @approximations << Approximation.new(kind: :overflow, page: page.number, paragraph: paragraph&.id)
    end
  end
end

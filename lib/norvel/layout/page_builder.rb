# frozen_string_literal: true

module Norvel
  class Layout
    # Makes pages: sections to flows, flows to leaves, leaves to lines at their places with notes,
    # headers and footers.
    class PageBuilder
      POINT = 12_700.0
      NOTE_LEAD = 4.0 # points between the rule above the notes and the first of them
      DUMMY_FOLIOS = {page: "00", pages: "00"}.freeze

      # @param approximations [Array] what gave way is added to
      def initialize(manuscript, setter, approximations)
        @manuscript = manuscript
        @setter = setter
        @approximations = approximations
        @flow = Flow.new(setter, between: manuscript.settings.between)
        @note_items = {}
      end

      # @return [Array<Page>]
      def pages
        pages = []
        parts.each { |index, section, items| add_part(pages, index, section, items) }
        pages.last.turn = pages.last.turn.with(reason: :end, paragraph: nil)
        number(pages)
        pages.each { |page| add_margins(page, pages) }
        pages
      end

      private

      # Sections that begin on the page of the one before flow on with it.
      # @return [Array<Array(Integer, Section, Array<Item>)>]
      def parts
        groups = blocks_by_section.each_with_index.each_with_object([]) do |(blocks, index), list|
          section = @manuscript.sections[index]
          if section.begins == :here && list.any?
            list.last[2] << [section, blocks]
          else
            list << [index, section, [[section, blocks]]]
          end
        end
        groups.map { |index, section, flows| [index, section, flows.flat_map { |part, blocks| @flow.items(blocks, part.page.text_width / POINT) } + ((index == @manuscript.sections.size - 1) ? endnotes : [])] }
      end

      def blocks_by_section
        ends = @manuscript.sections.filter_map(&:last)
        groups = [[]]
        @manuscript.blocks.each do |block|
          groups.last << block
          groups << [] if groups.size < @manuscript.sections.size && Manuscript.paragraphs_in(block).any? { |paragraph| ends.include?(paragraph.id) }
        end
        groups
      end

      # Endnotes follow the text.
      # @return [Array<Item>]
      def endnotes
        width = @manuscript.sections.last.page.text_width / POINT
        used_notes.select { |ref| ref.start_with?("endnotes") }.flat_map do |ref|
          @flow.items(@manuscript.notes.fetch(ref, []), width, area: :note, folios: {own_number: @setter.note_label(ref)})
        end
      end

      def used_notes = @used_notes ||= @manuscript.paragraphs.flat_map(&:insets).filter_map { |inset| inset.ref if inset.kind == :note }

      def add_part(pages, index, section, items)
        if pages.any?
          begins = recto_gap(pages, index, section)
          pages.last.turn = pages.last.turn.with(reason: begins, paragraph: items.first&.paragraph&.id)
        end
        first = pages.size
        note_height = ->(ref) { Flow.height(note_items(ref, section)) }
        leaves = Paginator.new(items, room: ->(leaf) { room(section, first + leaf, leaf.zero?) }, note_height: note_height).leaves
        leaves = [Paginator::Leaf.new(from: 0, to: 0, reason: :end, empty: room(section, first, true), notes: [])] if leaves.empty?
        leaves.each_with_index do |leaf, place|
          pages << build_page(pages.size + 1, index, section, items, leaf, place.zero?)
        end
      end

      # A part that begins on a recto or verso may need an empty page before it.
      def recto_gap(pages, index, section)
        next_number = pages.size + 1
        wrong = (section.begins == :recto && next_number.even?) || (section.begins == :verso && next_number.odd?)
        return :part unless wrong

        pages.last.turn = pages.last.turn.with(reason: :recto)
        pages << Page.new(number: next_number, part: index, design: section.page, placed: [], rules: [], frames: [], top: 0.0, bottom: 0.0,
          turn: Turn.new(reason: :recto, empty: room(section, next_number - 1, false)))
        :recto
      end

      def build_page(number, index, section, items, leaf, first)
        page = Page.new(number: number, part: index, design: section.page, placed: [], rules: [], frames: [])
        page.top = top(section, number, first)
        page.bottom = page.height - bottom(section, number, first)
        place_items(page, items, leaf)
        place_notes(page, section, leaf.notes.reject { |ref| ref.start_with?("endnotes") })
        page.turn = Turn.new(reason: leaf.reason, paragraph: items[leaf.to]&.paragraph&.id, empty: leaf.empty)
        leaf.gave_way&.each { @approximations << Approximation.new(kind: :overflow, page: number, paragraph: items[leaf.to - 1]&.paragraph&.id) }
        page
      end

      def left(page) = (page.design.margin[:start] + page.design.margin[:gutter]) / POINT

      def place_items(page, items, leaf)
        y = page.top
        x = left(page)
        first = items[leaf.from]
        first&.row&.heads&.each { |head| y = place_row(page, head, x, y) }
        framed = []
        (leaf.from...leaf.to).each do |index|
          item = items[index]
          y += if index > leaf.from then item.gap
          elsif index.zero? || item.forced then item.before
          else 0.0
          end
          framed << [item, y] if item.frame
          if item.row
            y = place_row(page, item.row, x, y)
          else
            place_line(page, item, item.area, x, y)
            y += item.height
          end
        end
        place_frames(page, framed, x) if framed.any?
      end

      def place_frames(page, framed, x)
        page.frames.concat(Frames.place(framed).map { |frame| frame.moved(x, 0.0) })
      end

      def place_line(page, item, area, x, y)
        y += item.lead if item.frame
        page.placed << Placed.new(area, *item.run_in, x, y) if item.run_in
        page.placed << Placed.new(area, item.paragraph, item.setting, item.line, x, y)
      end

      def place_row(page, row, x, y)
        row.lines.each { |paragraph, setting, line, inner_x, inner_y| page.placed << Placed.new(:cell, paragraph, setting, line, x + inner_x, y + inner_y) }
        row.frames.each { |frame| page.frames << frame.moved(x, y) }
        row.rules.each { |rule| page.rules << Rule.new(x + rule.x1, y + rule.y1, x + rule.x2, y + rule.y2) }
        y + row.height
      end

      def place_notes(page, section, refs)
        return if refs.empty?

        stacks = refs.map { |ref| note_items(ref, section) }
        y = page.bottom - stacks.sum { |items| Flow.height(items) }
        x = left(page)
        page.rules << Rule.new(x, y - NOTE_LEAD, x + section.page.text_width / POINT / 3, y - NOTE_LEAD)
        stacks.each { |items| y = stack(page, items, x, y, :note) }
      end

      def note_items(ref, section)
        return [] if ref.start_with?("endnotes")

        @note_items[[ref, section.page.text_width]] ||= Flow.new(@setter, between: @manuscript.settings.between).items(@manuscript.notes.fetch(ref, []), section.page.text_width / POINT, area: :note, folios: {own_number: @setter.note_label(ref)})
      end

      def stack(page, items, x, y, area)
        framed = []
        items.each_with_index do |item, index|
          y += index.zero? ? item.before : item.gap
          framed << [item, y] if item.frame
          if item.row
            y = place_row(page, item.row, x, y)
          else
            place_line(page, item, area, x, y)
            y += item.height
          end
        end
        place_frames(page, framed, x) if framed.any?
        y
      end

      # The text begins under the top margin, or under the header where that is taller.
      def top(section, number, first)
        [section.page.margin[:top] / POINT, section.page.margin[:header] / POINT + margin_height(section, section.headers, number, first)].max
      end

      def bottom(section, number, first)
        [section.page.margin[:bottom] / POINT, section.page.margin[:footer] / POINT + margin_height(section, section.footers, number, first)].max
      end

      def room(section, index, first) = section.page.height / POINT - top(section, index + 1, first) - bottom(section, index + 1, first)

      def margin_height(section, stories, number, first)
        blocks = story(section, stories, number, first)
        blocks.empty? ? 0.0 : Flow.height(margin_items(blocks, section, DUMMY_FOLIOS))
      end

      def margin_items(blocks, section, folios) = Flow.new(@setter, between: @manuscript.settings.between).items(blocks, section.page.text_width / POINT, area: :header, folios: folios)

      def story(section, stories, number, first)
        kind = if first && section.first_differs then :first
        elsif number.even? && @manuscript.settings.even_differs then :even
        else :default
        end
        stories.fetch(kind, [])
      end

      def number(pages)
        count = 0
        part = nil
        pages.each do |page|
          section = @manuscript.sections[page.part]
          count = section.folio.start - 1 if part != page.part && section.folio.start
          part = page.part
          page.folio = ListLabels.write(count += 1, section.folio.format)
        end
      end

      def add_margins(page, pages)
        return if page.top.zero?

        section = @manuscript.sections[page.part]
        first = page.number == 1 || pages[page.number - 2].part != page.part
        folios = {page: page.folio, pages: pages.size.to_s}
        header = margin_items(story(section, section.headers, page.number, first), section, folios)
        stack(page, header, left(page), section.page.margin[:header] / POINT, :header)
        footer = margin_items(story(section, section.footers, page.number, first), section, folios)
        stack(page, footer, left(page), page.height - section.page.margin[:footer] / POINT - Flow.height(footer), :footer)
      end
    end
  end
end

# frozen_string_literal: true

module Norvel
  # Why each page ends where it does, what moved to the next for it, what stays empty; and which of these turns are poor, with a cure where
  # there is one.
  #
  #   breaks = Breaks.new(layout, roles, captions)
  #   breaks.turns[6].words     # "a heading goes with what follows it; 2 lines moved, 42 pt stay empty"
  #   breaks.poor               # a caption apart from its figure …
  class Breaks
    REASONS = {
      part: "a new part begins", recto: "the next part begins on a recto", column: "a column break was asked for",
      manual: "a page break was typed",
      break_before: "what follows begins a page by its formatting", keep_with_next: "what stands here goes with what follows it",
      keep_together: "a paragraph stays in one piece", table_row: "the next row does not fit", image: "a picture does not fit",
      note: "a note needs its room", widow: "a paragraph's last line would stand alone",
      orphan: "a paragraph's first line would stand alone",
      overflow: "it holds something larger than itself", full: "it is full", end: "the text ends"
    }.freeze
    MOVING = %i[keep_with_next keep_together orphan widow image table_row note].freeze

    # One turn: `moved` counts the lines that had room and went to the next page, `empty` is in points.
    Turn = Value.define(:page, :reason, paragraph: nil, empty: 0.0, moved: 0) do
      # @param unit [String, nil] in which lengths are said
      # @return [String]
      def words(unit = nil)
        said = [REASONS.fetch(reason)]
        said << ((moved == 1) ? "1 line moved" : "#{moved} lines moved") if moved.positive?
        said << "#{Lengths.about((empty * Lengths::PT).round, unit || "cm")} stay empty" if empty >= 12 && reason != :full
        said.join("; ")
      end
    end

    # A turn that a reader would mind: what it is, in a sentence, with the change that mends it (name and parameters) and what to call that.
    Poor = Value.define(:kind, :page, :paragraph, :sentence, cure: nil, called: nil)

    NEARLY_EMPTY = 0.2 # of a page's height filled (common practice, no source)
    LEFT_EMPTY = 0.2 # of a page's height (common practice, no source)
    SHORT = 2 # lines on the last page of a part (common practice, no source)

    # @param layout [Layout] @param roles [Roles, nil] @param captions [Captions, nil] needed for the poor ones alone
    # @yieldreturn [Array<Poor>] others, which take trying out what would mend them
    def initialize(layout, roles = nil, captions = nil, &others)
      @others = others
      @layout = layout
      @manuscript = layout.manuscript
      @roles = roles
      @captions = captions
    end

    # @return [Array<Turn>] one a page
    def turns
      @turns ||= @layout.pages.each_with_index.map do |page, index|
        turn = page.turn
        Turn.new(page: page.number, reason: turn.reason, paragraph: turn.paragraph, empty: turn.empty,
          moved: moved(turn, @layout.pages[index + 1]))
      end
    end

    # @return [Array<Poor>] in the order of the pages
    def poor
      @poor ||= begin
        turns = @layout.pages.each_cons(2).flat_map { |page, following| at_turn(page, following) }
        over(turns + nearly_empty + left_for_notes + apart).sort_by(&:page)
      end
    end

    private

    # What is known better is not said twice.
    def over(found)
      others = @others&.call || []
      found.reject { |poor| poor.kind == :nearly_empty && others.any? { |one| one.page == poor.page } } + others
    end

    # Lines at the head of the next page that the room left empty would have held.
    def moved(turn, following)
      return 0 unless following && MOVING.include?(turn.reason)

      room = turn.empty
      lines = following.text_lines
      lines.take_while { |placed| (room -= placed.line.height) >= 0 }.size.clamp(0, lines.size)
    end

    def at_turn(page, following)
      last, first = page.text_lines.last, following.text_lines.first
      return [] if last.nil? || first.nil?

      [heading_alone(page, last), table_head(page, last, following), single_line(page, last, first)].compact
    end

    def heading_alone(page, last)
      paragraph = last.paragraph
      return unless @layout.cascade.paragraph(paragraph)[:outline_level] && last.line.end == last.setting.text.length && !paragraph.in_table

      Poor.new(kind: :heading_alone, page: page.number, paragraph: paragraph.id, called: "Keep headings of its style with what follows",
        sentence: "#{named(paragraph)} stands alone at the foot of page #{page.number}.", cure: style_cure(paragraph, "keep_next" => "yes"))
    end

    # The head of a table without a row of it.
    def table_head(page, last, following)
      table = @manuscript.table_of(last.paragraph.id) or return
      row = table.rows.index { |one| one.cells.any? { |cell| cell.blocks.any? { |block| block.id == last.paragraph.id } } }
      return unless row&.zero? && table.rows.size > 1 && @manuscript.table_of(following.text_lines.first.paragraph.id)&.id == table.id
      return unless table.rows.first.header || @roles.of(last.paragraph.id).name == :table_heading

      Poor.new(kind: :table_head_alone, page: page.number, paragraph: last.paragraph.id, called: "Keep its head with the first row",
        sentence: "The head of a table stands alone at the foot of page #{page.number}.",
        cure: Cures.format_here("paragraphs" => heads(table), "values" => {"keep_next" => "yes"}))
    end

    def heads(table) = table.rows.first.cells.flat_map { |cell| cell.blocks.grep(Manuscript::Paragraph).map(&:id) }

    # One line of a paragraph on this side or that.
    def single_line(page, last, first)
      return unless last.paragraph.id == first.paragraph.id

      lines = @layout.lines_of(last.paragraph.id)
      here = lines.count { |placed| page.placed.any? { |one| one.equal?(placed) } }
      alone = here == 1 || lines.last.equal?(first)
      return unless lines.size > 2 && alone

      what = (@roles.of(last.paragraph.id).name == :list_item) ? "list item" : "paragraph"
      which, where = (here == 1) ? ["first", "foot of page #{page.number}"] : ["last", "head of page #{page.number + 1}"]
      Poor.new(kind: (what == "paragraph") ? :single_line : :list_line, page: page.number, paragraph: last.paragraph.id,
        sentence: "The #{which} line of a #{what} stands alone at the #{where}.",
        called: "Two lines at least on each side, by its style", cure: style_cure(last.paragraph, "orphans" => "2", "widows" => "2"))
    end

    # Pages that hold next to nothing, though nothing asked for a new one or the text goes on.
    def nearly_empty
      @layout.pages.each_cons(2).filter_map do |page, _|
        filled = page.text_lines
        next if page.blank || filled.empty? || title_page?(page)

        used = 1 - page.turn.empty / [page.bottom - page.top, 1].max
        short = page.number > 1 && %i[part recto break_before].include?(page.turn.reason) && filled.size <= SHORT
        next unless short || used < NEARLY_EMPTY

        Poor.new(kind: :nearly_empty, page: page.number, paragraph: filled.first.paragraph.id,
          sentence: "Page #{page.number} " \
          "holds #{(filled.size == 1) ? "1 line" : "#{filled.size} lines"}: #{REASONS.fetch(page.turn.reason)}.")
      end
    end

    # Pages with much room at their foot, since a note of the line that comes next has none.
    def left_for_notes
      pages = @layout.pages.select { |page| page.turn.reason == :note && page.turn.empty > (page.bottom - page.top) * LEFT_EMPTY }
      pages.map do |page|
        left = Lengths.about((page.turn.empty * Lengths::PT).round, "cm").capitalize
        Poor.new(kind: :left_for_a_note, page: page.number, paragraph: page.turn.paragraph,
          sentence: "#{left} stay empty on page #{page.number}, since a note of the next line does not fit.")
      end
    end

    def title_page?(page) = page.number == 1 || page.text_lines.any? { |placed| @roles.of(placed.paragraph.id).name == :title }

    # A caption on another page than what it belongs to.
    def apart
      @captions.all.filter_map do |caption|
        block = caption.belongs && blocks[caption.belongs] or next
        ids = Manuscript.paragraphs_in(block).map(&:id)
        its = @layout.page_of((caption.position == :below) ? ids.last : ids.first)
        own = @layout.page_of(caption.paragraph)
        next if its.nil? || own.nil? || its == own

        Poor.new(kind: :caption_apart, page: [its, own].min, paragraph: caption.paragraph, called: "Keep the two together",
          sentence: "#{named(@manuscript.paragraph(caption.paragraph))} stands on page #{own}, what it belongs to on page #{its}.",
          cure: together(caption, block, ids))
      end
    end

    def blocks = @blocks ||= @manuscript.blocks.to_h { |block| [block.id, block] }

    # Whichever stands first is kept with the other.
    def together(caption, block, ids)
      first = (caption.position == :below) ? ids : [caption.paragraph]
      first = heads(block) + ids if block.is_a?(Manuscript::Table) && caption.position == :below
      Cures.format_here("paragraphs" => first.uniq, "values" => {"keep_next" => "yes"})
    end

    def style_cure(paragraph, values) = Cures.change_style("style" => paragraph.style, "values" => values)

    def named(paragraph) = paragraph.quoted(40).sub(/\A./, &:upcase)
  end
end

require_relative "breaks/excess"

# frozen_string_literal: true

require_relative "svg_values"
require_relative "svg_ink"
require_relative "mark_up"
require_relative "revision_marks"
require_relative "writing_data"
require_relative "page_heard"
require_relative "margin_notes"
require_relative "said_once"
require_relative "measures_svg"

module Norvel
  # Pages as SVG, from the layout alone; units are points.
  module Drawing
    # One page: its lines with every word at its own x, the style marks in its outer margin and the trade
    # mark-up of direct formatting.
    #
    #   PageSvg.new(layout, layout.pages.first).to_s
    class PageSvg
      include SvgValues

      LEFT = 62 # points beside the paper for style marks
      RIGHT = 92 # and for mark-up words
      CODE_X = -13
      CODE_STEP = 9.5 # points between codes in the margin
      SHORT_JOIN = 14 # points of line on the paper for what has no place in the text

      # @param layout [Layout] @param page [Layout::Page]
      # @param style_marks [Boolean] @param mark_up [Boolean]
      # @param signs [Boolean] marks for what is not printed: spaces, tabs, breaks, paragraph ends
      # @param image [Proc, nil] a package member to the address of its picture, nil when it cannot be shown
      # @param window [Array<Float>, nil] x, y, width and height of the part that is shown, instead of the page with its margins
      # @param touched [Hash{Integer=>true}] paragraphs drawn in the proposal colour
      # @param texts [Boolean] the texts of its paragraphs as data, so that they can be written in and copied, and what it says to those who
      #   hear it
      # @param once [SaidOnce] what paragraphs have alike by hand
      # @param measures [MeasuresSvg, nil] dimension lines over it
      def initialize(layout, page, style_marks: true, mark_up: true, image: nil, touched: {}, window: nil, signs: false, texts: false,
        once: SaidOnce.new([]), measures: nil)
        @layout = layout
        @measures = measures
        @manuscript = layout.manuscript
        @page = page
        @style_marks = style_marks
        @mark_up = mark_up
        @svg = SvgInk.new(image)
        @ink = Ink.new(page, pictured: @svg.method(:pictured?))
        @touched = touched
        @window = window
        @signs = signs
        @texts = texts
        @once = once
        @revisions = RevisionMarks.new(@manuscript)
      end

      # @return [String] the viewBox of a page with its outer margins
      def self.view_box(page) = "#{-LEFT} 0 #{(page.width + LEFT + RIGHT).round(2)} #{page.height.round(2)}"

      # @return [String] an svg element
      def to_s
        box = @window ? @window.map { |side| n(side) }.join(" ") : self.class.view_box(@page)
        heard = @texts ? %(aria-hidden="true") : %(role="group" aria-label="Page #{@page.number}")
        @out = %(<svg xmlns="http://www.w3.org/2000/svg" class="page" viewBox="#{box}" #{heard}>)
        @out << %(<rect class="paper" width="#{n(@page.width)}" height="#{n(@page.height)}"/>)
        @out << @svg.draw(@ink.behind)
        @words = MarginNotes.new(@page.height)
        @code_y = -CODE_STEP
        @said = {}
        parts = @page.placed.chunk_while { |one, other| one.goes_on?(other) }.to_a
        @blank_rows = blank_rows(parts)
        parts.each { |lines| draw_paragraph(lines) }
        @out << @svg.draw(@ink.over)
        draw_margins
        @out << @measures.to_s if @measures
        if @texts
          @out << "<metadata>#{h(JSON.generate(WritingData.new(@layout).of(written)))}</metadata><metadata " \
            "class=\"heard\">#{h(PageHeard.new(@layout, @page).to_s)}</metadata>"
        end
        @out << "</svg>"
      end

      private

      def written = @page.text_lines.map(&:paragraph)

      # Blank lines in a row, one under the other.
      # @return [Hash{Integer=>Array<Layout::Placed>}] by the first paragraph of each row
      def blank_rows(parts)
        blank = ->(lines) { lines.first.area == :body && lines.first.paragraph.empty? }
        rows = parts.chunk_while { |one, other| blank[one] && blank[other] && one.first.column == other.first.column }
        rows.select { |row| blank[row.first] }.to_h { |row| [row.first.first.paragraph.id, row.flatten] }
      end

      def draw_paragraph(lines)
        paragraph = lines.first.paragraph
        body = %i[body cell].include?(lines.first.area)
        @out << %(<g class="para#{" proposed" if @touched[paragraph.id]}" ) +
          %(data-p="#{paragraph.id}"#{%( data-i="#{@manuscript.index_of(paragraph.id)}") if body}>)
        shown = lines.reject(&:hidden?)
        draw_lines(shown, paragraph, body) if shown.any?
        @out << "</g>"
      end

      def draw_lines(lines, paragraph, body)
        hit_area(lines)
        lines.each { |placed| draw_line(placed) }
        lines.each { |placed| draw_signs(placed) } if @signs
        draw_style_mark(lines, paragraph) if @style_marks && body
        draw_revisions(lines, paragraph) if @mark_up && body
        draw_mark_up(lines, paragraph) if @mark_up && body
      end

      def draw_line(placed)
        marks = @svg.draw(@ink.line(placed))
        edge = @ink.edge(placed)
        @out << (edge ? @svg.above(edge, marks) : marks)
      end

      def hit_area(lines)
        first = lines.first
        top, bottom = first.y, lines.last.foot
        left = first.x - 4
        right = left + 8 + first.setting.width
        if lines.last.setting.is_a?(Layout::RunIn::Part) && lines.size == 1 && first.paragraph.run_in
          right = first.x + lines.last.line.x + lines.last.line.width
        end
        # Beside the end of a run-in heading the area begins where the text does.
        from = (first.line.start.zero? && first.setting.runs_in?) ? first.x + first.line.x : left
        bottom = [bottom, top + 2].max
        @out << %(<path class="hit" d="M#{n(from)} #{n(top)}H#{n(right)}V#{n(bottom)}H#{n(left)}) +
          %(V#{n(top + first.line.height)}H#{n(from)}Z"/>)
      end

      # A dot for each space, a stroke for a tab; at the line's end what ends it.
      def draw_signs(placed)
        line, text = placed.line, placed.setting.text
        pieces = placed.setting.pieces(line)
        dots = pieces.each_cons(2).map do |one, other|
          next "" unless one.start && other.start

          from, to = one.x + one.width, other.x
          blanks = text[(one.start + one.text.length)...other.start].to_s.count(" ")
          (1..blanks).map { |number| "M#{n(placed.x + from + (to - from) * (number - 0.5) / blanks)} #{n(placed.baseline - 2.5)}h0" }.join
        end.join
        @out << %(<path class="sign dots" d="#{dots}"/>) unless dots.empty?
        placed.line.tabs&.each do |_, from, to, _|
          @out << %(<path class="sign" d="M#{n(placed.x + from + 1)} #{n(placed.baseline - 2.5)}H#{n(placed.x + to - 1)}v-2v4"/>)
        end
        sign = {break: "↲", page: "⤓ new page", column: "⤓ new column", end: "¶"}[line.ends_with] or return
        finish = pieces.last ? pieces.last.x + pieces.last.width : line.x
        @out << %(<text class="sign-text" x="#{n(placed.x + finish + 2)}" ) +
          %(y="#{n(placed.baseline)}">#{(sign == "¶" && placed.paragraph.ends_section?) ? "¶ part ends" : sign}</text>)
      end

      # The code of the style, joined to its paragraph by a fine bracket; table cells go without.
      def draw_style_mark(lines, paragraph)
        return if lines.first.area == :cell

        lines = lines.drop(1) if lines.first.line.start.zero? && lines.first.setting.runs_in? # its first line has the heading's code
        return if lines.empty?

        top = lines.first.y + [lines.first.line.height - lines.first.line.baseline, 2].min + 1
        bottom = lines.last.y + lines.last.line.height - 1
        code = @manuscript.sheet.marks.fetch(paragraph.style, "?")
        starts = lines.first.line.start.zero? || lines.first.setting.runs_in?
        x = lines.first.column.to_i.zero? ? 0 : lines.first.x # in the gap before its column
        heading = " heading" if @layout.cascade.paragraph(paragraph)[:outline_level]
        bracket = "M#{n(x - 4)} #{n(top)}H#{n(x - 8)}V#{n(bottom)}H#{n(x - 4)}"
        @out << %(<g class="style-mark#{heading}"><path d="#{bracket}"/>)
        draw_code("#{code}#{"…" unless starts}", paragraph, x, below_last_code(lines.first, top))
        @out << "</g>"
      end

      # The codes of one column lie under one another.
      def below_last_code(first, top)
        @code_y = -CODE_STEP unless @code_column == first.column
        @code_column = first.column
        [first.baseline, top + 6, @code_y + CODE_STEP].max
      end

      def draw_code(code, paragraph, column, y)
        return unless y < @page.height

        @code_y = y
        inside = column.positive?
        place = %(#{%( class="in-text") if inside} x="#{n(column + (inside ? CODE_X + 4 : CODE_X))}" y="#{n(y)}")
        @out << %(<text#{place}><title>#{h(@manuscript.sheet[paragraph.style]&.name)}</title>#{h(code)}</text>)
      end

      def draw_revisions(lines, paragraph)
        lines.each { |placed| @out << @revisions.strokes(placed) }
        said = lines.first.line.start.zero? ? @revisions.words(paragraph) : []
        @words.add(lines.first.baseline, said) if said.any?
        put_in = lines.find { |placed| @revisions.stretches(placed).any? }
        @words.add(put_in.baseline, ["put in"], from: @revisions.stretches(put_in).last.last) if put_in
      end

      def draw_mark_up(lines, paragraph)
        return if lines.first.area == :cell
        return say_blank(paragraph) if paragraph.empty?

        whole, parts = DirectFormatting.whole_and_parts(paragraph)
        lines.each { |placed| whole.each { |name, value| under_line(placed, MarkUp::UNDER[name]) if MarkUp::UNDER[name] && value } }
        say_whole(lines.first, paragraph, whole) if lines.first.line.start.zero?
        lines.each { |placed| mark_parts(placed, parts) } if parts.any?
      end

      # A row of them is one word, and a bracket over them.
      def say_blank(paragraph)
        row = @blank_rows[paragraph.id] or return
        return @words.add(row.first.baseline, ["blank line"]) if row.size == 1

        x = @page.width - SHORT_JOIN
        @out << %(<path class="pen join" d="M#{n(x - 3)} #{n(row.first.y + 1)}H#{n(x)}V#{n(row.last.foot - 1)}H#{n(x - 3)}"/>)
        @words.add(row.first.baseline, ["#{row.size} blank lines"])
      end

      def say_whole(first, paragraph, whole)
        apart = @once.apart(paragraph, DirectFormatting.on_paragraph(paragraph).merge(whole))
        words = apart.map { |name, value| Properties::Words.of(name, value) }
        @words.add(first.baseline, words, from: whole.any? ? text_end(first) : nil) if words.any?
        return if !@once.alike?(paragraph) || @said[paragraph.style]

        @said[paragraph.style] = true
        @words.add(first.baseline, @once.words(paragraph, @manuscript.sheet.marks.fetch(paragraph.style, "?")))
      end

      def under_line(placed, kind)
        pieces = placed.setting.pieces(placed.line)
        under(kind, placed.x + pieces.first.x, placed.x + pieces.last.x + pieces.last.width, placed.baseline) if pieces.any?
      end

      def text_end(placed) = placed.setting.pieces(placed.line).last&.then { |piece| placed.x + piece.x + piece.width }

      # Pen marks under parts of a line, and their words in the margin where the part begins.
      def mark_parts(placed, parts)
        line = placed.line
        marked = parts.select { |span| span.start < line.end && span.end > line.start }
        return if marked.empty?

        pieces = placed.setting.pieces(line)
        ends = []
        words = []
        marked.each do |span|
          own = pieces.select { |piece| piece.start && piece.start < span.end && piece.start + piece.text.length > span.start }
          next if own.empty?

          from, to = placed.x + own.first.x, placed.x + own.last.x + own.last.width
          span.properties.each { |name, value| under(MarkUp::UNDER[name], from, to, placed.baseline) if MarkUp::UNDER[name] && value }
          next if span.start < line.start

          ends << to
          words.concat(span.properties.map { |name, value| Properties::Words.of(name, value) })
        end
        @words.add(placed.baseline, words.uniq, from: ends.max) if words.any?
      end

      def under(kind, from, to, base)
        y = base + 2.6
        case kind
        when :wavy
          waves = [((to - from) / 8).floor, 1].max
          @out << %(<path class="pen" d="M#{n(from)} #{n(y + 1)}#{"q2 -3 4 0t4 0" * waves}"/>)
        else
          {one: 1, two: 2, three: 3}.fetch(kind).times do |index|
            @out << %(<path class="pen" d="M#{n(from)} #{n(y + index * 1.7)}H#{n(to)}"/>)
          end
        end
      end

      # Words beside the paper, one under the other, joined to their place by a fine line.
      def draw_margins
        edge = @page.width
        @words.placed.each do |note|
          from = (note.from || edge - SHORT_JOIN) + 1
          @out << %(<path class="pen join" d="M#{n(from)} #{n(note.base + 2.6)}H#{n(edge - 3)}L#{n(edge + 5)} #{n(note.y - 2)}"/>)
          note.words.each_with_index do |word, index|
            @out << %(<text class="word" x="#{n(edge + 7)}" y="#{n(note.y + index * MarginNotes::STEP)}">#{h(word)}</text>)
          end
        end
      end
    end
  end
end

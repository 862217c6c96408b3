# frozen_string_literal: true

require_relative "svg_values"
require_relative "inset_svg"
require_relative "mark_up"
require_relative "frame_svg"
require_relative "writing_data"
require_relative "page_heard"
require_relative "margin_notes"
require_relative "said_once"

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
      def initialize(layout, page, style_marks: true, mark_up: true, image: nil, touched: {}, window: nil, signs: false, texts: false,
        once: SaidOnce.new([]))
        @layout = layout
        @manuscript = layout.manuscript
        @page = page
        @style_marks = style_marks
        @mark_up = mark_up
        @insets = InsetSvg.new(image)
        @touched = touched
        @window = window
        @signs = signs
        @texts = texts
        @once = once
      end

      # @return [String] the viewBox of a page with its outer margins
      def self.view_box(page) = "#{-LEFT} 0 #{(page.width + LEFT + RIGHT).round(2)} #{page.height.round(2)}"

      # @return [String] an svg element
      def to_s
        @out = %(<svg xmlns="http://www.w3.org/2000/svg" class="page" viewBox="#{@window ? @window.map { |side| n(side) }.join(" ") : self.class.view_box(@page)}" #{@texts ? %(aria-hidden="true") : %(role="group" aria-label="Page #{@page.number}")}>)
        @out << %(<rect class="paper" width="#{n(@page.width)}" height="#{n(@page.height)}"/>)
        over, behind = @page.floats.partition(&:over)
        behind.each { |float| @out << @insets.floating(float) }
        @page.rules.each { |rule| @out << %(<line class="rule" x1="#{n(rule.x1)}" y1="#{n(rule.y1)}" x2="#{n(rule.x2)}" y2="#{n(rule.y2)}"/>) }
        @page.frames.each { |frame| @out << FrameSvg.draw(frame) }
        @words = MarginNotes.new(@page.height)
        @code_y = -CODE_STEP
        @said = {}
        @page.placed.chunk_while { |one, other| one.goes_on?(other) }.each { |lines| draw_paragraph(lines) }
        over.each { |float| @out << @insets.floating(float) }
        draw_margins
        @out << "<metadata>#{h(JSON.generate(WritingData.new(@layout).of(written)))}</metadata><metadata class=\"heard\">#{h(PageHeard.new(@layout, @page).to_s)}</metadata>" if @texts
        @out << "</svg>"
      end

      private

      def written = @page.text_lines.map(&:paragraph)

      def draw_paragraph(lines)
        paragraph = lines.first.paragraph
        body = %i[body cell].include?(lines.first.area)
        @out << %(<g class="para#{" proposed" if @touched[paragraph.id]}" data-p="#{paragraph.id}"#{%( data-i="#{@manuscript.index_of(paragraph.id)}") if body}>)
        hit_area(lines)
        lines.each { |placed| draw_line(placed) }
        lines.each { |placed| draw_signs(placed) } if @signs
        draw_style_mark(lines, paragraph) if @style_marks && body
        draw_mark_up(lines, paragraph) if @mark_up && body
        @out << "</g>"
      end

      def hit_area(lines)
        first = lines.first
        top, bottom = first.y, lines.last.y + lines.last.line.height
        left = first.x - 4
        right = left + 8 + first.setting.width
        right = first.x + lines.last.line.x + lines.last.line.width if lines.last.setting.is_a?(Layout::RunIn::Part) && lines.size == 1 && first.paragraph.run_in
        # Beside the end of a run-in heading the area begins where the text does.
        from = (first.line.start.zero? && first.setting.runs_in?) ? first.x + first.line.x : left
        @out << %(<path class="hit" d="M#{n(from)} #{n(top)}H#{n(right)}V#{n([bottom, top + 2].max)}H#{n(left)}V#{n(top + first.line.height)}H#{n(from)}Z"/>)
      end

      def draw_line(placed)
        pieces = placed.setting.pieces(placed.line)
        base = placed.baseline
        if (label = placed.setting.label) && placed.line.start.zero?
          @out << %(<text class="#{css(label.format)}" font-size="#{n(label.format.size)}" x="#{n(placed.x + placed.setting.label_x)}" y="#{n(base)}"#{fill(label.format)}>#{h(label.format.shown(label.text))}</text>)
        end
        pieces.slice_when { |one, other| !one.format.equal?(other.format) || one.inset || other.inset }.each do |run|
          apart = run.first.inset && run.first.inset.kind != :note
          apart ? @out << in_line(run.first, placed, base) : draw_run(run, placed.x, base, pieces.last)
        end
        placed.line.tabs&.each { |_, from, to, leader| draw_leader(placed.x + from, placed.x + to, base, leader) }
        placed.setting.format.tabs.each { |tab| draw_bar(placed, placed.x + tab.position / 12_700.0) if tab.align == :bar }
      end

      def in_line(piece, placed, base) = @insets.in_line(piece, placed.x + piece.x, base, placed.line.baseline.clamp(6.0, 2_000.0))

      def draw_bar(placed, x)
        @out << %(<line class="rule" x1="#{n(x)}" x2="#{n(x)}" y1="#{n(placed.y)}" y2="#{n(placed.y + placed.line.height)}"/>)
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
        placed.line.tabs&.each { |_, from, to, _| @out << %(<path class="sign" d="M#{n(placed.x + from + 1)} #{n(placed.baseline - 2.5)}H#{n(placed.x + to - 1)}v-2v4"/>) }
        sign = {break: "↲", page: "⤓ new page", column: "⤓ new column", end: "¶"}[line.ends_with] or return
        finish = pieces.last ? pieces.last.x + pieces.last.width : line.x
        @out << %(<text class="sign-text" x="#{n(placed.x + finish + 2)}" y="#{n(placed.baseline)}">#{(sign == "¶" && placed.paragraph.carries.include?(:section_end)) ? "¶ part ends" : sign}</text>)
      end

      def draw_run(run, x, base, last)
        format = run.first.format
        y = base - format.rise
        finish = run.last.x + run.last.width
        unless format.highlight == "none"
          @out << %(<rect fill="#{format.highlight}" x="#{n(x + run.first.x)}" y="#{n(base - format.above)}" width="#{n(finish - run.first.x)}" height="#{n(format.above + format.below)}"/>)
        end
        spacing = format.letter_spacing.zero? ? "" : %( letter-spacing="#{n(format.letter_spacing)}")
        words = run.map { |piece| word(piece, x, piece.equal?(last) ? "" : " ") }.join
        @out << %(<text class="#{css(format)}" font-size="#{n(format.size)}" y="#{n(y)}"#{fill(format)}#{spacing}>#{words}</text>)
        stroke = format.size / 18
        underlined(run, format).each { |part| underline(x + part.first.x, x + part.last.x + part.last.width, y + format.size * 0.11, stroke, format) }
        @out << %(<line class="ink" stroke-width="#{n(stroke)}" x1="#{n(x + run.first.x)}" x2="#{n(x + finish)}" y1="#{n(y - format.size * 0.26)}" y2="#{n(y - format.size * 0.26)}"/>) if format.strike
      end

      def word(piece, x, behind)
        offset = %( data-o="#{piece.start}") if piece.start
        %(<tspan#{offset} x="#{n(x + piece.x)}">#{h(piece.format.face.drawn(piece.text))}#{behind}</tspan>)
      end

      # The stretches of a run that are underlined: all of it, or each word by itself.
      def underlined(run, format)
        case format.underline
        when :none then []
        when :words then run.zip
        else [run]
        end
      end

      def underline(from, to, y, stroke, format)
        return wave(from, to, y, stroke) if format.underline == :wave

        dash = {dotted: %( stroke-dasharray="1 1.5"), dash: %( stroke-dasharray="4 2")}.fetch(format.underline, "")
        ((format.underline == :double) ? [y, y + stroke * 2.2] : [y]).each do |at|
          @out << %(<line class="ink" stroke-width="#{n((format.underline == :thick) ? stroke * 2 : stroke)}" x1="#{n(from)}" x2="#{n(to)}" y1="#{n(at)}" y2="#{n(at)}"#{dash}/>)
        end
      end

      def wave(from, to, y, stroke)
        step = stroke * 4
        waves = [((to - from) / step / 2).floor, 1].max
        @out << %(<path class="ink" fill="none" stroke-width="#{n(stroke)}" d="M#{n(from)} #{n(y + stroke)}#{"q#{n(step / 2)} #{n(-step / 2)} #{n(step)} 0t#{n(step)} 0" * waves}"/>)
      end

      def draw_leader(from, to, base, leader)
        return if leader == :none || to - from < 4

        dash = {dot: "0.9 2.6", hyphen: "2.5 2.5", underscore: "none"}.fetch(leader)
        @out << %(<line class="leader" x1="#{n(from + 2)}" x2="#{n(to - 2)}" y1="#{n(base - 0.6)}" y2="#{n(base - 0.6)}" stroke-dasharray="#{dash}"/>)
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

      def draw_mark_up(lines, paragraph)
        return if lines.first.area == :cell
        return @words.add(lines.first.baseline, ["blank line"]) if paragraph.empty?

        whole, parts = DirectFormatting.whole_and_parts(paragraph)
        lines.each { |placed| whole.each { |name, value| under_line(placed, MarkUp::UNDER[name]) if MarkUp::UNDER[name] && value } }
        say_whole(lines.first, paragraph, whole) if lines.first.line.start.zero?
        lines.each { |placed| mark_parts(placed, parts) } if parts.any?
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
          {one: 1, two: 2, three: 3}.fetch(kind).times { |index| @out << %(<path class="pen" d="M#{n(from)} #{n(y + index * 1.7)}H#{n(to)}"/>) }
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

      def css(format) = "f-#{format.face.name}#{" kerned" if format.kerned}"

      def fill(format) = (format.color == "auto") ? "" : %( fill="#{h(format.color)}")
    end
  end
end

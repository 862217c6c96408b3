# frozen_string_literal: true

module Norvel
  module Drawing
    # What ink stands on a page, from the layout alone: one description, which every medium (SvgInk, Pdf::Ink) puts down in its own way, so
    # that they never differ. Places and sizes are points from the paper's top left corner; the colour "auto" is the medium's black.
    #
    #   ink = Ink.new(layout, page)
    #   ink.behind, ink.line(placed), ink.over     # marks, in the order in which they are put down
    class Ink
      # Words of one format in one line: `words` are Word; `label` where it is a list's number or sign.
      Text = Struct.new(:format, :words, :y, :label)
      # A word, or a part of one: its text as it is drawn, where it begins, its offset in the paragraph (nil: nothing
      # of the text), its inset, whether a space or tab follows it, whether it is the last in its line, and what it is
      # in the manuscript where that is something else.
      Word = Struct.new(:text, :x, :width, :start, :inset, :spaced, :last, :meant)
      # A straight line; `kind` says what it is for: :ink, :leader, :rule, :border.
      Stroke = Struct.new(:kind, :x1, :y1, :x2, :y2, :width, :color, :dash)
      # A wavy line.
      Wave = Struct.new(:x1, :x2, :y, :width)
      # A filled rectangle, or where `color` is nil the outline of a text box.
      Area = Struct.new(:kind, :x, :y, :width, :height, :color)
      Picture = Struct.new(:inset, :x, :y, :width, :height)
      # The room of what is not drawn, and what that is.
      Box = Struct.new(:what, :x, :y, :width, :height)

      SPACES = [" ", "\t", *Layout::Atoms::PLACED_TABS.values].freeze
      FINE = [0.5, "#6d7371"].freeze # of a rule whose look nobody says
      LEADER = 0.8
      DASHES = {"dotted" => [0.6, 1.8], "dashed" => [4, 2]}.freeze
      UNDERLINES = {dotted: [1, 1.5], dash: [4, 2]}.freeze
      LEADERS = {dot: [0.9, 2.6], hyphen: [2.5, 2.5], underscore: nil}.freeze

      # @param page [Layout::Page]
      # @param pictured [Proc] of an inset: whether its picture can be shown
      def initialize(page, pictured: ->(_) { false })
        @page = page
        @pictured = pictured
      end

      # @return [Array] what lies under all text
      def behind
        shades = @page.fills.map { |fill| Area.new(:shade, fill.x, fill.y, fill.width, fill.height, fill.color) }
        lines = @page.rules.flat_map { |rule| ruled(rule) } + @page.frames.flat_map { |frame| framed(frame) }
        @page.floats.reject(&:over).map { |float| floating(float) } + shades + lines
      end

      # @return [Array] what floats over the text
      def over = @page.floats.select(&:over).map { |float| floating(float) }

      # @param placed [Layout::Placed]
      # @return [Array] the marks of a line
      def line(placed)
        pieces = placed.setting.pieces(placed.line)
        base = placed.baseline
        runs = pieces.slice_when { |one, other| !one.format.equal?(other.format) || one.inset || other.inset }
        marks = runs.flat_map { |run| apart?(run.first) ? [in_line(run.first, placed, base)] : words(run, placed, base, pieces.last) }
        label = label_of(placed, base)
        marks.unshift(label) if label
        placed.line.tabs&.each { |_, from, to, leader| marks.concat(leader(placed.x + from, placed.x + to, base, leader)) }
        placed.setting.format.tabs.each { |tab| marks << bar(placed, placed.x + tab.position / 12_700.0) if tab.align == :bar }
        marks
      end

      # @param placed [Layout::Placed]
      # @return [Float, nil] the y below which the marks of a line are cut off: who hears it hears them all the same
      def edge(placed) = (placed.cut if placed.foot < placed.y + placed.line.height)

      private

      # Whether it is a thing of its own among the words.
      def apart?(piece) = piece.inset && piece.inset.kind != :note

      def label_of(placed, base)
        label = placed.setting.label
        return unless label && placed.line.start.zero?

        text = label.format.shown(label.text)
        Text.new(label.format, [Word.new(text, placed.x + placed.setting.label_x, label.format.width(text), nil)], base, true)
      end

      def words(run, placed, base, last)
        format, x, text = run.first.format, placed.x, placed.setting.text
        y = base - format.rise
        from, to = x + run.first.x, x + run.last.x + run.last.width
        marks = []
        unless format.highlight == "none"
          marks << Area.new(nil, from, base - format.above, to - from, format.above + format.below,
            format.highlight)
        end
        marks << Text.new(format, run.map { |piece| word(piece, x, text, piece.equal?(last)) }, y)
        stroke = format.size / 18
        underlined(run, format).each do |part|
          marks.concat(underline(x + part.first.x, x + part.last.x + part.last.width, y + format.size * 0.11, stroke, format))
        end
        marks << Stroke.new(:ink, from, y - format.size * 0.26, to, y - format.size * 0.26, stroke) if format.strike
        marks
      end

      def word(piece, x, text, last)
        behind = piece.start && text[piece.start + piece.text.length]
        shown = piece.format.face.drawn(piece.text)
        Word.new(shown, x + piece.x, piece.width, piece.start, piece.inset, SPACES.include?(behind), last, meant(piece, shown, text))
      end

      # A hyphen at the end of a line stands for one that may be there or not.
      def meant(piece, shown, text)
        return if piece.inset
        return "\u00AD" if piece.start.nil?

        written = text[piece.start, piece.text.length]
        (written == shown) ? nil : written
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
        return [Wave.new(from, to, y, stroke)] if format.underline == :wave

        width = (format.underline == :thick) ? stroke * 2 : stroke
        heights = (format.underline == :double) ? [y, y + stroke * 2.2] : [y]
        heights.map { |at| Stroke.new(:ink, from, at, to, at, width, nil, UNDERLINES[format.underline]) }
      end

      def leader(from, to, base, leader)
        return [] if leader == :none || to - from < 4

        [Stroke.new(:leader, from + 2, base - 0.6, to - 2, base - 0.6, LEADER, nil, LEADERS.fetch(leader))]
      end

      def bar(placed, x) = Stroke.new(:rule, x, placed.y, x, placed.y + placed.line.height, *FINE)

      # @param piece [Layout::Piece] of a line
      def in_line(piece, placed, base)
        inset = piece.inset
        tallest = placed.line.baseline.clamp(6.0, 2_000.0)
        scale = inset.width.to_i.positive? ? piece.width / (inset.width / 12_700.0) : 1.0
        height = inset.height ? [inset.height / 12_700.0 * scale, tallest].min : tallest
        thing(inset, placed.x + piece.x, base - height, piece.width, height)
      end

      # The text of a text box is placed like any.
      def floating(float)
        place = [float.x, float.y, float.width, float.height]
        float.inset.box ? Area.new(:text_box, *place, nil) : thing(float.inset, *place)
      end

      def thing(inset, *place) = @pictured[inset] ? Picture.new(inset, *place) : Box.new(inset, *place)

      # @param rule [Layout::Rule] a line across or down
      def ruled(rule)
        return [Stroke.new(:rule, rule.x1, rule.y1, rule.x2, rule.y2, *FINE)] unless rule.side

        across = rule.y1 == rule.y2
        middle = rule.side.width * ((rule.side.style == "double") ? 1.5 : 0.5) # it stands upon the edge
        strokes(rule.side) do |offset|
          by = offset - middle
          across ? [rule.x1, rule.y1 + by, rule.x2, rule.y2 + by] : [rule.x1 + by, rule.y1, rule.x2 + by, rule.y2]
        end
      end

      # What is drawn around and behind paragraphs: shading, and lines of each side's own kind.
      # @param placed [Layout::Frames::Placed]
      def framed(placed)
        sides = placed.frame.sides
        marks = []
        unless placed.frame.shading == "none"
          marks << Area.new(:shade, placed.x1, placed.y1, placed.x2 - placed.x1, placed.y2 - placed.y1,
            placed.frame.shading)
        end
        marks.concat(across(sides[:top], placed, placed.y1, 1)) if placed.top
        marks.concat(across(sides[:bottom], placed, placed.y2, -1)) if placed.bottom
        placed.between.each { |y| marks.concat(across(sides[:between], placed, y, 1)) }
        marks.concat(down(sides[:left], placed, placed.x1, 1), down(sides[:right], placed, placed.x2, -1))
      end

      # `inward` is 1 where the text lies below or to the right of the line.
      def across(side, placed, y, inward) = strokes(side) { |offset| [placed.x1, y + inward * offset, placed.x2, y + inward * offset] }

      def down(side, placed, x, inward) = strokes(side) { |offset| [x + inward * offset, placed.y1, x + inward * offset, placed.y2] }

      def strokes(side)
        return [] unless side

        width = side.width * ((side.style == "thick") ? 2 : 1)
        color = (side.color == "auto") ? nil : side.color
        offsets = (side.style == "double") ? [width / 2, width * 2.5] : [width / 2]
        offsets.map { |offset| Stroke.new(:border, *yield(offset), width, color, DASHES[side.style]) }
      end
    end
  end
end

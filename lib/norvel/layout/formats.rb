# frozen_string_literal: true

module Norvel
  class Layout
    # What the layout needs of text formatting, in points. `above` and `below` are the parts of a single
    # line over and under the baseline, the font's gap half on each side; `small_capitals` says that its lower-case letters are set in
    # another format; `kerned` says that pairs of letters stand as the face has them; `match` how good the face is for the family that was
    # asked for, and `stands_for` the face whose missing characters it is for (itself, where no face has them).
    TextFormat = Value.define(:face, :size, color: "auto", underline: :none, strike: false, highlight: "none", letter_spacing: 0.0,
      scale: 1.0, rise: 0.0, transform: nil, small_capitals: false, above: 0.0, below: 0.0, match: :exact, stands_for: nil,
      kerned: false) do
      # `word_widths` are the words measured in it so far, of PlainLines.
      attr_reader :per_unit, :word_widths

      # @return [Boolean] whether it is for characters that no face has
      def nowhere? = face.equal?(stands_for)

      # @return [Float] the width of a text in points
      def width(text)
        return 0.0 if text.empty?

        width = face.units(text, kerned: kerned) * per_unit
        letter_spacing.zero? ? width : width + letter_spacing * text.length
      end

      # @return [String] the text as it is drawn
      def shown(text) = if transform == :upper
                          text.each_char.map { |char| char.upcase.then { |up| (up.length == 1) ? up : char } }.join
                        else
                          text
                        end

      private

      def prepare
        @per_unit = size * scale / face.units_per_em
        @word_widths = {}
      end
    end

    # What the layout needs of paragraph formatting, in points.
    ParagraphFormat = Value.define(align: :start, start: 0.0, end: 0.0, first: 0.0, before: 0.0, after: 0.0, spacing: nil, tabs: [],
      keep_next: false, keep_together: false, break_before: false, orphans: 2, widows: 2, close_to_same: false, shading: "none",
      borders: {}, hyphenate: true, right_to_left: false, breaks_stretch: false, marks_after_breaks: false, tabs_from: 0.0) do
      # @return [Array] what the lines of a paragraph depend on; the rest is for the flow alone
      attr_reader :inside

      private

      def prepare
        @inside = [align, start, self.end, first, spacing, tabs, hyphenate, breaks_stretch, marks_after_breaks, tabs_from].freeze
      end
    end

    # Turns resolved formatting into the two above, each combination once, so that equal formats are one object.
    class FormatTable
      POINT = Lengths::PT.to_f
      RAISED = {superscript: [0.65, 0.33], subscript: [0.65, -0.14], baseline: [1.0, 0.0]}.freeze
      SMALL_CAPITAL = 0.8
      NAMES = %i[font_family size bold italic color underline strike highlight background letter_spacing kerning scale raised shift caps
        small_caps].freeze

      KEPT = 4_000 # formats of each kind
      WORDS_KEPT = 200_000 # words measured, in all formats together

      # @param fonts [Fonts::Book]
      def initialize(fonts)
        @fonts = fonts
        @texts = {}
        @paragraphs = {}
        @stand_ins = {}
      end

      # Lets go of formats when there are too many; asked between two layouts.
      # @return [void]
      def trim
        words = [*@texts.values, *@stand_ins.values].map(&:word_widths)
        words.each(&:clear) if words.sum(&:size) > WORDS_KEPT
        [@texts, @paragraphs, @stand_ins].each { |kept| kept.clear if kept.size > KEPT }
      end

      # @param format [TextFormat] @param char [String]
      # @return [TextFormat] in the face that draws the character; the same where its own does
      def with_char(format, char)
        return format if char.ascii_only? || format.face.draws?(char)

        face = @fonts.stand_in(format.face, char) || format.face
        @stand_ins[[format, face]] ||= format.with(face: face, stands_for: format.face)
      end

      # @param formatting [Cascade::Formatting]
      # @param small [Boolean] for the lower-case letters of small capitals
      # @return [TextFormat]
      def text(formatting, small: false)
        values = NAMES.map { |name| formatting[name] }
        @texts[[values, small]] ||= build_text(NAMES.zip(values).to_h, small)
      end

      # @param settings [Manuscript::Settings]
      # @return [ParagraphFormat]
      def paragraph(formatting, settings)
        format = build_paragraph(formatting, settings)
        @paragraphs[format] ||= format
      end

      private

      def build_text(set, small)
        face = @fonts.face(set[:font_family], bold: set[:bold], italic: set[:italic])
        match = @fonts.match(set[:font_family]).match
        factor, rise = RAISED.fetch(set[:raised])
        full = set[:size] / POINT
        size = full * factor * (small ? SMALL_CAPITAL : 1.0)
        em = full.fdiv(face.units_per_em)
        background = (set[:highlight] == "none") ? set[:background] : set[:highlight]
        TextFormat.new(face: face, match: match, kerned: set[:kerning].positive? && set[:size] >= set[:kerning], size: size,
          color: set[:color], underline: set[:underline], strike: set[:strike], highlight: background,
          letter_spacing: set[:letter_spacing] / POINT, scale: set[:scale] / 100.0, rise: full * rise + set[:shift] / POINT,
          transform: (set[:caps] || small) ? :upper : nil, small_capitals: set[:small_caps] && !set[:caps] && !small,
          above: (face.ascent + face.gap / 2.0) * em + [set[:shift], 0].max / POINT,
          below: (face.descent + face.gap / 2.0) * em + [-set[:shift], 0].max / POINT)
      end

      def build_paragraph(set, settings)
        ParagraphFormat.new(align: set[:align],
          start: set[:indent_start] / POINT, end: set[:indent_end] / POINT, first: set[:indent_first] / POINT,
          before: set[:space_before] / POINT, after: set[:space_after] / POINT, spacing: set[:line_spacing], tabs: set[:tabs],
          keep_next: set[:keep_next], keep_together: set[:keep_together], break_before: set[:break_before],
          orphans: set[:orphans], widows: set[:widows], close_to_same: set[:close_to_same], shading: set[:shading],
          borders: sides(set[:borders]), hyphenate: set[:hyphenate],
          right_to_left: set[:right_to_left], breaks_stretch: settings.breaks_stretch && set[:align] == :justify,
          marks_after_breaks: settings.marks_after_breaks,
          tabs_from: (settings.tabs_from == :indent) ? set[:indent_start] / POINT : 0.0)
      end

      def sides(borders)
        return borders if borders.empty?

        borders.transform_values do |line|
          Frames::Side.new(width: line[:width] / POINT, space: line[:space] / POINT, style: line[:style], color: line[:color])
        end
      end
    end
  end
end

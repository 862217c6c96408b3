# frozen_string_literal: true

module Norvel
  module Changes
    # What the white space of one manuscript's paragraphs stood for: an indent, centring, nothing.
    class WhiteSpace
      LEFT = %i[table_text table_heading verse code contents_entry signature form_field].freeze
      SHORT_LINE = 45 # letters

      # Lines of an address, a signature or a list of words end where they are to end: most of them before there is need to.
      def self.short_lines?(paragraph)
        *broken, last = paragraph.text.split("\n").map { |line| line.strip.length }
        broken.count { |length| length >= SHORT_LINE } * 2 < broken.size && (broken.size > 1 || last < SHORT_LINE)
      end

      # @param manuscript [Manuscript] @param kinds [Array<String>] of TidyWhiteSpace::KINDS
      def initialize(manuscript, kinds)
        @manuscript = manuscript
        @kinds = kinds
        @roles = Roles.new(manuscript)
        @cascade = Cascade.new(manuscript)
        @formats = Layout::FormatTable.new(Fonts.of(manuscript))
      end

      # @param paragraph [Manuscript::Paragraph]
      # @return [Manuscript::Paragraph] itself where nothing is to be tidied
      def tidied(paragraph)
        return paragraph if left?(paragraph)

        cuts = []
        text = paragraph.text
        start = @kinds.include?("start") ? text[/\A[ \t\u00A0\u2003]+/].to_s : ""
        cuts << [0, start.length, ""] unless start.empty?
        text.scan(/(?<=\S) {2,}(?=\S)/) { cuts << [*Regexp.last_match.offset(0), " "] } if @kinds.include?("double")
        if @kinds.include?("line_breaks") && running?(paragraph) && !self.class.short_lines?(paragraph)
          text.scan(/(?<=\S)[ \t]*\n[ \t]*(?=\S)/) { cuts << [*Regexp.last_match.offset(0), " "] }
        end
        ending = @kinds.include?("end") ? text.length - text.sub(/(?<=\S)[ \t]+\z/, "").length : 0
        cuts << [text.length - ending, text.length, ""] if ending.positive? && !paragraph.run_in
        cuts.reject! { |from, to, _| paragraph.bound?(from, to) }
        return paragraph if cuts.empty?

        dressed(cut(paragraph, cuts), (cuts.any? { |from, _, kept| from.zero? && kept.empty? }) ? start : "")
      end

      private

      def role(paragraph) = @roles.of(paragraph.id).name

      def left?(paragraph) = paragraph.blank? || LEFT.include?(role(paragraph)) || TidyWhiteSpace.columns?(paragraph)

      def running?(paragraph) = %i[body block_quotation list_item reference_entry footnote abstract].include?(role(paragraph))

      # Of each stretch as many blanks stay as are put in its place.
      def cut(paragraph, cuts)
        cuts.sort.reverse.reduce(paragraph) do |now, (from, to, kept)|
          middle = if kept.empty?
            []
          else
            [now.runs_in(from, from + 1).find { |run| !run.text.empty? }.then { |run|
              (run.text == " ") ? run : run.with(text: " ", origin: nil, home: nil, from: 0, insets: [])
            }]
          end
          now.replaced(from, to, middle)
        end
      end

      def dressed(paragraph, start)
        return paragraph if start.empty? || role(paragraph).match?(/heading|title|caption|list_item|author|date/) && !centred?(paragraph,
          start)
        return paragraph.with(properties: paragraph.properties.except(:indent_first).merge(align: :center)) if centred?(paragraph, start)
        return paragraph if start.length == 1 && start != "\t" # a stray blank stood for nothing

        indent = @cascade.paragraph(paragraph)[:indent_first]
        indent.positive? ? paragraph : paragraph.with(properties: paragraph.properties.merge(indent_first: width(paragraph, start)))
      end

      # @return [Integer] EMU that the blanks at the start take
      def width(paragraph, start)
        tabs = start.count("\t") * @manuscript.settings.tab
        tabs + (@formats.text(@cascade.mark(paragraph)).width(start.delete("\t")) * Lengths::PT).round
      end

      # Whether they put a short line in the middle of its column.
      def centred?(paragraph, start)
        return false if start.count("\t") < 2 && start.count(" ") < 8

        column = @manuscript.sections.first.page.text_width
        text = (@formats.text(@cascade.mark(paragraph)).width(paragraph.text) * Lengths::PT).round
        text < column * 0.8 && ((column - text) / 2 - width(paragraph, start)).abs < column * 0.1
      end
    end
  end
end

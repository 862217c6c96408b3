# frozen_string_literal: true

module Norvel
  module Changes
    # Tidies white space that stands for something: runs of spaces, tabs and spaces at a paragraph's start, spaces at its end,
    # line breaks in running text ("paragraphs": ids or "all"; "kinds": of KINDS, all when missing). A tab or spaces at the start
    # become a first-line indent, or centring where they put the line in the middle. Tabs that make columns are left.
    class TidyWhiteSpace < Substitution
      KINDS = %w[start end double line_breaks].freeze
      LEFT = %i[table_text table_heading verse code contents_entry signature form_field].freeze
      SHORT_LINE = 45 # letters
      COLUMNS = /\S\t+\S.*\S\t+\S|\S\t.*\n.*\S\t/m

      # @return [Boolean] whether its tabs make columns: a table without lines
      def self.columns?(paragraph) = paragraph.text.include?("\t") && paragraph.text.match?(COLUMNS)

      def carry_out(manuscript)
        @roles = Roles.new(manuscript)
        @set_in = 0
        changed = chosen(manuscript).reject { |paragraph| paragraph.blank? || left?(paragraph) }.filter_map do |paragraph|
          now = tidied(paragraph, manuscript)
          [paragraph.id, now] unless now.equal?(paragraph)
        end.to_h
        manuscript.with_paragraphs(changed)
      end

      def sentence(manuscript)
        after = outcome(manuscript)
        gone = {"space" => " ", "tab" => "\t", "line break" => "\n"}.filter_map { |name, sign| (number = count(manuscript, sign) - count(after, sign)).positive? ? counted(number, name) : nil }
        became = {"first-line indent" => [:indent_first, nil], "centred line" => [:align, :center]}.filter_map { |name, (property, value)| (number = gained(manuscript, after, property, value)).positive? ? counted(number, name) : nil }
        became << "the first-line indent that #{counted(set_in, "paragraph has", "paragraphs have")} anyway" if set_in.positive?
        "Replaced #{gone.empty? ? "white space" : gone.join(", ")} by what it stood for#{": #{became.join(", ")}" if became.any?}."
      end

      # @return [Array<Array(String, Array<Manuscript::Paragraph>)>] what is left as it is, and where
      def remarks(manuscript)
        short = chosen(manuscript).select { |paragraph| paragraph.text.match?(/\S\n\S/) && !paragraph.text.include?("\t") && short_lines?(paragraph) }
        columns = chosen(manuscript).select { |paragraph| self.class.columns?(paragraph) }
        [remark(short, "1 paragraph of short lines keeps its line breaks.", "%d paragraphs of short lines keep their line breaks."),
          remark(columns, "1 paragraph makes columns with tabs and stays as it is: it would be a table.", "%d paragraphs make columns with tabs and stay as they are: they would be tables.")].compact
      end

      private

      # How many had an indent already, besides their white space.
      attr_reader :set_in

      def count(manuscript, sign) = manuscript.paragraphs.sum { |paragraph| paragraph.text.count(sign) }

      def gained(before, after, property, value)
        before.paragraphs.count { |paragraph| (now = after.paragraph(paragraph.id).properties[property]) && now != paragraph.properties[property] && (value.nil? || now == value) }
      end

      def kinds = parameters["kinds"] || KINDS

      def left?(paragraph) = LEFT.include?(@roles.of(paragraph.id).name) || self.class.columns?(paragraph)

      def tidied(paragraph, manuscript)
        cuts = []
        text = paragraph.text
        start = kinds.include?("start") ? text[/\A[ \t\u00A0\u2003]+/].to_s : ""
        cuts << [0, start.length, ""] unless start.empty?
        text.scan(/(?<=\S) {2,}(?=\S)/) { cuts << [*Regexp.last_match.offset(0), " "] } if kinds.include?("double")
        if kinds.include?("line_breaks") && running?(paragraph) && !short_lines?(paragraph)
          text.scan(/(?<=\S)[ \t]*\n[ \t]*(?=\S)/) { cuts << [*Regexp.last_match.offset(0), " "] }
        end
        ending = kinds.include?("end") ? text.length - text.sub(/(?<=\S)[ \t]+\z/, "").length : 0
        cuts << [text.length - ending, text.length, ""] if ending.positive? && !paragraph.run_in
        return paragraph if cuts.empty?

        dressed(cut(paragraph, cuts), start, manuscript)
      end

      # Lines of an address or a signature end where they are to end.
      def short_lines?(paragraph) = paragraph.text.split("\n").all? { |line| line.strip.length < SHORT_LINE }

      def running?(paragraph) = %i[body block_quotation list_item reference_entry footnote abstract].include?(@roles.of(paragraph.id).name)

      # Of each stretch as many blanks stay as are put in its place.
      def cut(paragraph, cuts)
        cuts.sort.reverse.reduce(paragraph) do |now, (from, to, kept)|
          middle = if kept.empty?
            []
          else
            [now.runs_in(from, from + 1).find { |run| !run.text.empty? }.then { |run| (run.text == " ") ? run : run.with(text: " ", origin: nil, home: nil, from: 0, insets: []) }]
          end
          now.replaced(from, to, middle)
        end
      end

      def dressed(paragraph, start, manuscript)
        return paragraph if start.empty? || @roles.of(paragraph.id).name.match?(/heading|title|caption|list_item|author|date/) && !centred?(paragraph, start, manuscript)
        return paragraph.with(properties: paragraph.properties.except(:indent_first).merge(align: :center)) if centred?(paragraph, start, manuscript)
        return paragraph if start.length == 1 && start != "\t" # a stray blank stood for nothing

        indent = cascade(manuscript).paragraph(paragraph)[:indent_first]
        @set_in += 1 if indent.positive?
        indent.positive? ? paragraph : paragraph.with(properties: paragraph.properties.merge(indent_first: width(paragraph, start, manuscript)))
      end

      def cascade(manuscript) = @cascade ||= Cascade.new(manuscript)

      def formats = @formats ||= Layout::FormatTable.new(Fonts::Book.shipped)

      # @return [Integer] EMU that the blanks at the start take
      def width(paragraph, start, manuscript)
        tabs = start.count("\t") * manuscript.settings.tab
        tabs + (formats.text(cascade(manuscript).mark(paragraph)).width(start.delete("\t")) * Lengths::PT).round
      end

      # Whether they put a short line in the middle of its column.
      def centred?(paragraph, start, manuscript)
        return false if start.count("\t") < 2 && start.count(" ") < 8

        column = manuscript.sections.first.page.text_width
        text = (formats.text(cascade(manuscript).mark(paragraph)).width(paragraph.text) * Lengths::PT).round
        text < column * 0.8 && ((column - text) / 2 - width(paragraph, start, manuscript)).abs < column * 0.1
      end
    end
  end
end

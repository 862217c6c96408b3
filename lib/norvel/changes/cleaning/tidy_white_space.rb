# frozen_string_literal: true

module Norvel
  module Changes
    # Tidies white space that stands for something: runs of spaces, tabs and spaces at a paragraph's start, spaces at its end,
    # line breaks in running text ("paragraphs": ids or "all"; "kinds": of KINDS, all when missing). A tab or spaces at the start
    # become a first-line indent, or centring where they put the line in the middle. Tabs that make columns are left.
    class TidyWhiteSpace < Substitution
      takes paragraphs: :paragraphs
      takes_besides kinds: :words

      KINDS = %w[start end double line_breaks].freeze
      COLUMNS = /\S\t+\S.*\S\t+\S|\S\t.*\n.*\S\t/m

      # @return [Boolean] whether its tabs make columns: a table without lines
      def self.columns?(paragraph) = paragraph.text.include?("\t") && paragraph.text.match?(COLUMNS)

      def carry_out(manuscript)
        white_space = WhiteSpace.new(manuscript, parameters["kinds"] || KINDS)
        manuscript.with_paragraphs(chosen(manuscript).filter_map { |paragraph|
          (now = white_space.tidied(paragraph)).equal?(paragraph) ? nil : [paragraph.id, now]
        }.to_h)
      end

      def told(before, after)
        gone = {"space" => " ", "tab" => "\t", "line break" => "\n"}.filter_map do |name, sign|
          (number = count(before, sign) - count(after, sign)).positive? ? counted(number, name) : nil
        end
        became = {"first-line indent" => [:indent_first, nil], "centred line" => [:align, :center]}.filter_map do |name, (property, value)|
          (number = gained(before, after, property, value)).positive? ? counted(number, name) : nil
        end
        set_in = set_in(before, after)
        became << "the first-line indent that #{counted(set_in, "paragraph has", "paragraphs have")} anyway" if set_in.positive?
        "Replaced #{gone.empty? ? "white space" : gone.join(", ")} by what it stood for#{": #{became.join(", ")}" if became.any?}."
      end

      # @return [Array<Array(String, Array<Manuscript::Paragraph>)>] what is left as it is, and where
      def remarks(before, _after)
        short = chosen(before).select do |paragraph|
          paragraph.text.match?(/\S\n\S/) && !paragraph.text.include?("\t") && WhiteSpace.short_lines?(paragraph)
        end
        columns = chosen(before).select { |paragraph| self.class.columns?(paragraph) }
        [remark(short, "1 paragraph of short lines keeps its line breaks.", "%d paragraphs of short lines keep their line breaks."),
          remark(columns, "1 paragraph makes columns with tabs and stays as it is: it would be a table.",
            "%d paragraphs make columns with tabs and stay as they are: they would be tables.")].compact
      end

      private

      def count(manuscript, sign) = manuscript.paragraphs.sum { |paragraph| paragraph.text.count(sign) }

      def gained(before, after, property, value)
        before.paragraphs.count do |paragraph|
          (now = after.paragraph(paragraph.id).properties[property]) &&
            now != paragraph.properties[property] && (value.nil? || now == value)
        end
      end

      # Those that had an indent already, besides their white space.
      def set_in(before, after)
        cascade = Cascade.new(before)
        before.paragraphs.count do |paragraph|
          start, now = paragraph.text[/\A[ \t\u00A0\u2003]+/], after.paragraph(paragraph.id)
          start && start != " " && !now.text.start_with?(start) && now.properties == paragraph.properties &&
            cascade.paragraph(paragraph)[:indent_first].positive?
        end
      end
    end
  end
end

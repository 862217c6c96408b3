# frozen_string_literal: true

require "erb"

module Norvel
  module Report
    # What differs between two manuscripts: as JSON, in lines for a terminal, as a page to print.
    class Comparison
      # @param comparison [SideBySide] @param names [Array(String, String)] of the two
      def initialize(comparison, names)
        @comparison = comparison
        @names = names
      end

      # @return [Hash] of plain JSON values
      def to_h
        one = @comparison
        {text: one.text.map { |found| {kind: found.kind.to_s, before: found.before, after: found.after, was: found.was, is: found.is} },
         formatting: one.formatting.map { |found| value(found) },
         styles: one.styles.map { |found| style(found) },
         spans: one.spans.map { |found| {before: found.before, after: found.after, start: found.start, end: found.end, **value(found)} },
         looks: counts(&:looks), pages: {**counts { |state| state.layout.pages }, first_difference: one.first_page},
         beside: one.beside.map { |found| {kind: found.kind.to_s, was: found.was, is: found.is} }}
      end

      SHOWN = 6 # of each kind, on a terminal

      # @return [Array<String>] for a terminal
      def lines
        return ["Nothing differs."] if @comparison.same?

        beside = ["Beside it: #{beside_said}."] if beside_said
        ["Text: #{text_said}.", *beside, "Formatting: #{formatting_said}.", "Styles: #{styles_said}.", *looks_and_pages]
      end

      # @return [String] a whole page
      def to_html = ERB.new(File.read(File.join(__dir__, "comparison.html.erb")), trim_mode: "-").result(binding)

      # @return [String] "3 changed, 1 added"
      def text_said = counted(@comparison.sums) || "the same, word for word"

      # @return [String, nil] "1 changed", of notes, headers, footers, text boxes and comments
      def beside_said
        counted(@comparison.beside.map(&:kind).tally)&.then { |said| "#{said} in notes, headers, footers, boxes and comments" }
      end

      # @return [String] by the property that differs, the most frequent first
      def formatting_said
        found = @comparison.properties
        return "no paragraph stands in both" if @comparison.pairs.empty?
        return "every paragraph comes out the same" if found.empty?

        shown = found.first(SHOWN).map { |name, count| "#{Properties[name].label.downcase} of #{count}" }
        "#{shown.join(", ")}#{", …" if found.size > SHOWN}"
      end

      # @return [String]
      def styles_said = counted(@comparison.styles.map(&:kind).tally) || "the same"

      # @return [Array<String>] how many looks and pages there are in each
      def looks_and_pages
        looks, pages = counts(&:looks), counts { |one| one.layout.pages }
        first = @comparison.first_page
        ["Looks: #{looks[:before]}, then #{looks[:after]}.",
          "Pages: #{pages[:before]}, then #{pages[:after]}; " \
          "#{first ? "the first that differs is page #{first}" : "line for line the same"}."]
      end

      # @param row [Array(Integer, Integer)] indexes
      # @return [Array<String>] what differs in how its paragraphs come out
      def values_in(row)
        @values_by_row ||= (@comparison.formatting + @comparison.spans).group_by { |one| [one.before, one.after] }
        @values_by_row.fetch(row, []).map do |one|
          property = Properties[one.property]
          words = @comparison.after.manuscript.paragraphs[one.after].text
          where = one.start ? " (“#{words[one.start...one.end][0, 40]}”)" : ""
          "#{property.label}#{where}: #{property.show(one.was)} becomes #{property.show(one.is)}"
        end
      end

      # @param row [Array(Integer, Integer)] indexes
      # @return [Array<String>] formatting of a version that came, which is to be decided on in its later paragraph
      def returned_in(row) = row.last ? returned_of(@comparison.after.manuscript.paragraphs[row.last]) : []

      # @return [Hash{Manuscript::Paragraph=>Array<String>}] the same of notes
      def returned_beside
        @comparison.after.manuscript.note_paragraphs.to_h { |one| [one, returned_of(one)] }.reject { |_, said| said.empty? }
      end

      private

      def returned_of(paragraph)
        @returned ||= @comparison.after.manuscript.returned.group_by(&:paragraph)
        @returned.fetch(paragraph.id, []).map { |one| returned(one, paragraph) }
      end

      def returned(one, paragraph)
        what = if one.style?
          name = @comparison.after.manuscript.sheet[one.value]&.name || "a style that is gone"
          return "They gave it the style “#{name}”; it has ours" if one.property == :style

          "The style “#{name}”"
        else
          "#{Properties[one.property].label}: #{Properties[one.property].show(one.value)}"
        end
        one.places ? "#{what}, on #{words_of(one, paragraph)}" : what
      end

      def words_of(one, paragraph)
        words = one.stretches(paragraph).map { |from, to| paragraph.text[from...to] }.join
        words.strip.empty? ? "words that are gone" : "“#{Manuscript::PlainText.excerpt(words, 40)}”"
      end

      # @yieldparam state [Examination] @yieldreturn [Array]
      def counts = {before: yield(@comparison.before).size, after: yield(@comparison.after).size}

      def counted(counts) = counts.select { |_, count| count.positive? }.map { |kind, count| "#{count} #{kind}" }.join(", ").then do |said|
        said unless said.empty?
      end

      def key(name) = Properties::TABLE.key?(name) ? Properties[name].json_key : name.to_s

      def style(found) = {style: found.name, kind: found.kind.to_s, properties: found.properties.map { |name| key(name) }}

      def value(found)
        property = Properties[found.property]
        {before: found.before, after: found.after, property: property.json_key, was: property.to_json_value(found.was),
         is: property.to_json_value(found.is)}
      end

      def h(text) = ERB::Util.html_escape(text.to_s)
    end
  end
end

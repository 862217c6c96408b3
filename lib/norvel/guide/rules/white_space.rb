# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Rules that look for a sign in the text of each paragraph.
      class InText < Rule
        def findings(context)
          paragraphs(context).filter_map do |paragraph|
            count = count(context, paragraph)
            describe(context, paragraph, count) if count.positive?
          end
        end

        private

        # In listings every sign is meant as it stands.
        def paragraphs(context)
          found = looked_at(context, @given[:roles])
          @given[:roles] ? found : found.reject { |paragraph| role(context, paragraph) == :code }
        end

        # @return [String] what a person wrote, in place of generated text as many signs
        def written(paragraph)
          return paragraph.text if paragraph.runs.none?(&:worked_out?)

          paragraph.runs.map { |run| run.worked_out? ? "x" * run.text.length : run.text }.join
        end

        # @return [Array<MatchData>] white space that is nobody's content
        def loose(paragraph, pattern)
          written(paragraph).to_enum(:scan, pattern).map { Regexp.last_match }.reject { |found| paragraph.bound?(*found.offset(0)) }
        end

        # @param named [Array<String>] what is counted, one and many @param message [String] with %s for how many of them
        def so_many(
          context, paragraph, count, named, expected: "none", unit: "places", message: "%s in this paragraph.", fix: tidied(paragraph)
        )
          said = counted(count, *named)
          finding(context, paragraph: paragraph, expected: expected, measured: said, expected_value: 0, measured_value: count, unit: unit,
            message: format(message, said), fix: fix)
        end

        def tidied(paragraph) = Cures.tidy_white_space("paragraphs" => [paragraph.id])
      end

      # Never two spaces in a row.
      class RunsOfSpaces < InText
        checks "runs_of_spaces", area: :white_space
        learned :paragraphs

        def sentence = "There are never two spaces in a row."

        private

        def count(_context, paragraph) = loose(paragraph, /(?<=\S) {2,}(?=\S)/).size

        def describe(context, paragraph, count) =
          so_many(context, paragraph, count, ["run of spaces", "runs of spaces"], expected: "one space")
      end

      # No tab at a paragraph's start.
      class TabsAtStart < InText
        checks "tabs_at_start", area: :white_space
        learned :paragraphs

        def sentence = "No paragraph begins with a tab or with spaces."

        private

        def count(_context, paragraph) = loose(paragraph, /\A[ \t\u00A0]+/).sum { |found| found[0].length }

        def describe(context, paragraph, count)
          so_many(context, paragraph, count, ["tab or space", "tabs or spaces"], expected: "an indent by style", unit: "characters",
            message: "This paragraph begins with %s.")
        end
      end

      # No line break in running text.
      class LineBreaks < InText
        checks "line_breaks", area: :white_space
        learned :running

        def sentence = "There is no line break in running text."

        private

        def paragraphs(context) = looked_at(context, %i[body block_quotation abstract])

        def count(_context, paragraph) = paragraph.text.count("\n")

        def describe(context, paragraph, count) = so_many(context, paragraph, count, ["line break"], message: "%s in running text.")
      end

      # No space before punctuation; in French a no-break one before ; : ! ?.
      class SpaceBeforePunctuation < InText
        checks "space_before_punctuation", area: :white_space
        takes :language, :choice, choices: %w[en de fr es],
          says: "whose habits hold; the manuscript's own where nothing is said", example: "en"
        learned :paragraphs

        def sentence =
          (given(:language) == :fr) ? "A no-break space stands before ; : ! and ?, none before . and ,." :
          "No space stands before punctuation."

        private

        def french?(context) = (given(:language) || context.manuscript.info.language.to_s[0, 2].to_sym) == :fr

        def count(context, paragraph)
          text = written(paragraph)
          if french?(context)
            return text.scan(/(?<=[[:alnum:])»”"]) +[.,](?!\S)/)
                .size + text.scan(/(?<=\p{L})(?: |(?<![\u00A0\u202F ]))[;:!?](?=\s|\z)/).size
          end

          text.scan(/(?<=[[:alnum:])”"’])[ \t\u00A0\u202F]+[.,;:!?](?=\s|\z|["”’)])/).size
        end

        def describe(context, paragraph, count)
          so_many(context, paragraph, count, ["place"], message: "%s where the space before punctuation is not right.", fix: nil)
        end
      end

      # A new page by a property, not by blank lines.
      class PageByBlankLines < Rule
        checks "page_by_blank_lines", area: :white_space
        takes :least, :number, default: 3, range: 2..50, says: "blank lines in a row that count", example: 3
        learned :pages

        def sentence = "A new page is never made with blank lines."

        def findings(context)
          blocks = context.manuscript.blocks
          blocks.each_with_index.chunk_while { |(one, _), (other, _)| blank?(one) && blank?(other) }.filter_map do |row|
            (first, at) = row.first
            following = blocks[at + row.size]
            next unless blank?(first) && row.size >= given(:least) && following.is_a?(Manuscript::Paragraph)
            next unless turned?(context, first, following) && within(context, [following]).any?

            finding(context, paragraph: following, expected: "a page break before, by style", measured: counted(row.size, "blank line"),
              expected_value: 0, measured_value: row.size, unit: "lines",
              message: "#{row.size} blank lines push this to a new page.", fix: fix(following, row.map(&:first)))
          end
        end

        private

        def blank?(block) = block.is_a?(Manuscript::Paragraph) && block.empty?

        def turned?(context, blank, following) = context.layout.page_of(following.id).to_i > context.layout.page_of(blank.id).to_i

        def fix(following, blanks)
          Cures.together("Replaced #{counted(blanks.size, "blank line")} by a page break before.",
            [Cures.format_here("paragraphs" => [following.id], "values" => {"break_before" => "yes"}),
              Cures.remove_empty_paragraphs("paragraphs" => blanks.map(&:id))])
        end
      end

      # A new page by a property, not by a typed break.
      class ManualPageBreak < InText
        checks "manual_page_break", area: :white_space
        learned :pages

        def sentence = "A new page is never made with a typed page break."

        private

        def paragraphs(context) = within(context, context.manuscript.paragraphs)

        def count(_context, paragraph) = paragraph.runs.reject(&:column_break).sum { |run| run.text.count("\f") }

        def describe(context, paragraph, count)
          so_many(context, paragraph, count, ["typed page break"], expected: "a page break before, by style", unit: "breaks", fix: nil)
        end
      end
    end
  end
end

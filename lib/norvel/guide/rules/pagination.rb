# frozen_string_literal: true

require_relative "pages_as_a_whole"

module Norvel
  class Guide
    module Rules
      # The last line of a paragraph is not too short.
      class ShortLastLine < Rule
        checks "short_last_line", area: :pagination
        takes :letters, :number, default: 5, range: 1..60, says: "letters that it has at least", example: 5
        takes :roles, :slots, says: "only in these roles"
        learned :running

        def sentence = "The last line of a paragraph has at least #{counted(given(:letters), "letter")}."

        def pages? = true

        def findings(context)
          looked_at(context, given(:roles) || %i[body]).filter_map do |paragraph|
            lines = context.layout.lines_of(paragraph.id)
            next if lines.size < 2

            count = lines.last.setting.text_of(lines.last.line).scan(/[[:alnum:]]/).size
            next if count >= given(:letters)

            finding(context, paragraph: paragraph, page: context.layout.pages.find { |page| page.placed.include?(lines.last) }&.number,
              expected: "#{counted(given(:letters), "letter")} at least", measured: counted(count, "letter"),
              expected_value: given(:letters), measured_value: count, unit: "letters",
              message: "The last line of this paragraph has #{counted(count, "letter")}.")
          end
        end
      end

      # No page is emptier than a share of its height, but where a part ends and on the title page.
      class EmptyPage < Rule
        checks "empty_page", area: :pagination
        takes :most, :number, default: 60, range: 1..100, says: "per cent of its height that may be empty", example: 60
        ENDS = %i[part recto end].freeze
        not_learned "how empty a page may be"

        def sentence = "No page is more than #{given(:most)} per cent empty, but at the end of a part."

        def pages? = true

        def findings(context)
          context.layout.pages.filter_map do |page|
            next if page.number == 1 || page.blank || ENDS.include?(page.turn.reason) || page.text_lines.empty?

            share = (page.turn.empty * 100 / (page.bottom - page.top)).round
            next if share <= given(:most)

            finding(context, paragraph: page.text_lines.last.paragraph, page: page.number, expected: "at most #{given(:most)} %",
              measured: "#{share} %", expected_value: given(:most), measured_value: share, unit: "%",
              message: "Page #{page.number} is #{share} per cent empty: #{Breaks::REASONS[page.turn.reason]}.")
          end
        end
      end

      # Chapters begin a page, or a recto, by a property of their style or their part.
      class ChapterStart < Rule
        checks "chapter_start", area: :pagination
        takes :on, :choice, default: :page, choices: %w[page recto], says: "what they begin", example: "page"
        learned(:chapters, strictest: true) { |_| [[{"on" => "recto"}, {"on" => "page"}]] }

        def sentence = "A chapter begins on a new #{given(:on)}, by a property."

        def applies?(context) = chapters(context).any?

        def findings(context)
          chapters(context).filter_map { |paragraph| (given(:on) == :recto) ? recto(context, paragraph) : page(context, paragraph) }
        end

        private

        def chapters(context)
          first = context.manuscript.paragraphs.find { |paragraph| !paragraph.blank? }
          found = within(context, context.roles.in(:heading_1)).reject { |paragraph| paragraph.equal?(first) || paragraph.in_table }
          # The parts of the front begin pages, but no rectos.
          (given(:on) == :recto) ? found.reject { |paragraph| context.part_of(paragraph) == :front } : found
        end

        def page(context, paragraph)
          return if context.cascade.paragraph(paragraph)[:break_before] || begins_part?(context, paragraph)

          finding(context, paragraph: paragraph, expected: "a page break before, by style", measured: "none",
            message: "This chapter does not begin a page by a property.", fix: remedies(context, paragraph, {break_before: true}))
        end

        def recto(context, paragraph)
          number = context.layout.page_of(paragraph.id)
          return if number&.odd? && begins_part?(context, paragraph, [:recto])

          finding(context, paragraph: paragraph, expected: "a recto", measured: number&.odd? ? "a recto by chance" : "a verso",
            message: "This chapter does not begin on a recto by a property.",
            fix: Cures.begin_part("paragraph" => paragraph.id, "begins" => "recto", "folio" => {"continues" => true}))
        end

        def begins_part?(context, paragraph, ways = %i[page recto verso])
          index = context.manuscript.index_of(paragraph.id)
          part = context.manuscript.section_indexes[index]
          part.positive? && context.manuscript.section_indexes[index - 1] == part - 1 &&
            ways.include?(context.manuscript.sections[part].begins)
        end
      end

      # The title of a chapter stands on a page of its own, before the chapter.
      class ChapterTitleAlone < Rule
        checks "chapter_title_alone", area: :pagination
        learned :chapters

        def sentence = "The title of a chapter stands alone on the page before it."

        def pages? = true

        def applies?(context) = titles(context).any?

        def findings(context)
          titles(context).filter_map do |title|
            page = context.layout.pages[context.layout.page_of(title.id) - 1]
            others = page.text_lines.map(&:paragraph).uniq.reject { |one| one.id == title.id || one.blank? || with_title?(context, one) }
            next if others.empty?

            finding(context, paragraph: title, expected: "alone on its page", measured: "with #{counted(others.size, "paragraph")}",
              message: "This title of a chapter shares its page with #{counted(others.size, "paragraph")}.",
              fix: (turned(others.first) if context.manuscript.index_of(others.first.id) > context.manuscript.index_of(title.id)))
          end
        end

        private

        def titles(context)
          within(context, context.roles.in(:heading_1)).select { |title| !title.in_table && context.layout.page_of(title.id) }
        end

        # A second line of the title.
        def with_title?(context, paragraph) = %i[subtitle author].include?(role(context, paragraph))

        def turned(paragraph) = Cures.format_here("paragraphs" => [paragraph.id], "values" => {"break_before" => "yes"})
      end

      # A caption is on the page of its figure or table.
      class CaptionWithThing < Rule
        checks "caption_with_figure", area: :pagination
        learned :captions

        def sentence = "A caption stands on the page of its figure or table."

        def pages? = true

        def applies?(context) = context.captions.all.any?(&:belongs)

        def findings(context)
          context.breaks.poor.select { |turn| turn.kind == :caption_apart }.map do |turn|
            finding(context, paragraph: context.manuscript.paragraph(turn.paragraph), expected: "on one page", measured: "on two",
              message: turn.sentence, fix: turn.cure)
          end
        end
      end

      # Rows of tables are not split over pages.
      class TableRowsWhole < Rule
        checks "table_rows_whole", area: :pagination
        learned :tables

        def sentence = "No row of a table is split over two pages."

        def pages? = true

        def applies?(context) = context.manuscript.tables.any?

        def findings(context)
          context.manuscript.blocks.grep(Manuscript::Table).flat_map do |table|
            table.rows.filter_map do |row|
              paragraphs = row.cells.flat_map { |cell| cell.blocks.flat_map { |block| Manuscript.paragraphs_in(block) } }
              numbers = paragraphs.flat_map { |paragraph| pages(context, paragraph) }.uniq
              next if numbers.size < 2 || row.header

              finding(context, paragraph: paragraphs.first, page: numbers.min, expected: "on one page",
                measured: "on pages #{numbers.sort.join(" and ")}",
                message: "A row of this table is split over pages #{numbers.sort.join(" and ")}.")
            end
          end
        end

        private

        def pages(context, paragraph)
          known = context.known(:pages_by_line) do
            context.layout.pages.each_with_object({}.compare_by_identity) do |page, found|
              page.placed.each { |placed| found[placed] = page.number }
            end
          end
          context.layout.lines_of(paragraph.id).map { |placed| known[placed] }
        end
      end

      # A table that goes over a page repeats its head.
      class TableHeadRepeated < Rule
        checks "table_head_repeated", area: :pagination
        learned :tables

        def sentence = "A table that goes over a page repeats its head."

        def pages? = true

        def applies?(context) = long(context).any?

        def findings(context)
          long(context).reject { |table| table.rows.first.header }.map do |table|
            first = Manuscript.paragraphs_in(table).first
            finding(context, paragraph: first, expected: "a head that is repeated", measured: "none",
              message: "This table goes over a page and its first row is not repeated.", fix: Cures.set_header_row("paragraph" => first.id))
          end
        end

        private

        def long(context)
          context.manuscript.blocks.grep(Manuscript::Table).select do |table|
            pages = Manuscript.paragraphs_in(table).filter_map { |paragraph| context.layout.page_of(paragraph.id) }
            pages.uniq.size > 1
          end
        end
      end

      # Words are divided at the end of at most so many lines in a row.
      class HyphensInARow < Rule
        checks "hyphens_in_a_row", area: :pagination
        takes :most, :number, default: 2, range: 0..20, says: "lines in a row at most", example: 2
        not_learned "how many lines in a row may be hyphenated"

        def sentence = "At most #{counted(given(:most), "line")} in a row #{(given(:most) == 1) ? "ends" : "end"} with a divided word."

        def pages? = true

        def findings(context)
          looked_at(context, nil).filter_map do |paragraph|
            rows = context.layout.lines_of(paragraph.id).chunk_while { |one, other| one.line.hyphenated && other.line.hyphenated }
            most = rows.map { |row| row.count { |placed| placed.line.hyphenated } }.max.to_i
            next if most <= given(:most)

            finding(context, paragraph: paragraph, expected: "#{given(:most)} at most", measured: most.to_s, expected_value: given(:most),
              measured_value: most, unit: "lines",
              message: "#{most} lines in a row end with a divided word.")
          end
        end
      end
    end
  end
end

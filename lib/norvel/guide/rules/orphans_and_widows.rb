# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # A paragraph split by a page turn leaves at least so many lines before it (orphans) and after it
      # (widows), as measured on the pages.
      class OrphansAndWidows < Rule
        checks "orphans_and_widows", area: :pagination
        takes :orphans, :number, default: 2, range: 1..9, says: "lines at the foot of a page, at least"
        takes :widows, :number, default: 2, range: 1..9, says: "lines at the head of a page, at least"
        learned :paragraphs

        def sentence =
          "A paragraph leaves at least #{counted(orphans, "line")} at the foot of a page and #{widows} at the head of the next."

        def pages? = true

        def findings(context)
          context.layout.pages.each_cons(2).flat_map do |page, following|
            last = body(page).last
            first = body(following).first
            next [] unless last && first && last.paragraph.id == first.paragraph.id && last.line.ends_with != :page

            [short(context, page, page, last.paragraph, orphans, "orphan", "foot"),
              short(context, following, page, last.paragraph, widows, "widow", "head")].compact
          end
        end

        private

        def orphans = given(:orphans)

        def widows = given(:widows)

        def body(page) = page.placed.select { |placed| placed.area == :body }

        def short(context, page, _turn, paragraph, wanted, kind, edge)
          count = body(page).count { |placed| placed.paragraph.id == paragraph.id }
          return if count >= wanted

          finding(context, paragraph: paragraph, page: page.number, expected: "at least #{wanted} lines",
            measured: "#{count} #{(count == 1) ? "line" : "lines"}", expected_value: wanted, measured_value: count, unit: "lines",
            message: "#{(count == 1) ? "A single line" : "#{count} lines"} of this paragraph at " \
            "the #{edge} of page #{page.number} (#{kind}).",
            fix: remedies(context, paragraph, {orphans: orphans, widows: widows}) do |name, own|
              own >= ((name == :orphans) ? orphans : widows)
            end)
        end
      end
    end
  end
end

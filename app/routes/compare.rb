# frozen_string_literal: true

module NorvelWeb
  module Routes
    # Two states side by side: the manuscript as it is, and a point of its ledger, as it came, or another manuscript.
    module Compare
      ROWS = 400 # that are listed at once
      ABOVE, ROOM = 50, 260 # points of a page, around the paragraph

      def self.registered(app)
        app.get("/manuscripts/:id/compare", takes: {from: Asked::SHEET}) { erb :compare, locals: {view: "ledger"} }

        app.get "/manuscripts/:id/compare/slip", takes: {from: Asked::SHEET, rows: Asked.sign(/\A[\d,]*\z/, most: 4_000)} do
          row = compared.differing_rows[params["rows"].to_s.split(",").last.to_i] or halt 404
          erb :compare_slip, layout: false, locals: {row: row}
        end

        app.get "/manuscripts/:id/compare/page", takes: {from: Asked::SHEET} do
          deliver_as "#{File.basename(record.filename, ".*")} – what differs.html"
          content_type "text/html"
          Norvel::Report::Comparison.new(compared, compared_names).to_html
        end

        app.helpers CompareHelpers
      end
    end

    module CompareHelpers
      # @return [Array(String, String)] what stands on the left and on the right
      def compared_names = [compared_from.first, "“#{name_apart(record)}” as it is now"]

      # @return [Norvel::SideBySide]
      def compared
        name, other, known = compared_from
        bench.compared([name, other.object_id, state.head]) { Norvel::SideBySide.new(other, state, known: known) }
      end

      # @return [Array(String, Norvel::Examination, Boolean)] what it is called, what it is, whether it is of this manuscript
      def compared_from
        @compared_from ||= begin
          kind, _, reference = params["from"].to_s.partition(":")
          case kind
          when "", "original" then ["“#{name_apart(record)}” as it came", bench.original_state, true]
          when "entry"
            entry = record.entries.find(reference)
            ["“#{name_apart(record)}” after “#{entry.sentence[0, 80]}”", bench.state_of(entry.id), true]
          when "manuscript"
            row = ManuscriptRecord.on_desk.find(reference)
            ["“#{name_apart(row)}”", workbench(row.id).state, false]
          else raise Norvel::ChangeRefused, "There is no such state."
          end
        end
      end

      # The stretch of a page that a paragraph stands on.
      # @param examined [Norvel::Examination] @param index [Integer] of a paragraph
      # @return [Array(Norvel::Layout::Page, String), nil] and its drawing
      def around(examined, index)
        paragraph = examined.manuscript.paragraphs[index]
        page = examined.layout.pages[(examined.layout.page_of(paragraph.id) || return) - 1]
        placed = page.placed.find { |one| one.paragraph&.id == paragraph.id } or return
        top = (placed.y - Compare::ABOVE).clamp(0, [page.height - Compare::ROOM, 0].max)
        drawn = Norvel::Drawing::PageSvg.new(examined.layout, page, style_marks: false, mark_up: false,
          window: [0, top, page.width, [Compare::ROOM, page.height].min], touched: {paragraph.id => true})
        [page, drawn.to_s]
      end
    end
  end
end

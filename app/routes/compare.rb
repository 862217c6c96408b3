# frozen_string_literal: true

module NorvelWeb
  module Routes
    # Two states side by side: the manuscript as it is, and a point of its ledger, as it came, or another manuscript.
    module Compare
      ROWS = 400 # that are listed at once
      ABOVE, ROOM = 50, 260 # points of a page, around the paragraph
      ROW_NAMES = Asked.sign(/\A[\d,-]*\z/, most: 20_000) # of rows, by the ids of their paragraphs

      def self.registered(app)
        app.get("/manuscripts/:id/compare", takes: {from: Asked::SHEET}) { erb :compare, locals: {view: "ledger"} }

        app.get("/manuscripts/:id/compare/slip", takes: {from: Asked::SHEET, rows: ROW_NAMES}) { compare_slip }

        # Whole pages beside each other, one following the other.
        app.get("/manuscripts/:id/compare/pages", takes: {from: Asked::SHEET}) { erb :compare_pages, locals: {view: "ledger"} }

        app.get "/manuscripts/:id/compare/pages/:number", takes: {from: Asked::SHEET, side: Asked::WORD} do
          content_type "image/svg+xml"
          compared_page((params["side"] == "before") ? :before : :after, params["number"].to_i) or halt 404, ""
        end

        # The next version: another file that takes the place of the one in force.
        app.post "/manuscripts/:id/version", takes: {file: Asked::FILE, head: Asked::ID, sure: Asked::YES} do
          raise Norvel::FileError, "Choose the file that came back first." unless params["file"]

          name = File.basename(params["file"][:filename])[0, 200]
          before, @state, = bench.take_version(params["file"][:tempfile].read, name, head: seen_head, sure: params["sure"] == "yes")
          refresh_facts(record.reload, state)
          redirect to("/manuscripts/#{record.id}/compare?from=#{before.head ? "entry:#{before.head}" : "first"}")
        end

        # What they formatted is taken or cleared: of the rows that are chosen, or everywhere.
        app.post "/manuscripts/:id/version/settle", takes: {
          from: Asked::SHEET, rows: ROW_NAMES, paragraphs: Asked::CHOSEN, way: Asked::WORD, head: Asked::ID
        } do
          ids = settled_paragraphs
          before, @state, sentence = bench.change(Norvel::Changes::SettleReturned.new("paragraphs" => ids, "way" => params["way"]),
            head: seen_head)
          refresh_facts(record.reload, state)
          next redirect to("/manuscripts/#{record.id}/compare?from=#{params["from"]}") unless htmx?

          @compared_report = nil # of the state before
          tell(before, state, sentence)
          compare_slip
        end

        app.get "/manuscripts/:id/compare/page", takes: {from: Asked::SHEET} do
          deliver_as "#{File.basename(record.filename, ".*")} – what differs.html"
          content_type "text/html"
          compared_report.to_html
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

      # @return [Array<Array(Integer, Integer)>] rows that differ, and those of paragraphs whose formatting is to be decided on
      def compared_rows
        open = manuscript.returned.filter_map { |one| manuscript.index_of(one.paragraph) }.to_set
        compared.rows & (compared.differing_rows + compared.rows.select { |_, is| open.include?(is) })
      end

      # @return [Array<Integer>, String] the paragraphs of the rows that are chosen, one beside the text, or "all"
      def settled_paragraphs
        return compared_chosen.filter_map { |_, is| is && manuscript.paragraphs[is].id } unless params["rows"].to_s.empty?

        (params["paragraphs"] == "all") ? "all" : params["paragraphs"].to_s.split(",").map(&:to_i)
      end

      # What a row is called, whatever else goes meanwhile.
      def row_name(row) = row.zip([compared.before, compared.after]).map { |at, one| at && one.manuscript.paragraphs[at].id }.join("-")

      # @return [Array<Array(Integer, Integer)>] the rows that are chosen
      def compared_chosen
        wanted = params["rows"].to_s.split(",")
        compared.rows.select { |row| wanted.include?(row_name(row)) }
      end

      # @param side [Symbol] :before or :after @param number [Integer] of a page
      # @return [String, nil] its drawing, with what differs marked
      def compared_page(side, number)
        examined = compared.public_send(side)
        page = examined.layout.pages[number - 1] if number.positive?
        return unless page

        marked = compared.differing_rows.filter_map { |row| row[(side == :before) ? 0 : 1] }
        Norvel::Drawing::PageSvg.new(examined.layout, page, style_marks: false, mark_up: false,
          touched: marked.to_h { |index| [examined.manuscript.paragraphs[index].id, true] }).to_s
      end

      # Both sides of the row that was chosen last.
      def compare_slip
        chosen = compared_chosen
        row = chosen.find { |one| row_name(one) == params["rows"].to_s.split(",").last } || chosen.last or halt 404
        erb :compare_slip, layout: false, locals: {row: row, chosen: chosen}
      end

      # @return [Norvel::Report::Comparison]
      def compared_report = @compared_report ||= Norvel::Report::Comparison.new(compared, compared_names)

      # @return [Array(String, Norvel::Examination, Boolean)] what it is called, what it is, whether it is of this manuscript
      def compared_from
        @compared_from ||= begin
          kind, _, reference = params["from"].to_s.partition(":")
          case kind
          when "", "original" then ["“#{name_apart(record)}” as it came", bench.original_state, true]
          when "first" then ["“#{name_apart(record)}” as it first came", bench.original_state(nil), state.version.nil?]
          when "entry"
            entry = record.entries.find(reference)
            past = bench.state_of(entry.id)
            ["“#{name_apart(record)}” after “#{entry.sentence[0, 80]}”", past, past.version == state.version]
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

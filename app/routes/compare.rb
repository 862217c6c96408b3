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
          from: Asked::SHEET, rows: ROW_NAMES, way: Asked::WORD, head: Asked::ID
        } do
          ids = params["rows"].to_s.empty? ? "all" : compared_chosen.filter_map { |_, is| is && manuscript.paragraphs[is].id }
          before, @state, sentence = bench.change(Norvel::Changes::SettleReturned.new("paragraphs" => ids, "way" => params["way"]),
            head: seen_head)
          refresh_facts(record.reload, state)
          next redirect to("/manuscripts/#{record.id}/compare?from=#{params["from"]}") unless htmx? && ids != "all"

          tell(before, state, sentence)
          compare_slip
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

      # @return [Array<Array(Integer, Integer)>] rows that differ, and those of paragraphs whose formatting is to be decided on
      def compared_rows
        open = manuscript.returned.filter_map { |one| manuscript.index_of(one.paragraph) }.to_set
        compared.rows & (compared.differing_rows + compared.rows.select { |_, is| open.include?(is) })
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

      # @param index [Integer, nil] of a paragraph
      # @return [Array<Norvel::Manuscript::Returned>] what of its formatting is to be decided on
      def returned_in(index)
        id = index && manuscript.paragraphs[index].id
        id ? manuscript.returned.select { |one| one.paragraph == id } : []
      end

      # @return [String] one of them in words
      def returned_said(one)
        if %i[style character_style].include?(one.property)
          name = manuscript.sheet[one.value]&.name || "a style that is gone"
          return (one.property == :style) ? "They gave it the style “#{name}”; it has ours" : "The style “#{name}” on #{words_said(one)}"
        end

        value = "#{Norvel::Properties[one.property].label}: #{Norvel::Properties[one.property].show(one.value)}"
        one.places ? "#{value}, on #{words_said(one)}" : value
      end

      def words_said(one)
        paragraph = manuscript.paragraph(one.paragraph) or return "words that are gone"
        words = paragraph.each_run_with_offset.flat_map { |run, _|
          one.places.filter_map do |origin, from, to|
            first, last = [from, run.from].max, [to, run.from + run.text.length].min
            run.text[(first - run.from)...(last - run.from)] if run.origin == origin && first < last
          end
        }.join
        words.strip.empty? ? "words that are gone" : "“#{excerpt(words, 40)}”"
      end

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

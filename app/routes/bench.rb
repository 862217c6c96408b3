# frozen_string_literal: true

module NorvelWeb
  module Routes
    # The working screen of one manuscript: pages, slip, style form, findings, ledger.
    module Bench
      def self.registered(app)
        app.get("/manuscripts/:id", takes: {
          **Asked::SLIP, **Asked::PLAN,
          at: Asked::WORD, entry: Asked::ID, mapping: Asked.map(Asked.exact(500)), proposal: Asked::WORD,
          sheet: Asked::SHEET, style: Asked::STYLE
        }) do
          erb :bench, locals: {view: "page"}
        end

        # The unit of lengths, by the reader's choice.
        app.post "/unit", takes: {unit: Asked.sign(/\A(?:cm|in|pt|)\z/)} do
          response.set_cookie("unit", value: params["unit"].to_s, path: "/", httponly: true, same_site: :strict, max_age: 10 * 365 * 86_400)
          headers "HX-Refresh" => "true"
          ""
        end

        app.get("/manuscripts/:id/sheets", takes: {at: Asked::WORD, proposal: Asked::WORD}) { erb :sheets, layout: false }

        app.get "/manuscripts/:id/pages/:number", takes: {
          at: Asked::WORD, chosen: Asked::CHOSEN, measures: Asked::YES, proposal: Asked::WORD, signs: Asked::YES
        } do
          page = shown_layout.pages[params["number"].to_i - 1] or halt 404, ""
          content_type "image/svg+xml"
          plain = !proposal && params["at"].nil?
          touched = proposal ? proposal.ripple.paragraphs.to_h { |id| [id, true] } : {}
          Norvel::Drawing::PageSvg.new(shown_layout, page, image: method(:image_address), signs: params["signs"] == "on", texts: plain,
            touched: touched, once: plain ? state.said_once : Norvel::Drawing::SaidOnce.new([]),
            measures: (measures_on(page) if params["measures"] == "on")).to_s
        end

        app.get "/manuscripts/:id/strip", takes: {known: Asked::ID} do
          content_type "image/svg+xml"
          seen = params["known"]
          known = bench.kept_state(seen.empty? ? nil : seen.to_i) if seen
          state.strip(guide_of).to_s(known: known&.drawn_strip)
        end

        # A long choice is posted: it would not fit into an address.
        %i[get post].each { |verb| app.public_send(verb, "/manuscripts/:id/slip", takes: Asked::SLIP) { erb slip_view, layout: false } }

        app.get("/manuscripts/:id/outline", takes: {chosen: Asked::CHOSEN, reduced: Asked::WORD}) do
          erb :outline, locals: {view: "outline"}
        end

        app.get("/manuscripts/:id/original-page", takes: {chosen: Asked::CHOSEN}) do
          bench.original_state.layout.page_of(params["chosen"].to_i).to_s
        end

        app.get("/manuscripts/:id/find", takes: {find: Asked.line(2_000)}) { erb :found, layout: false }

        app.get("/manuscripts/:id/outline/slip", takes: {chosen: Asked::CHOSEN}) { erb outline_slip, layout: false }

        app.get "/manuscripts/:id/lists/:list", takes: {**Asked::SLIP, in: Asked::WORD} do
          list = manuscript.lists[params["list"]] or raise Norvel::ChangeRefused, "That list is not in the manuscript any more."
          erb :list_form, layout: false, locals: {list: list}
        end

        app.get("/manuscripts/:id/outline/headings", takes: {chosen: Asked::CHOSEN, reduced: Asked::WORD}) { erb :headings, layout: false }

        app.get "/manuscripts/:id/style-table" do
          content_type :json
          JSON.generate(style_table)
        end

        app.get("/manuscripts/:id/ledger") { erb :ledger, locals: {view: "ledger"} }

        app.get "/manuscripts/:id/styles", takes: {**Asked::SLIP, in: Asked::WORD, show: Asked::WORD, style: Asked::STYLE} do
          style = manuscript.sheet[params["style"]] || manuscript.sheet[manuscript.sheet.default_id]
          erb :styles, locals: {view: "styles", style: style, show: shown_styles}
        end

        app.get("/manuscripts/:id/family", takes: {show: Asked::WORD, style: Asked::STYLE}) do
          erb :family, layout: false, locals: {show: shown_styles, style: manuscript.sheet[params["style"]]}
        end

        app.get "/manuscripts/:id/styles/:style", takes: {**Asked::SLIP, in: Asked::WORD} do
          erb :style_form, layout: false, locals: {style: manuscript.sheet.fetch(params["style"])}
        end

        # What is chosen of the family.
        app.get "/manuscripts/:id/styles-slip", takes: {styles: Asked.exact(20_000)} do
          params["in"] = "styles"
          chosen_styles = params["styles"].to_s.split("\n").filter_map { |id| manuscript.sheet[id] }
          next erb(:style_form, layout: false, locals: {style: chosen_styles.first}) if chosen_styles.size == 1

          erb :styles_many, layout: false, locals: {styles: chosen_styles}
        end

        app.get("/manuscripts/:id/specimen") { erb :specimen, layout: false }

        app.get("/manuscripts/:id/reading", takes: Asked::SLIP) { chosen.empty? ? "" : erb(:reading, layout: false) }

        # Posted, since the desk keeps what it comes to.
        app.post "/manuscripts/:id/conformity" do
          check = state.check(guide_of)
          record.keep_facts(check)
          erb :conformity, layout: false, locals: {check: check}
        end

        app.get "/manuscripts/:id/media", takes: {name: Asked::NAME} do
          name = params["name"].to_s
          pass unless name.match?(/\.(png|jpe?g|gif)\z/i)
          data = bench.image(name) or halt 404, ""
          content_type({".png" => "image/png", ".gif" => "image/gif"}.fetch(File.extname(name).downcase, "image/jpeg"))
          cache_control :private, max_age: 86_400 # of a file that never changes
          data
        end

        app.helpers SlipHelpers
      end
    end

    # Which slip fits what is chosen, and which styles are shown.
    module SlipHelpers
      def shown_styles = %w[used unused all specimen sheets].include?(params["show"]) ? params["show"].to_sym : :used

      def family_svg(show, style, kind: :paragraph)
        rows = %(data-rows="/manuscripts/#{record.id}/styles-slip?styles=" data-between="%0A" hx-sync="this:replace")
        Norvel::Drawing::FamilySvg.new(manuscript, state.layout.cascade, uses: style_uses, show: show, chosen: [style&.id].compact,
          rows: rows, kind: kind).to_s
      end

      # What was found, as it is heard: how many places, and on which pages.
      def found_heard(query, places, styles, marked)
        pages = pages_of(places.map { |paragraph, *| paragraph.id }.uniq)
        on = "on page#{"s" if pages.size > 1} #{pages.first(8).join(", ")}#{" and others" if pages.size > 8}" if pages.any?
        said = [("#{plural(places.size, "place")} #{on}" if places.any?), (plural(styles.size, "style") if styles.any?),
          ("#{plural(marked.size, "paragraph")} by hand" if marked.any?)].compact
        "“#{query}”: #{said.empty? ? "nowhere" : said.join(", ")}"
      end

      # Which slip fits what is chosen of the outline.
      def outline_slip = chosen.any? ? :outline_chosen : :outline_slip

      # @return [Hash{Symbol=>Integer}] what the guide asks for, EMU by edge
      def wanted_margins = guide_of.margins.to_h { |edge, written| [edge.to_sym, Norvel::Lengths.parse(written)] }

      # Dimension lines in the reader's unit, against what the guide says.
      def measures_on(page)
        paragraph = shown_layout.manuscript.paragraph(params["chosen"].to_i)
        slot = paragraph && state.places(guide_of).of(paragraph)
        values = (slot && guide_of.family.home(slot)) ? guide_of.family.values(slot) : {}
        Norvel::Drawing::MeasuresSvg.new(shown_layout, page, unit: reader_unit, wanted: wanted_margins, paragraph: paragraph&.id,
          values: values)
      end

      # What is looked at before it is done, where the request asks for it.
      def proposal = @proposal ||= params["proposal"] && bench.proposal(params["proposal"])

      def shown_layout
        return bench.original_state.layout if params["at"] == "original"

        proposal ? proposal.layout : state.layout
      end

      # @return [Array<Norvel::Breaks::Turn>] why each page that is shown ends
      def shown_turns = @shown_turns ||= Norvel::Breaks.new(shown_layout).turns

      # The style in dummy copy, as the slip shows it.
      def specimen_svg(manuscript, style) = Norvel::Drawing::SpecimenSvg.new(manuscript, style).to_s

      def sweeping? = params["sweep"] == "yes" && chosen.all? { |paragraph| manuscript.index_of(paragraph.id) }

      def slip_view
        if params["swap"]
          params["sheet"] = params["swap"]
          return :swap_form
        end
        return :plan_shown if params["considered"] && bench.proposal(params["considered"])

        return :slip_text if (params["text"] || params["words"]) && stretches.any?

        case chosen.size
        when 0 then :slip_none
        when 1 then sweeping? ? :slip_sweep : :slip_one
        else sweeping? ? :slip_sweep : :slip_many
        end
      end
    end
  end
end

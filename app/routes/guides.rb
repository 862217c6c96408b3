# frozen_string_literal: true

module NorvelWeb
  module Routes
    # House guides: read, written place by place or as text, published in versions, handed out as templates.
    module Guides
      SHOWN = {"page" => "Page and parts", "sheet" => "Sheet", "rules" => "Rules", "versions" => "Versions", "text" => "As text"}.freeze

      def self.registered(app)
        app.get("/guides/:reference", takes: {kind: Asked::WORDS, on: Asked::ID, show: Asked::WORD, slip: Asked::SLIP_OF}) { show_guide }

        # Two guides, or two versions of one, in words.
        app.get("/guides-compared", takes: {one: Asked::WORD, other: Asked::WORD}) { erb :guides_compared }

        # What is chosen of it, and what can be done with that.
        app.get "/guides/:reference/slip", takes: {on: Asked::ID, show: Asked::WORD, shown: Asked::SLIP_OF, slip: Asked::SLIP_OF} do
          guide_slip
        end

        # New rules that say what is typed.
        app.get "/guides/:reference/offers", takes: {say: Asked.line(100), shown: Asked::SLIP_OF} do
          own = own_guide or halt 404
          offers = Norvel::Guide::Offers.new(guide_draft(own.yaml)).for(params["say"].to_s)
          erb :guide_offers, layout: false, locals: {own: own, offers: offers}
        end

        # What one rule finds in the manuscript that the guide is tried on.
        app.get "/guides/:reference/found", takes: {on: Asked::ID, rule: Asked::RULE, shown: Asked::SLIP_OF} do
          own = own_guide or halt 404
          halt 404 unless trial
          erb :guide_found, layout: false, locals: {own: own, result: found_by_rule(own.guide)}
        end

        app.get "/guides/:reference/file" do
          deliver_as "#{own_guide ? own_guide.name.downcase.gsub(/[^a-z0-9]+/, "-") : params["reference"]}.yml"
          content_type "application/yaml"
          guide_yaml
        end

        # The guide as an empty manuscript with sample text.
        app.get "/guides/:reference/template", takes: {format: Asked::WORD} do
          guide = own_guide ? own_guide.guide : shipped_guide
          format = begun_format
          deliver_as "#{guide.title.gsub(%r{[/\\]}, "-")} – template#{format.endings.first}"
          content_type format.media_type
          Norvel::Template.with_samples(guide, format: format)
        end

        app.get("/guides/:reference/design") do
          content_type("image/svg+xml") && Norvel::Drawing::PageDesignSvg.new(own_guide ? own_guide.guide : shipped_guide).to_s
        end

        app.post "/guides", takes: {guide_file: Asked::FILE, yaml: Asked::TEXT} do
          brought = params["guide_file"] ? params["guide_file"][:tempfile]
            .read(Norvel::Guide::Reader::LARGEST + 1).to_s.force_encoding(Encoding::UTF_8) : params["yaml"].to_s
          draft = brought.strip.empty? ? Norvel::Guide::Draft.empty.yaml : brought.gsub("\r\n", "\n")
          row = HouseGuide.create!(name: Norvel::Guide.read(draft).title, yaml: draft)
          redirect to("/guides/#{row.id}")
        end

        # One that good examples of a house follow; tried on the first of them, so that what each rule finds is what does not follow it.
        app.post "/guides/learned", takes: {from: Asked.list(Asked::ID), name: Asked::NAME} do
          rows = params["from"].to_a.uniq.first(Norvel::Learning::MOST + 1).map { |id| ManuscriptRecord.on_desk.find(id) }
          title = params["name"].to_s.strip.then { |said| said.empty? ? "House of #{rows.first&.name}"[0, 200] : said }
          names = rows.map { |row| name_apart(row) }
          names = names.each_with_index.map { |name, index| (names.index(name) == index) ? name : "#{name} #{index + 1}" }
          making = begun_learning(names.zip(rows), title)
          making.apart.settled?(GuideHelpers::LEARNED_AT_ONCE) ? take_learned(making) : redirect(to("/guides/learned/#{making.key}"))
        end

        app.get("/guides/learned/:making") { erb :learning, locals: {making: learned_making || halt(404)} }

        # Asked again and again until it is there; then it is a guide of the desk.
        app.post "/guides/learned/:making" do
          making = learned_making or raise Norvel::ChangeRefused, "It was not kept; have it learned again."
          making.apart.settled? ? take_learned(making) : erb(:learning_at, layout: false, locals: {making: making})
        rescue Norvel::Error => error
          raise unless htmx?

          %(<p id="learning-at" role="status">#{h(error.message)}</p>)
        end

        app.post "/guides/learned/:making/stop" do
          settings.makings.forget(learned_making.key) if learned_making
          redirect to("/")
        end

        app.post "/guides/:reference/copy" do
          row = HouseGuide.create!(name: "#{HouseGuide.read(guide_yaml).title} (copy)", yaml: guide_yaml)
          redirect to("/guides/#{row.id}")
        end

        # One place of it, a rule or a style more or less.
        app.post "/guides/:reference/draft", takes: {
          act: Asked::WORD, kind: Asked::WORDS, name: Asked::NAME, on: Asked::ID, path: Asked.exact(300),
          rule: Asked.exact(20_000), seen: Asked::SEEN, show: Asked::WORD, shown: Asked::SLIP_OF, slot: Asked::WORD,
          value: Asked.line(4_000)
        } do
          change_draft(own_guide || halt(404))
          guide_with_slip
        end

        # A style of its sheet value by value, in the form that styles of manuscripts have.
        app.get "/guides/:reference/styles/:slot" do
          own = own_guide or halt 404
          draft = guide_draft(own.yaml)
          halt 404 unless draft.styles.key?(params["slot"])
          erb :guide_values, layout: false, locals: {own: own, draft: draft, slot: params["slot"]}
        end

        app.post "/guides/:reference/styles/:slot", takes: {
          kind: Asked::WORDS, on: Asked::ID, show: Asked::WORD, shown: Asked::SLIP_OF, values: Asked.map(Asked::VALUE)
        } do
          own = own_guide or halt 404
          own.change(guide_draft(own.yaml).set_values(params["slot"], (params["values"] || {}).to_h).yaml)
          guide_with_slip
        end

        app.post "/guides/:reference/undo", takes: {kind: Asked::WORDS, on: Asked::ID, show: Asked::WORD, shown: Asked::SLIP_OF} do
          (own_guide || halt(404)).step_back
          guide_with_slip
        end

        app.post "/guides/:reference/publish" do
          own = own_guide or halt 404
          own.publish
          redirect to("/guides/#{own.id}?show=versions")
        end

        app.get "/guides/:reference/tried", takes: {on: Asked::ID, shown: Asked::SLIP_OF} do
          own = own_guide or halt 404
          erb :guide_tried, layout: false, locals: {own: own}
        end

        app.post "/guides/:reference", takes: {
          act: Asked::WORD, name: Asked::NAME, on: Asked::ID, seen: Asked::SEEN, show: Asked::WORD, yaml: Asked::TEXT
        } do
          own = own_guide or halt 404
          yaml = params["yaml"].to_s.gsub("\r\n", "\n")
          begin
            Norvel::Guide.read(yaml)
            if params["act"] == "apart"
              next redirect(to("/guides/#{HouseGuide.create!(name: "#{own.name} (second text)", yaml: yaml).id}?show=text"))
            end
            next show_both(own, yaml) unless [nil, "", sign_of(own.yaml)].include?(params["seen"]) || own.yaml == yaml

            own.change(yaml)
            own.update!(name: params["name"].to_s.strip[0, 200].then { |name| name.empty? ? own.name : name })
            redirect to("/guides/#{own.id}?show=text")
          rescue Norvel::GuideError => error
            status 422
            params["show"] = "text"
            show_guide(yaml: yaml, mistake: error.message)
          end
        end

        # The older form, in which every style says everything, made a family.
        app.post "/guides/:reference/family" do
          own = own_guide or halt 404
          guide = own.guide
          own.change(Norvel::Guide::FamilyForm.new(guide).yaml) if guide.family.flat? && guide.styles.any?
          redirect to("/guides/#{own.id}?show=sheet")
        end

        app.post "/guides/:reference/delete" do
          own_guide&.update!(deleted_at: Time.now)
          redirect to("/")
        end

        app.post "/guides/:reference/restore" do
          HouseGuide.put_away.find(params["reference"]).update!(deleted_at: nil)
          redirect to("/")
        end

        app.helpers GuideHelpers
      end
    end

    # The guide that a path names, and how it is written.
    module GuideHelpers
      LEARNED_AT_ONCE = 2 # seconds that are waited for it without a page of its own

      # Worked out in a process of its own: each example has to be laid out.
      # @param named [Array<Array(String, ManuscriptRecord)>] @param title [String] of the guide
      # @return [Makings::Making] whose `head` is the example that the guide is tried on
      def begun_learning(named, title)
        raise Norvel::Error, "There is no example to learn from." if named.empty?
        if named.size > Norvel::Learning::MOST
          raise Norvel::Error, "These are #{named.size} examples; choose at most #{Norvel::Learning::MOST}."
        end

        given = named.map { |name, row| [name, NorvelWeb::Batches::Given.of(row)] }
        settings.makings.begin(manuscript: :learned, head: named.first.last.id, filename: title, type: "text/yaml", noted: false) do |tell|
          examples = given.each_with_index.to_h { |(name, one), index|
            tell.call(index, given.size)
            [name, Norvel::Examination.new(one.read).tap(&:layout)]
          }
          Norvel::Learning.new(examples, title: title).yaml
        end
      end

      # @return [Array<Norvel::Guide>] the two that are held against one another
      def guides_compared = [params["one"] || guides.first.first, params["other"] || guides[1].first].map { |one| guide_wanted(one) }

      def learned_making = @learned_making ||= settings.makings.of(:learned, params["making"].to_s)

      # @param making [Makings::Making] that is over
      # @raise [Norvel::Error] what stood in its way
      def take_learned(making)
        made = HouseGuide.create!(name: making.filename, yaml: making.apart.value.force_encoding(Encoding::UTF_8))
        path = "/guides/#{made.id}?show=rules&on=#{making.head}"
        htmx? ? headers("HX-Redirect" => path) && "" : redirect(to(path))
      ensure
        settings.makings.forget(making.key)
      end

      def own_guide = @own_guide ||= params["reference"].match?(/\A\d+\z/) ? HouseGuide.on_desk.find(params["reference"]) : nil

      def shipped_guide
        Norvel::Guide.shipped.include?(params["reference"]) ? Norvel::Guide.find(params["reference"]) : halt(404, erb(:lost))
      end

      def guide_yaml = own_guide ? own_guide.yaml : shipped_guide.source

      # @return [String] which part of it is shown
      def shown_of_guide = Guides::SHOWN.key?(params["show"]) ? params["show"] : "page"

      def show_guide(yaml: guide_yaml, mistake: nil, other: nil)
        erb :guide, locals: {own: own_guide, guide: begin
          HouseGuide.read(guide_yaml)
        rescue
          nil
        end,
                             yaml: yaml, mistake: mistake, other: other} # rubocop:disable Style/RescueModifier
      end

      # @return [String] by which a window says what it saw
      def sign_of(said) = Digest::SHA256.hexdigest(said.to_s)[0, 16]

      # Somebody else changed the text meanwhile: both are shown, and one is chosen, or both are kept.
      def show_both(own, yaml)
        status 409
        params["show"] = "text"
        show_guide(yaml: yaml, mistake: "the guide was changed in another window meanwhile. Its text as it is now stands " \
          "below yours: save yours over it, keep yours as a guide of its own, or leave yours.", other: own.yaml)
      end

      # What stands at a place of the draft, as a sign.
      def place_sign(draft, path)
        parts = path.to_s.split("/")
        place = case parts.first
        when "rules" then said_by_rule(draft, *parts.drop(1))
        when "styles" then draft.styles[parts[1]]&.then do |style|
          (parts[2] == "line") ? style.except("name", "parent", "next") : style.slice(parts[2])
        end
        when "lists" then draft.data["lists"]
        else parts.reduce(draft.data) { |data, part| data.is_a?(Hash) ? data[part] : nil }
        end
        sign_of(JSON.generate([place]))
      end

      # What a rule says at a place: of lengths by edge at that edge.
      def said_by_rule(draft, id, name, edge = nil)
        rule = draft.rules.find { |one| one["id"] == id } or return
        edge ? draft.said.resolved(rule).dig(name, edge) : rule.slice(name)
      end

      # What was wrong stands at its field, with what was written there.
      def change_draft(own)
        draft = guide_draft(own.yaml)
        if params["seen"] && params["path"] && params["seen"] != place_sign(draft, params["path"])
          there = params["path"].match?(%r{\A(?:styles|rules|lists)/}) ? "something else" : "“#{draft.written(params["path"])}”"
          raise Norvel::GuideError,
            "In another window #{there} was written here meanwhile; yours is not saved. Save it again to have yours, or " \
            "reload to have the other."
        end
        after = case params["act"]
        when "usual_styles" then draft.add_usual_styles
        when "own_rules" then draft.add_rules_of_its_own
        when "clean_rules" then draft.add_rules_of_cleanness
        when "add_rule" then rule_added(draft)
        when "remove_rule", "remove_rules" then rules_asked.reduce(draft, :remove_rule)
        when "all_must", "all_should" then set_of_rules(draft, "severity", params["act"].delete_prefix("all_"))
        when "all_off", "all_on" then set_of_rules(draft, "off", (params["act"] == "all_off") ? "yes" : "no")
        when "as_said" then draft.ask_as_said(params["rule"].to_s)
        when "own_values" then draft.ask_by_itself(params["rule"].to_s)
        when "settle_clause" then draft.settle_clause(params["rule"].to_s)
        when "add_level" then draft.add_level(params["kind"].to_s)
        when "remove_level" then draft.remove_level(params["kind"].to_s)
        when "add_style" then style_added(draft)
        when "remove_style" then draft.remove_style(params["slot"].to_s)
        else draft.set(params["path"].to_s, params["value"].to_s)
        end
        own.change(after.yaml)
      rescue Norvel::GuideError => error
        @mistake = {path: params["path"] || params["act"], words: error.message.sub(/\Aline \d+: /, ""), written: params["value"]}
      end

      # @return [Norvel::Guide::Check::Result, nil] what the rule that is asked about finds where the guide is tried on
      def found_by_rule(guide) = workbench(trial.id).state.check(guide).results.find { |result| result.rule.id == params["rule"] }

      def rules_asked = params["rule"].to_s.split(",")

      def set_of_rules(draft, what, value) = rules_asked.reduce(draft) { |now, id| now.set("rules/#{id}/#{what}", value) }

      # It is chosen at once.
      def rule_added(draft)
        after = draft.add_rule(params["kind"].to_s, property: params["path"].to_s.then { |name| name unless name.empty? })
        choose_of_guide("rule:#{after.rules.last["id"]}")
        after
      end

      # What came about is chosen, where nobody has chosen anything else meanwhile.
      def choose_of_guide(what)
        @shown_before = params["shown"].to_s
        params["shown"] = what
      end

      def style_added(draft)
        draft.add_style(params["slot"].to_s, params["name"].to_s).tap { choose_of_guide("style:#{params["slot"]}") }
      end

      # What is chosen, as an address and a form say it: "rule:margins,paper", "style:body", "list:bullets".
      # @return [Array(String, Array<String>), nil] what of it is still there
      def slip_of
        kind, names = (params["slip"] || params["shown"]).to_s.split(":", 2)
        return unless own_guide || kind == "style"

        draft = guide_draft(guide_yaml)
        there = {"rule" => draft.rules.map { |rule| rule["id"] }, "style" => ["base", *draft.styles.keys].uniq,
                 "list" => Norvel::Guide::DraftLists::KINDS}
        found = names.to_s.split(",") & there.fetch(kind, [])
        [kind, found] if found.any?
      end

      def slip_said = (kind, names = slip_of) ? "#{kind}:#{names.join(",")}" : ""

      # @return [Array<String>] what of a kind is chosen
      def chosen_of_slip(kind) = (slip_of && slip_of[0] == kind) ? slip_of[1] : []

      # A guide whose text does not read has nothing else to be acted on.
      def guide_slip_or_text(own, guide) = guide ? guide_slip : %(<p class="slip-text">#{h(own.name)}</p>)

      def guide_slip
        erb :guide_slip, layout: false, locals: {own: own_guide, reference: params["reference"], draft: guide_draft(guide_yaml)}
      end

      # What is shown of the guide, and beside it the slip on what is chosen.
      def guide_with_slip
        own = own_guide
        erb(:guide_editor, layout: false, locals: {own: own, draft: guide_draft(own.yaml)}) +
          %(<template data-beside="guide-slip" data-where="#slip-of" data-said="#{h(@shown_before || params["shown"])}">) +
          "#{guide_slip}</template>"
      end

      # A value that is written where it stands in a sentence.
      # @param piece [Norvel::Guide::Sentence::Piece]
      def in_place(draft, piece)
        offered = piece.offered&.map { |choice| [choice, word_for(choice)] }
        wrong = mistake_at(piece.place)
        erb(:_in_place, layout: false, locals: {piece: piece, offered: offered, seen: place_sign(draft, piece.place),
                                                written: wrong ? wrong[:written] : piece.written}).strip
      end

      STRICT = Norvel::Guide::Parameter.new(name: :severity, kind: :choice, choices: %w[must should], says: "how strict")

      def severity_piece(data)
        Norvel::Guide::Sentence::Piece.new(text: data["severity"], place: "rules/#{data["id"]}/severity", parameter: STRICT,
          written: data["severity"])
      end

      # @return [Hash, nil] what was wrong at a value of a rule that stands in its sentence, or at the rule as a whole
      def mistake_at_rule(id) = (@mistake if @mistake && @mistake[:path].to_s.start_with?("rules/#{id}/"))

      # @return [String] where rows of a guide get their slip
      def guide_rows(show, kind) = "/guides/#{params["reference"]}/slip?show=#{show}&slip=#{kind}:"

      # @return [Norvel::KeptSheet]
      def guide_sheet(guide) = (@guide_sheets ||= {}.compare_by_identity)[guide] ||= Norvel::KeptSheet.of_guide(guide)

      # @return [Norvel::Manuscript] an empty one in the guide's styles
      def guide_manuscript(guide)
        kept = guide_sheet(guide)
        (@guide_manuscripts ||= {}.compare_by_identity)[guide] ||=
          Norvel::Manuscript.new(blocks: [], sheet: kept.sheet, lists: kept.lists, fonts: OwnFonts.book)
      end

      def guide_style(guide, slot) = guide_manuscript(guide).sheet[guide_sheet(guide).roles.key(slot)]

      # @return [String, nil] the guide's styles as a tree, whose rows can be chosen
      def guide_family(guide, kind: :paragraph)
        manuscript = guide_manuscript(guide)
        return if manuscript.sheet.of_kind(kind).empty?

        slots = guide_sheet(guide).roles
        Norvel::Drawing::FamilySvg.new(manuscript, Norvel::Cascade.new(manuscript), show: :all, kind: kind,
          chosen: chosen_of_slip("style").map { |slot| slots.key(slot.to_sym) }, names: slots,
          rows: %(data-rows="#{h(guide_rows("sheet", "style"))}" data-slip="#guide-slip" hx-sync="this:replace")).to_s
      end

      # A field of the guide that is being written, which changes it when it is left.
      # @param path [String] as Draft#set takes it
      # @param shown [Array<Array(String, String)>, nil] the choices with what they are called
      def guide_field(path, label, kind = :text, choices: nil, written: nil, hint: nil, shown: nil)
        choices = %w[yes no] if kind == :switch
        shown ||= choices&.map { |choice| [choice, word_for(choice)] }
        source = guide_draft(own_guide.yaml).source(path) unless path.start_with?("rules/")
        erb :_guide_field, layout: false, locals: {
          path: path, label: label, kind: kind, choices: shown, written: written.to_s, hint: hint,
          source: source, seen: place_sign(guide_draft(own_guide.yaml), path)
        }
      end

      # A button that changes it. @param named [String, nil] what it is called where its words alone do not say of what
      def guide_act(act, label, fields = {}, named: nil) =
        erb(:_guide_act, layout: false, locals: {act: act, label: label, fields: fields, named: named})

      # What an act was refused for, which belongs to no field.
      def refused_act = (@mistake && params["path"].to_s.empty?) ? %(<p class="mistake" role="alert">#{h(@mistake[:words])}</p>) : ""

      # @return [Hash, nil] what is wrong at a field
      def mistake_at(path) = (@mistake if @mistake && @mistake[:path] == path)

      # The manuscripts a guide can be tried on.
      def trial = params["on"].to_s.match?(/\A\d+\z/) ? ManuscriptRecord.on_desk.find_by(id: params["on"]) : nil
    end
  end
end

# frozen_string_literal: true

module NorvelWeb
  module Routes
    # House guides: read, written place by place or as text, published in versions, handed out as templates.
    module Guides
      SHOWN = {"page" => "Page and parts", "sheet" => "Sheet", "rules" => "Rules", "versions" => "Versions", "text" => "As text"}.freeze

      def self.registered(app)
        app.get("/guides/:reference", takes: {kind: Asked::WORDS, on: Asked::ID, show: Asked::WORD}) { show_guide }

        app.get "/guides/:reference/file" do
          deliver_as "#{own_guide ? own_guide.name.downcase.gsub(/[^a-z0-9]+/, "-") : params["reference"]}.yml"
          content_type "application/yaml"
          guide_yaml
        end

        # The guide as an empty manuscript with sample text.
        app.get "/guides/:reference/template" do
          guide = own_guide ? own_guide.guide : shipped_guide
          deliver_as "#{guide.title.gsub(%r{[/\\]}, "-")} – template#{Norvel::Formats.usual.endings.first}"
          content_type Norvel::Formats.usual.media_type
          Norvel::Template.with_samples(guide)
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

        app.post "/guides/:reference/copy" do
          row = HouseGuide.create!(name: "#{HouseGuide.read(guide_yaml).title} (copy)", yaml: guide_yaml)
          redirect to("/guides/#{row.id}")
        end

        # One place of it, a rule or a style more or less.
        app.post "/guides/:reference/draft", takes: {
          act: Asked::WORD, kind: Asked::WORDS, name: Asked::NAME, path: Asked.exact(300), rule: Asked::RULE,
          seen: Asked::SEEN, show: Asked::WORD, slot: Asked::WORD, value: Asked.line(4_000)
        } do
          own = own_guide or halt 404
          change_draft(own)
          erb :guide_editor, layout: false, locals: {own: own, draft: guide_draft(own.yaml)}
        end

        # A style of its sheet value by value, in the form that styles of manuscripts have.
        app.get "/guides/:reference/styles/:slot" do
          own = own_guide or halt 404
          draft = guide_draft(own.yaml)
          halt 404 unless draft.styles.key?(params["slot"])
          erb :guide_values, layout: false, locals: {own: own, draft: draft, slot: params["slot"]}
        end

        app.post "/guides/:reference/styles/:slot", takes: {kind: Asked::WORDS, show: Asked::WORD, values: Asked.map(Asked::VALUE)} do
          own = own_guide or halt 404
          own.change(guide_draft(own.yaml).set_values(params["slot"], (params["values"] || {}).to_h).yaml)
          erb :guide_editor, layout: false, locals: {own: own, draft: guide_draft(own.yaml)}
        end

        app.post "/guides/:reference/undo", takes: {kind: Asked::WORDS, show: Asked::WORD} do
          own = own_guide or halt 404
          own.step_back
          erb :guide_editor, layout: false, locals: {own: own, draft: guide_draft(own.yaml)}
        end

        app.post "/guides/:reference/publish" do
          own = own_guide or halt 404
          own.publish
          redirect to("/guides/#{own.id}?show=versions")
        end

        app.get "/guides/:reference/tried", takes: {on: Asked::ID} do
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
        when "rules" then draft.rules.find { |rule| rule["id"] == parts[1] }&.slice(*parts[2])
        when "styles" then draft.styles[parts[1]]&.then do |style|
          (parts[2] == "line") ? style.except("name", "parent", "next") : style.slice(parts[2])
        end
        when "lists" then draft.data["lists"]
        else parts.reduce(draft.data) { |data, part| data.is_a?(Hash) ? data[part] : nil }
        end
        sign_of(JSON.generate([place]))
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
        when "add_rule" then draft.add_rule(params["kind"].to_s)
        when "remove_rule" then draft.remove_rule(params["rule"].to_s)
        when "as_said" then draft.ask_as_said(params["rule"].to_s)
        when "own_values" then draft.ask_by_itself(params["rule"].to_s)
        when "settle_clause" then draft.settle_clause(params["rule"].to_s)
        when "add_level" then draft.add_level(params["kind"].to_s)
        when "remove_level" then draft.remove_level(params["kind"].to_s)
        when "add_style" then draft.add_style(params["slot"].to_s, params["name"].to_s)
        when "remove_style" then draft.remove_style(params["slot"].to_s)
        else draft.set(params["path"].to_s, params["value"].to_s)
        end
        own.change(after.yaml)
      rescue Norvel::GuideError => error
        @mistake = {path: params["path"] || params["act"], words: error.message.sub(/\Aline \d+: /, ""), written: params["value"]}
      end

      # A field of the guide that is being written, which changes it when it is left.
      # @param path [String] as Draft#set takes it
      def guide_field(path, label, kind = :text, choices: nil, written: nil, hint: nil)
        choices = %w[yes no] if kind == :switch
        source = (@draft_of_sources ||= guide_draft(own_guide.yaml)).source(path) unless path.start_with?("rules/")
        erb :_guide_field, layout: false, locals: {
          path: path, label: label, kind: kind, choices: choices, written: written.to_s, hint: hint,
          source: source, seen: place_sign(@draft_of_sources ||= guide_draft(own_guide.yaml), path)
        }
      end

      # A button that changes it. @param named [String, nil] what it is called where its words alone do not say of what
      def guide_act(act, label, fields = {}, named: nil) =
        erb(:_guide_act, layout: false, locals: {act: act, label: label, fields: fields, named: named})

      def mistake_said(path) = (wrong = mistake_at(path)) ? %(<p class="mistake" role="alert">#{h(wrong[:words])}</p>) : ""

      # @return [Hash, nil] what is wrong at a field
      def mistake_at(path) = (@mistake if @mistake && @mistake[:path] == path)

      # The manuscripts a guide can be tried on.
      def trial = params["on"].to_s.match?(/\A\d+\z/) ? ManuscriptRecord.on_desk.find_by(id: params["on"]) : nil
    end
  end
end

# frozen_string_literal: true

module NorvelWeb
  module Routes
    # House guides: read, copied, changed as text.
    module Guides
      def self.registered(app)
        app.get "/guides/:reference" do
          own = own_guide
          erb :guide, locals: {guide: own ? nil : shipped_guide, own: own, yaml: own ? own.yaml : shipped_guide.source, mistake: nil}
        end

        app.get "/guides/:reference/file" do
          own = own_guide
          deliver_as "#{own ? own.name.downcase.gsub(/[^a-z0-9]+/, "-") : params["reference"]}.yml"
          content_type "application/yaml"
          own ? own.yaml : shipped_guide.source
        end

        app.post "/guides/:reference/copy" do
          source = own_guide&.yaml || shipped_guide.source
          guide = Norvel::Guide.read(source)
          row = HouseGuide.create!(name: "#{guide.title} (copy)", yaml: source)
          redirect to("/guides/#{row.id}")
        end

        app.post "/guides/:reference" do
          own = own_guide or halt 404
          yaml = params["yaml"].to_s.gsub("\r\n", "\n")
          begin
            Norvel::Guide.read(yaml)
            own.update!(yaml: yaml, name: params["name"].to_s.strip[0, 200].then { |name| name.empty? ? own.name : name })
            redirect to("/guides/#{own.id}")
          rescue Norvel::GuideError => error
            status 422
            erb :guide, locals: {guide: nil, own: own, yaml: yaml, mistake: error.message}
          end
        end

        # The older form, in which every style says everything, made a family.
        app.post "/guides/:reference/family" do
          own = own_guide or halt 404
          guide = Norvel::Guide.read(own.yaml)
          own.update!(yaml: Norvel::Guide::FamilyForm.new(guide).yaml) if guide.family.flat? && guide.styles.any?
          redirect to("/guides/#{own.id}")
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

    # The guide that a path names.
    module GuideHelpers
      def own_guide = params["reference"].match?(/\A\d+\z/) ? HouseGuide.on_desk.find(params["reference"]) : nil

      def shipped_guide = Norvel::Guide.shipped.include?(params["reference"]) ? Norvel::Guide.find(params["reference"]) : halt(404, erb(:lost))
    end
  end
end

# frozen_string_literal: true

require "sinatra/base"
require "rack/session"
require "rack/protection"
require_relative "database"
require_relative "workbench"
require_relative "own_fonts"
require_relative "apart"
require_relative "batches"
require_relative "batch_files"
require_relative "door"
require_relative "plain_files"
require_relative "asked"
require_relative "terms"
require_relative "helpers"
require_relative "jobs"
require_relative "arrivals"
require_relative "routes/desk"
require_relative "routes/bench"
require_relative "routes/changes"
require_relative "routes/writing"
require_relative "routes/guides"
require_relative "routes/deliver"
require_relative "routes/sheets"
require_relative "routes/cleaning"
require_relative "routes/parts"
require_relative "routes/findings"
require_relative "routes/compare"
require_relative "routes/batches"

module NorvelWeb
  # The web application: routes read the request, call the core, render.
  class App < Sinatra::Base
    POLICY = "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self'; connect-src " \
      "'self'; form-action 'self'; frame-ancestors 'none'; base-uri 'none'"
    HOSTS = %w[127.0.0.1 localhost ::1 [::1]].freeze
    PACKED = %w[text/html text/css text/javascript application/javascript image/svg+xml application/json text/csv].freeze

    set :root, File.expand_path("..", __dir__)
    set :views, File.expand_path("views", __dir__)
    set :public_folder, File.expand_path("../public", __dir__)
    set :static_cache_control, [:public, {max_age: 3_600}]
    set :host_authorization, permitted_hosts: HOSTS
    set :show_exceptions, false
    set :raise_errors, false
    set :dump_errors, false # refusals are one line, faults are told below
    set :erb, escape_html: true
    disable :sessions, :protection

    # What a route takes is declared where it stands, and it gets nothing else but what its path names.
    set(:takes) { |*kinds| kinds.to_h.then { |taken| condition { @takes = taken } } }

    helpers Helpers
    register Routes::Desk, Routes::Bench, Routes::Changes, Routes::Writing, Routes::Guides, Routes::Deliver,
      Routes::Sheets, Routes::Cleaning, Routes::Parts, Routes::Findings, Routes::Compare, Routes::Batches

    # @param folder [String] of the data
    # @return [#call] the application with its session and its protection
    def self.assembled(folder)
      copy = Database.open(folder)
      warn "norvel: the data are of an older Norvel; as they were they lie in #{copy}" if copy
      OwnFonts.open(folder)
      secret = Database.secret(folder)
      app = self
      Rack::Builder.new do
        use Rack::Deflater, include: PACKED
        use Rack::TempfileReaper # copies of what was sent go with the request
        use Door
        use Rack::Session::Cookie, key: "norvel.session", secret: secret, same_site: :strict, httponly: true
        use PlainFiles
        use Rack::Protection::AuthenticityToken
        use Rack::Protection::PathTraversal
        run app
      end.to_app
    end

    set :workbenches, Workbenches.new
    set :makings, Makings.new

    before do
      headers "Content-Security-Policy" => POLICY, "X-Content-Type-Options" => "nosniff", "Referrer-Policy" => "no-referrer",
        "X-Frame-Options" => "DENY", "Cache-Control" => "no-store"
    end

    def route_eval
      @params = Asked.read(@params, request.params, @takes || {}, env["sinatra.route"].scan(/:(\w+)/).flatten)
      super
    end

    after { (@benches || {}).each_key { |id| settings.workbenches.give_back(id) } }

    error Norvel::Error do
      refuse(env["sinatra.error"])
    end

    error NotShown do
      status 500
      next erb(:refusal, layout: false, locals: {sentence: env["sinatra.error"].message}) if htmx?

      erb :not_shown
    end

    error Asked::Wrong do
      status 400
      refusal(env["sinatra.error"].message)
    end

    error(ActiveRecord::RecordNotFound, Asked::Nowhere) { lost }

    # A fault's message looks at its object: all that was worked out for the answer would be written out.
    def inspect = "#<#{self.class}>"

    not_found { lost }

    error do
      said = Database.trouble(env["sinatra.error"])
      if said
        status 507
        next refusal(said)
      end
      env["rack.errors"].puts "norvel: a fault in #{env["sinatra.route"]}", env["sinatra.error"].full_message(highlight: false)
      status 500
      htmx? ? erb(:refusal, layout: false,
        locals: {sentence: "A fault of Norvel: this was not done. Your manuscript and every confirmed change are safe."}) : erb(:fault)
    end
  end
end

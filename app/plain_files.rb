# frozen_string_literal: true

module NorvelWeb
  # Style sheets, scripts, fonts and pictures are the same for everybody, and may be kept by whoever likes: they carry no session.
  class PlainFiles
    PLAIN = %r{\A/(?:scripts/|fonts/|faces/)|\.(?:css|js|svg|png|woff2|ico)\z}

    def initialize(app)
      @app = app
    end

    def call(env)
      @app.call(env).tap { env["rack.session.options"][:skip] = true if env["rack.session.options"] && env["PATH_INFO"].match?(PLAIN) }
    end
  end
end

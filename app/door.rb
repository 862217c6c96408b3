# frozen_string_literal: true

require "rack"
require "uri"

module NorvelWeb
  # Where every request comes in: what cannot be read as a request is refused here with a sentence, before anything else sees it.
  class Door
    LARGEST = Norvel::Formats::LARGEST + 1_048_576
    PLAIN = {"content-type" => "text/plain; charset=utf-8", "cache-control" => "no-store", "x-content-type-options" => "nosniff"}.freeze

    def initialize(app)
      @app = app
    end

    def call(env)
      request = Rack::Request.new(env)
      if request.content_length.to_i > LARGEST
        return refused(env, 413,
          "This is larger than Norvel takes (#{Norvel::Formats::LARGEST / 1_048_576} MB).")
      end
      return refused(env, 400, "That address cannot be read.") unless address?(env["PATH_INFO"])

      begin
        request.GET
        request.POST
      rescue Rack::BadRequest, ArgumentError, EncodingError
        return refused(env, 400, "What was sent cannot be read: nothing was done.")
      end
      @app.call(env)
    rescue SystemCallError => error
      said = Database.trouble(error) or raise
      refused(env, 507, said)
    end

    private

    # UTF-8, and without characters that no address needs.
    def address?(path)
      plain = URI.decode_www_form_component(path.b, Encoding::UTF_8)
      plain.valid_encoding? && !plain.match?(/[\u0000-\u001F\u007F]/)
    rescue ArgumentError
      false
    end

    def refused(env, status, sentence)
      env["rack.errors"].puts "norvel: refused #{status} #{env["REQUEST_METHOD"]} at the door"
      [status, PLAIN.dup, [sentence]]
    end
  end
end

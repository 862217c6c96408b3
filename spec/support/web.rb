# frozen_string_literal: true

require "rack/test"
require "tmpdir"
require_relative "../../app/web"

# The application on an empty data folder of its own.
module Web
  FOLDER = Dir.mktmpdir("norvel-spec")
  APP = NorvelWeb::App.assembled(FOLDER)
  at_exit { FileUtils.remove_entry(FOLDER) }

  module_function

  def clear
    NorvelWeb::ManuscriptRecord.destroy_all
    NorvelWeb::HouseGuide.delete_all
    restart
  end

  # What a restart of the server forgets: everything that is only in memory.
  def restart
    NorvelWeb::App.set :workbenches, NorvelWeb::Workbenches.new
  end

  # @param link [URI]
  # @return [Integer] the status that a page answers with
  def status(link) = Rack::MockRequest.new(APP).get(link.request_uri, "HTTP_HOST" => "127.0.0.1").status

  # @return [NorvelWeb::ManuscriptRecord]
  def bring(file, bytes = File.binread(File.join(Manuscripts::DEMO, file))) = NorvelWeb::Intake.take(bytes, file)
end

# Requests as a browser sends them: from this machine, with the token of a form.
module Requests
  include Rack::Test::Methods

  def app = Web::APP

  def token = @token ||= get("/") && Nokogiri::HTML(last_response.body).at("input[name=authenticity_token]")["value"]

  def self.included(group)
    group.before { header "Host", "127.0.0.1" }
  end
end

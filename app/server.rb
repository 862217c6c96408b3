# frozen_string_literal: true

require "optparse"
require "puma"
require "puma/configuration"
require "puma/launcher"
require_relative "web"
require_relative "housekeeping"

module NorvelWeb
  # Serves the application on this machine alone.
  module Server
    DEMO = {"night-ferries.docx" => "marrowby-diploma", "quayside-notice.docx" => "marrowby-diploma",
            "boat-shed-handbook.docx" => "marrowby-handbook", "pilot-interview.odt" => "minutes",
            "toll-books.md" => "marrowby-diploma", "lamp-keeper.txt" => "minutes"}.freeze

    module_function

    # @param arguments [Array<String>] "demo", "serve" or "work", --port
    # @return [Integer] the exit status
    def run(arguments)
      port = 4567
      rest = OptionParser.new do |options|
        options.banner = "norvel demo|serve [--port N]\nserves on 127.0.0.1; the data folder is NORVEL_DATA (data/ by default)\n" \
          "norvel work\nworks through what waits in the database that NORVEL_DATABASE names, beside a server elsewhere"
        options.on("--port N", Integer, "the port, 4567 by default") { |number| port = number }
      end.parse(arguments)
      folder = ENV.fetch("NORVEL_DATA") { File.expand_path("../data", __dir__) }
      return work(folder) if rest.first == "work"

      lock = Database.lock(folder)
      app = App.assembled(folder)
      Database.hold_server
      fill if rest.first == "demo"
      warn "norvel: http://127.0.0.1:#{port} (data in #{folder}); Ctrl-C ends it"
      Housekeeping.start
      App.batches.wake(again: true)
      launch(app, port)
      lock.close
      0
    rescue OptionParser::ParseError => error
      warn "norvel: #{error.message}"
      2
    rescue Database::Trouble => error
      warn "norvel: #{error.message}"
      1
    rescue SystemCallError, ActiveRecord::StatementInvalid => error
      said = at_start(error, port) or raise
      warn "norvel: #{said}"
      1
    end

    # Hands beside the server's, on this machine or another one.
    # @param folder [String] with the house's fonts
    # @return [Integer] the exit status
    def work(folder)
      unless Database.server
        raise Database::Trouble,
          "`norvel work` takes part in the work of a server elsewhere: NORVEL_DATABASE says which PostgreSQL database both use."
      end

      App.assembled(folder)
      hands = Work::Hands.new(name: "#{Socket.gethostname} #{Process.pid}")
      warn "norvel: at work for the server of this database; Ctrl-C ends it"
      hands.go_on_for_good
      0
    end

    def at_start(error, port)
      case error
      when Errno::EADDRINUSE then "Port #{port} is taken, perhaps by another Norvel. Give another: --port #{port + 1}"
      when Errno::EACCES then "Port #{port} is not for everyone. Give another: --port 4567"
      else Database.trouble(error)&.sub("do it again", "start again")
      end
    end

    # Puts the demo manuscripts on an empty desk.
    def fill
      return if ManuscriptRecord.exists?

      DEMO.to_a.reverse_each do |file, guide|
        row = Intake.take(File.binread(File.expand_path("../demo/#{file}", __dir__)), file, guide: guide)
        row.keep_facts(Workbench.new(row.id).state.check(Norvel::Guide.find(guide)))
      end
    end

    def launch(app, port)
      configuration = Puma::Configuration.new do |puma|
        puma.bind "tcp://127.0.0.1:#{port}"
        puma.threads 1, 8
        puma.app app
        puma.quiet
        puma.environment ENV.fetch("RACK_ENV", "production")
      end
      Puma::Launcher.new(configuration, log_writer: Puma::LogWriter.new($stderr, $stderr)).run
    end
  end
end

# frozen_string_literal: true

require_relative "../support/trials"
require_relative "../support/database_server"

# Where an office outgrows one machine: PostgreSQL holds what is on the desk, workers elsewhere look through the manuscripts. By
# configuration alone.
RSpec.describe "A database server, and workers elsewhere" do
  def folder(name) = @folders[name] ||= Dir.mktmpdir("norvel-#{name}")

  def rows = Nokogiri::HTML(@client.get("#{@batch}/table").body).css(".batch tbody tr")

  # @return [Array<String>] the states of the rows once the block says that they are so
  # @raise [RuntimeError] what they and the processes say, where one failed or nothing came of it
  def until_rows(seconds = 240)
    ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
    loop do
      states = (now = rows).map { |row| row["class"].to_s }
      return states if yield states
      next IO.select(nil, nil, nil, 0.3) unless states.include?("failed") || Process.clock_gettime(Process::CLOCK_MONOTONIC) > ends

      said = now.map { |row| "#{row["class"]}: #{row.text.split.join(" ")}" } + @running.map { |one| "#{one.class}: #{one.log}" }
      raise said.join("\n")
    end
  end

  around do |example|
    @folders = {}
    @running = []
    DatabaseServer.during do |database|
      @database = database
      @settings = {"NORVEL_DATABASE" => database.address, "BUNDLE_WITH" => "database_server"}
      example.run
    ensure
      @running.each { |one| one.stop("KILL") rescue nil } # rubocop:disable Style/RescueModifier
    end
    @folders.each_value { |path| FileUtils.remove_entry(path) }
  end

  def serve(name, **settings)
    Trials::Server.new(folder(name), @settings.merge(settings.transform_keys(&:to_s))).tap { |server| @running << server }
  end

  def hire(name) = Trials::Worker.new(folder(name), @settings).tap { |worker| @running << worker }

  it "hold manuscripts, work through what waits, whoever has hands free, and say so where they cannot be reached" do
    server = serve("server", NORVEL_WORKERS: "0")
    @client = Trials::Client.new(server.port)
    files = %w[quayside-notice.docx pilot-interview.odt toll-books.md lamp-keeper.txt]
    ids = files.map { |file| @client.bring(File.binread(File.join(Manuscripts::DEMO, file)), "Überblick #{file}")[/\d+/] }
    asked = ids.map { |id| ["from[]", id] } + [%w[guide marrowby-diploma]]
    @batch = @client.post("/batches", asked)["location"][%r{/batches/\d+}]
    expect(rows.map { |row| row["class"] }).to eq(%w[waiting] * 4) # nobody has hands free

    one = hire("one")
    until_rows { |states| states.include?("done") || states.include?("at_work") }
    other = hire("other")
    found = until_rows { |states| states.tally["done"] == 4 }
    expect(found.size).to eq(4)
    expect(File.exist?(File.join(folder("server"), "norvel.sqlite3"))).to be(false)

    @client.post("#{@batch}/tidy")
    until_rows { |states| states.tally["done"] == 4 }
    ledger = @client.get("/manuscripts/#{ids.first}/ledger").body
    expect(ledger).to include("Tidied")
    expect([one.log, other.log, server.log].join).not_to match(/fault|Error/)
    [one, other, server].each(&:stop)
    @running.clear
    serve("server").then { |again| @client = Trials::Client.new(again.port) } # with hands of its own
    expect_word_of_what_is_amiss("/manuscripts/#{ids.first}")
  end

  # One server alone serves a database; where that cannot be reached it says so, and goes on when it comes back.
  def expect_word_of_what_is_amiss(base)
    said, status = Open3.capture2e({**@settings, "NORVEL_DATA" => folder("third"), "RACK_ENV" => nil}, "bin/norvel", "serve", "--port",
      "0")
    expect([status.exitstatus, said]).to match([1, /Another Norvel serves this database/])
    @database.pause
    expect(@client.get("#{base}/file").body).to include("database cannot be reached")
    @database.start
    expect(@client.get("#{base}/file").code).to eq("200")
  end
end

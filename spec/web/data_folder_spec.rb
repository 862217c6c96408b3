# frozen_string_literal: true

require_relative "../support/web"
require "open3"
require "socket"

# The data folder: private, for one server, and in a sentence when something stands in its way.
RSpec.describe NorvelWeb::Database do
  around { |example| Dir.mktmpdir("norvel-folder") { |folder| @folder = folder and example.run } }

  after { described_class.open(Web::FOLDER) }

  attr_reader :folder

  # @return [Array(String, Integer)] what a server says, and how it ends
  def serve(*more, data: folder)
    Open3.capture2e({"NORVEL_DATA" => data}, RbConfig.ruby, "-I", "lib", "-e", 'require "./app/server"; exit NorvelWeb::Server.run(ARGV)',
      "serve", *more, chdir: File.expand_path("../..", __dir__)).then { |said, status| [said, status.exitstatus] }
  end

  it "is readable by its owner alone, also where it was there before" do
    File.chmod(0o755, folder)
    File.write(File.join(folder, "norvel.sqlite3"), "", perm: 0o644)
    described_class.open(folder)
    described_class.secret(folder)
    NorvelWeb::HouseGuide.create!(name: "x", yaml: "x")
    modes = [folder, *Dir.children(folder).map { |name| File.join(folder, name) }].to_h do |path|
      [File.basename(path), File.stat(path).mode & 0o077]
    end
    expect(modes.keys).to include("norvel.sqlite3", "session-secret")
    expect(modes.values).to all(eq(0))
  end

  it "is copied before it is changed, where an older Norvel made it, and the copy is named" do
    FileUtils.cp(File.expand_path("../fixtures/landed_0_2/norvel.sqlite3", __dir__), folder)
    copy = described_class.open(folder)
    expect(File.basename(copy)).to eq("norvel-before-#{Norvel::VERSION}.sqlite3")
    expect(File.stat(copy).mode & 0o077).to eq(0)
    tables = ->(path) {
      SQLite3::Database.new(path, readonly: true).then do |db|
        db.execute("SELECT name FROM sqlite_master WHERE type = 'table'").flatten.tap { db.close }
      end
    }
    expect(tables[copy]).not_to include("guide_texts")
    expect(tables[File.join(folder, "norvel.sqlite3")]).to include("guide_texts")
    expect(described_class.open(folder)).to be_nil
    expect(Dir.children(folder).grep(/before/).size).to eq(1)
  end

  it "mends an empty or damaged secret, and keeps a good one" do
    path = File.join(folder, "session-secret")
    ["", "short", "x" * 128].each do |bad|
      File.write(path, bad)
      made = described_class.secret(folder)
      expect(made).to match(/\A\h{128}\z/)
      expect(described_class.secret(folder)).to eq(made)
    end
  end

  it "serves one server at a time" do
    lock = described_class.lock(folder)
    said, status = serve
    expect([said.lines.size, status]).to eq([1, 1])
    expect(said).to include("Another Norvel is at work in #{folder} (process #{Process.pid})")
    lock.close
    expect { described_class.lock(folder).close }.not_to raise_error
  end

  it "says what to do about a taken port, a database that is none, and a folder that is a file" do
    taken = TCPServer.new("127.0.0.1", 0)
    said, status = serve("--port", taken.addr[1].to_s)
    expect([said.lines.grep(/taken/).size, said.include?(".rb:"), status]).to eq([1, false, 1])
    File.binwrite(File.join(folder, "norvel.sqlite3"), Random.new(1).bytes(9_000))
    expect(serve).to match([/\Anorvel: The data folder .* database is damaged.*move the file norvel\.sqlite3 away.*\n\z/, 1])
    file = File.join(folder, "file")
    File.write(file, "")
    expect(serve(data: file)).to match([/\Anorvel: .* is no folder\. Name another/, 1])
    taken.close
  end

  it "lets writers wait for each other while readers go on" do
    described_class.open(folder)
    outcomes = Array.new(8) do |number|
      Thread.new do
        25.times.map do |index|
          NorvelWeb::HouseGuide.transaction do
            seen = NorvelWeb::HouseGuide.count
            NorvelWeb::HouseGuide.create!(name: "#{number}.#{index}", yaml: seen.to_s)
          end
        end
        :done
      rescue => error
        error
      ensure
        ActiveRecord::Base.connection_handler.clear_active_connections!
      end
    end.map(&:value)
    expect(outcomes).to eq([:done] * 8)
    expect(NorvelWeb::HouseGuide.pluck(:yaml).map(&:to_i).sort).to eq((0...200).to_a)
  end

  it "does not hold other threads while another program holds the database" do
    described_class.open(folder)
    other = SQLite3::Database.new(File.join(folder, "norvel.sqlite3"))
    other.execute("BEGIN IMMEDIATE")
    writer = Thread.new { NorvelWeb::HouseGuide.create!(name: "late", yaml: "") }
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    ticks = Array.new(20) { NorvelWeb::HouseGuide.count }
    waited = Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
    other.execute("ROLLBACK")
    expect(writer.value).to be_persisted
    expect([ticks.uniq, waited < 2]).to eq([[0], true])
  end

  it "goes on after a disk was full: nothing half, and a sentence" do
    described_class.open(folder)
    connection = ActiveRecord::Base.connection
    connection.execute("PRAGMA max_page_count = #{connection.select_value("PRAGMA page_count") + 2}")
    expect { NorvelWeb::HouseGuide.create!(name: "x", yaml: "x" * 100_000) }.to raise_error(ActiveRecord::StatementInvalid) { |error|
      expect(described_class.trouble(error)).to match(/disk is full/)
    }
    expect(NorvelWeb::HouseGuide.count).to eq(0)
    connection.execute("PRAGMA max_page_count = 1000000")
    expect(NorvelWeb::HouseGuide.create!(name: "x", yaml: "x" * 100_000)).to be_persisted
  end

  it "says of a full or read-only disk what it is, and that nothing was lost" do
    {Errno::ENOSPC.new => /disk is full/, SQLite3::FullException.new => /disk is full/,
     SQLite3::ReadOnlyException.new => /cannot be written/, SQLite3::CorruptException.new => /damaged/,
     Errno::EIO.new => /could not be read/}
      .each { |error, words| expect(described_class.trouble(error)).to match(words) }
    expect(described_class.trouble(ArgumentError.new)).to be_nil
  end
end

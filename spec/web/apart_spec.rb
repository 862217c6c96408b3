# frozen_string_literal: true

require_relative "../support/web"

RSpec.describe NorvelWeb::Apart do
  # @return [Hash{String => String}] what each number of this process is open on
  def held
    Dir.children("/proc/self/fd").to_h do |number|
      [number, File.readlink("/proc/self/fd/#{number}")]
    rescue SystemCallError
      [number, "gone"]
    end
  end

  def pipes(all = held) = all.values.grep(/pipe:/)

  it "gives the bytes that another process worked out, and how far it is" do
    apart = described_class.new { |tell| tell[3, 10] && "\x00\xFF#{Process.pid}".b }
    expect(apart.value).to start_with("\x00\xFF".b)
    expect(apart.value).not_to end_with(Process.pid.to_s)
    expect(apart.at).to eq([3, 10])
  end

  it "says what the work refused, and tells a fault from a refusal" do
    expect { described_class.new { raise Norvel::FileError, "The font may not be given away." }.value }
      .to raise_error(Norvel::FileError, "The font may not be given away.")
    expect { described_class.new { raise "broken" }.value }.to raise_error(RuntimeError, /broken/)
    expect { described_class.new { exit!(3) }.value }.to raise_error(RuntimeError, /has ended/)
  end

  it "is stopped at any moment, also before it has begun" do
    running = Array.new(described_class::AT_ONCE) { described_class.new { |_| sleep } }
    waiting = described_class.new { "never" }
    waiting.leave
    running.each(&:leave)
    [*running, waiting].each { |apart| expect { apart.value }.to raise_error(described_class::Left) }
    expect(described_class.new { "there is room again" }.value).to eq("there is room again")
  end

  it "holds neither a socket of the server nor the lock of the data folder, and leaves the database alone" do
    lock = NorvelWeb::Database.lock(Dir.mktmpdir)
    server = TCPServer.new("127.0.0.1", 0)
    NorvelWeb::ManuscriptRecord.count
    there = described_class.new { held.values.join("\n") }.value
    expect(there).not_to match(/socket:|in-use/)
    expect { NorvelWeb::ManuscriptRecord.create!(name: "x", filename: "x.docx").destroy }.not_to raise_error
    [lock, server].each(&:close)
  end

  it "holds no pipe of another's, and the numbers of what it let go stay taken" do
    outer = pipes
    server = TCPServer.new("127.0.0.1", 0)
    told = File.join(Dir.mktmpdir, "told")
    first = described_class.new { File.write(told, JSON.generate(held)) && sleep }
    Timeout.timeout(20) { Thread.pass until File.size?(told) }
    others = pipes | pipes(JSON.parse(File.read(told)))
    second = JSON.parse(described_class.new { JSON.generate(held) }.value)
    first.leave
    expect(others - outer).not_to be_empty
    expect(pipes(second) & (others - outer)).to eq([])
    expect(second[server.fileno.to_s]).to eq(File::NULL)
    server.close
  end

  it "ends with the server" do
    from, to = IO.pipe
    server = fork do
      from.close
      described_class.new { to.puts(Process.pid) || to.flush || sleep }
      sleep
    end
    to.close
    from.gets
    Process.kill("KILL", server)
    Process.wait(server)
    expect(Timeout.timeout(20) { from.read }).to eq("") # whose other end closes when both are gone
  end
end

RSpec.describe "Making what leaves the desk" do
  include Requests

  before { Web.clear }

  let(:row) { Web.bring("night-ferries.docx") }

  def ask(verb, path, **fields)
    public_send(verb, "/manuscripts/#{row.id}/making/#{path}", fields, "HTTP_X_CSRF_TOKEN" => token)
    JSON.parse(last_response.body) if last_response.media_type == "application/json"
  end

  def until_done(making)
    making = ask(:get, making["key"]) until making["done"] || making["refused"] || making["gone"]
    making
  end

  it "is begun, asked how far it is, and fetched; only then it is noted" do
    begun = ask(:post, "pdf")
    expect(until_done(begun)).to include("done" => true)
    expect(row.deliveries.count).to eq(0)
    ask(:post, "#{begun["key"]}/file")
    expect(last_response.body).to start_with("%PDF-1.7")
    expect(row.deliveries.map(&:filename)).to eq(["night-ferries.pdf"])
    expect(ask(:get, begun["key"])).to eq("gone" => true)
    ask(:post, "#{begun["key"]}/file")
    expect(last_response.status).to eq(404)
  end

  it "is noted at the state that it was made of, whatever was done meanwhile" do
    begun = ask(:post, "file")
    Web.bring("quayside-notice.docx")
    post "/manuscripts/#{row.id}/changes/set_hyphenation", {on: "yes", head: ""}, "HTTP_HX_REQUEST" => "true", "HTTP_X_CSRF_TOKEN" => token
    expect(row.reload.head_id).not_to be_nil
    until_done(begun)
    ask(:post, "#{begun["key"]}/file")
    expect(last_response.body.b).to eq(NorvelWeb::OriginalRecord.find_by(manuscript_id: row.id).bytes)
    expect(row.deliveries.map(&:entry_id)).to eq([nil])
  end

  it "is stopped, and its key is for its manuscript alone" do
    begun = ask(:post, "proof")
    other = Web.bring("quayside-notice.docx")
    get "/manuscripts/#{other.id}/making/#{begun["key"]}"
    expect(JSON.parse(last_response.body)).to eq("gone" => true)
    ask(:post, "#{begun["key"]}/stop")
    expect(last_response.status).to eq(204)
    expect(ask(:get, begun["key"])).to eq("gone" => true)
    expect(ask(:post, "nothing")).to be_nil
    expect(last_response.status).to eq(404)
  end

  it "takes nobody's place where the process that made it died" do
    allow(Norvel::Formats).to receive(:make) { exit!(3) }
    answers = Array.new(NorvelWeb::Makings::MOST + 1) do
      begun = ask(:post, "pdf")
      begun = ask(:get, begun["key"]) while begun
      [last_response.status, last_response.media_type]
    end
    expect(answers.uniq).to eq([[500, "text/html"]])
  end

  it "answers at the bench while a long work goes on" do
    allow(Norvel::Formats).to receive(:make) { sleep }
    begun = ask(:post, "pdf")
    expect(begun).to include("done" => false)
    get "/manuscripts/#{row.id}/pages/1"
    expect(last_response.status).to eq(200)
    ask(:post, "#{begun["key"]}/stop")
  end
end

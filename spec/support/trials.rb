# frozen_string_literal: true

require "json"
require "net/http"
require "nokogiri"
require "socket"
require "tmpdir"
require_relative "manuscripts"
require_relative "outside"
require_relative "walks"
require_relative "same_in_odt"
require_relative "../../demo/script/long"

# Norvel under attack and under load, as bin/trial and the suite try it. Everything random comes from a seed.
module Trials
  # A server of its own, on a data folder of its own.
  class Server
    attr_reader :port, :folder

    # @param settings [Hash{String=>String}] of its environment
    def initialize(folder, settings = {})
      @settings = settings
      @folder = folder
      @port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
      start
    end

    def start
      @process = run("serve", "--port", port.to_s)
      Timeout.timeout(60) do
        TCPSocket.new("127.0.0.1", port).close
      rescue SystemCallError
        IO.select(nil, nil, nil, 0.05)
        retry
      end
    end

    # Ends it as a power cut would, or as a person does.
    def stop(signal = "TERM")
      Process.kill(signal, @process)
      Process.wait(@process)
    end

    # @return [Integer] what it takes of the machine's memory
    def megabytes = File.read("/proc/#{@process}/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1024

    def log = File.read(File.join(folder, "log"))

    private

    def run(*arguments)
      spawn({**@settings, "NORVEL_DATA" => folder, "RACK_ENV" => nil, "NORVEL_YJIT" => nil},
        File.expand_path("../../bin/norvel", __dir__), *arguments, out: File::NULL, err: File.join(folder, "log"))
    end
  end

  # Hands beside a server, on a data folder of their own.
  class Worker < Server
    def start = @process = run("work")
  end

  # A person's browser, as far as the wire sees it.
  class Client
    def initialize(port)
      @port = port
      @token = get("/").body[/name="authenticity_token" value="([^"]+)"/, 1]
    end

    def get(path) = ask(Net::HTTP::Get.new(path))

    def post(path, fields = {})
      request = Net::HTTP::Post.new(path)
      request.set_form_data(fields)
      request["HX-Request"] = "true"
      ask(request)
    end

    # @return [String] the address of the manuscript
    def bring(bytes, name)
      request = Net::HTTP::Post.new("/manuscripts")
      request.set_form([["file", StringIO.new(bytes), {filename: name}]], "multipart/form-data")
      answer = ask(request)
      raise "#{name} was not brought in: #{answer.code}" unless answer["location"]

      answer["location"][%r{/manuscripts/\d+}]
    end

    # @return [Net::HTTPResponse] with the new head in HX-Trigger
    def change(base, operation, fields, head) = post("#{base}/changes/#{operation}", fields.merge("head" => head.to_s))

    def self.head_of(answer) = JSON.parse(answer["HX-Trigger"] || "{}").dig("norvel:changed", "head")

    private

    def ask(request)
      request["Cookie"] = @cookie if @cookie
      request["X-CSRF-Token"] = @token if @token
      Net::HTTP.start("127.0.0.1", @port, read_timeout: 60) { |http| http.request(request) }.tap do |answer|
        @cookie = answer["set-cookie"][/[^;]+/] if answer["set-cookie"]
      end
    end
  end

  module_function

  # Kills the server in the middle of changes, again and again.
  # @param kills [Integer] @param seed [Integer]
  # @return [Hash{Symbol=>Object}] how many changes were :confirmed, and which of them are :lost
  def kill(kills:, seed:)
    random = Random.new(seed)
    Dir.mktmpdir("norvel-kill") do |folder|
      server = Server.new(folder)
      base = Client.new(server.port).bring(File.binread(File.join(Manuscripts::DEMO, "quayside-notice.docx")), "notice.docx")
      confirmed = []
      kills.times do
        changes = Thread.new { change_until_it_ends(server.port, base, random.rand(1_000_000), confirmed) }
        before = confirmed.size # a slow machine confirms late
        Timeout.timeout(60) { IO.select(nil, nil, nil, 0.02) while confirmed.size == before && changes.alive? }
        IO.select(nil, nil, nil, random.rand)
        server.stop("KILL")
        changes.join
        server.start
      end
      known = Client.new(server.port).get("#{base}/ledger").body.scan(/name="(?:entry|head)" value="(\d+)"/).flatten.map(&:to_i)
      opened = Client.new(server.port).get("#{base}/file").code
      server.stop
      {kills: kills, confirmed: confirmed.size, lost: confirmed - known, opened: opened}
    end
  end

  def change_until_it_ends(port, base, seed, confirmed)
    random = Random.new(seed)
    client = Client.new(port)
    head = client.get(base).body[/data-head="(\d*)"/, 1]
    styles = %w[Heading1 Heading2 BodyText BlockQuotation]
    loop do
      answer = client.change(base, "apply_style", {"style" => styles[random.rand(4)], "chosen" => random.rand(20).to_s}, head)
      new_head = Client.head_of(answer) or next
      confirmed << (head = new_head)
    end
  rescue SystemCallError, EOFError, Net::ProtocolError, Net::ReadTimeout
    nil
  end

  # Several people at once, each with a moment of thought between requests, seven reads to three changes.
  # @param clients [Integer] @param seconds [Numeric] @param words [Array<Integer>] of the manuscripts @param thought [Numeric] seconds
  # @return [Hash{Symbol=>Object}] :codes by number, and the 95th percentile in seconds for :choose, :page and :change
  def clients(clients:, seconds:, seed:, words: [100_000, 30_000, 8_000], thought: 1.0)
    Dir.mktmpdir("norvel-load") do |folder|
      server = Server.new(folder)
      bases = words.map do |count|
        Client.new(server.port).bring(Demo::Long.manuscript(count).first, "long-#{count}.docx").tap do |base|
          Client.new(server.port).get(base)
        end
      end
      finish = now + seconds
      times = Hash.new { |found, kind| found[kind] = [] }
      codes = Hash.new(0)
      lock = Mutex.new
      Array.new(clients) { |number|
        Thread.new do
          visit(server.port, bases, Random.new(seed + number), finish, thought) do |kind, took, code|
            lock.synchronize { times[kind] << took and codes[code] += 1 }
          end
        end
      }.each(&:join)
      server.stop
      {codes: codes, requests: times.transform_values(&:size), p50: times.transform_values { |all| all.sort[all.size / 2].round(2) },
       p95: times.transform_values { |all| all.sort[(all.size * 0.95).floor].round(2) }, faults: server.log.scan("a fault in").size}
    end
  end

  SETTLED = 600 # seconds after which memory should not grow any more

  # Mixed use of many manuscripts, with all of them held against a guide in the background again and again; then nobody: how much memory
  # is left in use.
  # @param seconds [Numeric] @param seed [Integer] @param manuscripts [Integer] @param words [Integer] of each @param idle [Integer] seconds
  # @return [Hash{Symbol=>Object}] :settled (after ten minutes, or half of the time), :most, at the :end and :after in MB, :rows that
  #   were held in the background, :codes by number
  def soak(seconds:, seed:, manuscripts: 40, words: 100_000, idle: 20)
    Dir.mktmpdir("norvel-soak") do |folder|
      server = Server.new(folder, "NORVEL_IDLE" => idle.to_s)
      bases = Array.new(manuscripts) do |number|
        Client.new(server.port).bring(Demo::Long.manuscript((number % 8 == 0) ? words : words / 12).first, "long-#{number}.docx")
      end
      begun, codes, most, lock = now, Hash.new(0), 0, Mutex.new
      finish, settled = begun + seconds, nil
      batch = Thread.new { hold_again(server.port, bases, finish) }
      people = Array.new(4) do |number|
        Thread.new do
          visit(server.port, bases, Random.new(seed + number), finish, 0.5) { |_, _, code| lock.synchronize { codes[code] += 1 } }
        end
      end
      while people.any? { |person| person.join(1).nil? }
        most = [most, server.megabytes].max
        settled ||= server.megabytes if now - begun > [SETTLED, seconds / 2].min
      end
      at_end, rows = server.megabytes, batch.value
      IO.select(nil, nil, nil, idle * 3)
      after = server.megabytes
      server.stop
      {codes: codes, settled: settled, most: most, end: at_end, after: after, rows: rows, faults: server.log.scan("a fault in").size}
    end
  end

  # @return [Integer] rows of batches that were done by then
  def hold_again(port, bases, finish)
    client, done = Client.new(port), 0
    while now < finish
      chosen = bases.map { |base| ["from[]", base[/\d+/]] }
      place = client.post("/batches", chosen + [["guide", "marrowby-diploma"]])["location"][%r{/batches/\d+}]
      while now < finish && client.get("#{place}/table").body.include?("looked at. You")
        IO.select(nil, nil, nil, 2)
      end
      done += client.get("#{place}/table").body.scan('<tr class="done"').size
    end
    done
  end

  def visit(port, bases, random, finish, thought)
    client = Client.new(port)
    while now < finish
      base = bases[random.rand(bases.size)]
      kind = (random.rand(10) < 3) ? :change : %i[choose page][random.rand(2)]
      head = client.get(base).body[/data-head="(\d*)"/, 1] if kind == :change
      began = now
      answer = case kind
      when :choose then client.get("#{base}/slip?chosen=#{random.rand(150)}")
      when :page then client.get("#{base}/pages/#{random.rand(1..8)}")
      else client.change(
        base, "apply_style", {"style" => %w[Heading2 BodyText BlockQuotation Normal][random.rand(4)],
          "chosen" => random.rand(150).to_s}, head
      )
      end
      yield kind, now - began, answer.code.to_i
      IO.select(nil, nil, nil, thought * (0.5 + random.rand))
    end
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  # Rows of random changes over manuscripts of others.
  # @param steps [Integer] @param seed [Integer]
  # @return [Hash{Symbol=>Object}] :made changes, :faults by file
  def walks(steps:, seed:, paths: Dir[File.join(Manuscripts::DEMO, "*.docx")] + Outside.samples)
    found = {made: 0, faults: {}}
    paths.sort.each_with_index do |path, index|
      walk = RandomWalk.new(File.binread(path), seed + index)
      fault = walk.go(steps)
      found[:made] += walk.made
      found[:faults][File.basename(path)] = fault if fault
    rescue Norvel::FileError
      next # a file that is refused
    end
    found
  end

  # Damages files and takes them through everything.
  # @param count [Integer] @param seed [Integer]
  # @param sources [Hash{String=>String}] bytes by name
  # @return [Hash{Symbol=>Object}] how many were :read and :refused, and the :faults by seed
  def mutants(count:, seed:, sources: self.sources)
    found = {read: 0, refused: 0, slow: [], faults: {}}
    count.times do |number|
      random = Random.new(seed + number)
      name = sources.keys[random.rand(sources.size)]
      bytes = mutated(sources[name], random)
      began = now
      begin
        through(bytes, name)
        found[:read] += 1
      rescue Norvel::Error
        found[:refused] += 1
      rescue StandardError, SystemStackError, NoMemoryError => error
        found[:faults][seed + number] = "#{error.class}: #{error.message[0, 120]} at #{error.backtrace.first.to_s[%r{lib/.*}]}"
      end
      found[:slow] << seed + number if now - began > 20
    end
    found
  end

  # @return [Hash{String=>String}] files of each format that can be read
  def sources
    demo = Dir[File.join(Manuscripts::DEMO, "*.docx")].sort.to_h { |path| [File.basename(path), File.binread(path)] }
    maker = Object.new.extend(OpenDocument)
    demo.merge("rich.odt" => maker.rich, "same.odt" => SameInOdt.new(Norvel::Formats.read(demo.fetch("quayside-notice.docx"))).bytes)
  end

  def through(bytes, name)
    manuscript = Norvel::Formats.read(bytes, name: name)
    examined = Norvel::Examination.new(manuscript)
    guide = Norvel::Guide.find("marrowby-diploma")
    examined.check(guide)
    after = Norvel::Plan.new(examined, guide).apply
    if Norvel::Formats.of(manuscript.format).patches?
      delivered = Norvel::Formats.write(after, source: bytes)
      Norvel::Formats.read(delivered, name: name)
    end
    Norvel::Formats.make(Norvel::Layout.new(after), as: "pdf", source: bytes, name: "x")
  end

  # One to five faults: bytes, elements or numbers of a part, or the container itself.
  def mutated(bytes, random)
    if random.rand < 0.1
      return bytes.dup.tap { |copy|
        random.rand(1..20).times { copy.setbyte(random.rand(copy.bytesize), random.rand(256)) }
      }
    end

    archive = Norvel::Formats::Archive.read(bytes)
    parts = archive.members.keys.grep(%r{\A(?:word/)?(?:document|content|styles|numbering|settings|footnotes|header\d|footer\d)\.xml\z})
    changed = Array.new(random.rand(1..2)) { parts[random.rand(parts.size)] }.to_h { |name| [name, damaged(archive.members[name], random)] }
    archive.write(changed)
  end

  def damaged(part, random)
    document = Nokogiri::XML(part)
    elements = document.root.xpath(".//*").to_a
    random.rand(1..5).times do
      one = elements[random.rand(elements.size)]
      case random.rand(5)
      when 0 then one.unlink
      when 1 then one.add_next_sibling(one.dup) if one.parent&.element?
      when 2 then one.attribute_nodes.each { |attribute| attribute.value = ["", "-1", "99999999999", "0", "x", "ü", "1e9"][random.rand(7)] }
      when 3 then elements[random.rand(elements.size)].add_child(one.dup)
      else one.content = ["", "stray", "\u{1F600}"][random.rand(3)] unless one == document.root
      end
    end
    document.to_xml
  end
end

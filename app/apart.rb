# frozen_string_literal: true

require "json"

module NorvelWeb
  # Long work in a process of its own: whoever else is at the bench is answered meanwhile, it can be left at any moment, and the memory it
  # took goes with it. The work sees what was there when it began; it must not touch the database.
  #
  #   apart = Apart.new { |tell| Norvel::Formats.make(layout, as: "pdf", …, &tell) }
  #   apart.at       # [120, 291]
  #   apart.value    # the bytes, when they are there
  class Apart
    # It was left before it was done.
    class Left < Norvel::Error
      def initialize = super("That was stopped; nothing was made.")
    end

    AT_ONCE = 2 # processes beside the server's own
    PLACES = Thread::SizedQueue.new(AT_ONCE)
    TOLD = 0.1 # seconds between two words of how far it is

    # @return [Array(Integer, Integer), nil] how much is done, of how much
    attr_reader :at

    # @yieldparam tell [Proc] to be called with how much is done, and of how much
    # @yieldreturn [String] bytes
    def initialize(&work)
      @lock = Mutex.new
      @settled = ConditionVariable.new
      Thread.new { run(work) }
    end

    # @param seconds [Numeric] to wait at most
    # @return [Boolean] whether it is over, one way or another
    def settled?(seconds = 0)
      @lock.synchronize { @settled.wait(@lock, seconds) unless @outcome || seconds.zero? }
      !@outcome.nil?
    end

    # @return [String] the bytes, waited for
    # @raise [Norvel::Error] what the work said, or that it was left
    def value
      @lock.synchronize { @settled.wait(@lock) until @outcome }
      @outcome.is_a?(Exception) ? raise(@outcome) : @outcome
    end

    # Ends it wherever it is.
    # @return [void]
    def leave
      @lock.synchronize do
        @left = true
        Process.kill("KILL", @process) if @process
      end
    end

    private

    def run(work)
      PLACES.push(true)
      outcome = heard(work)
    rescue => fault
      outcome = fault
    ensure
      PLACES.pop
      @lock.synchronize do
        @outcome = @left ? Left.new : outcome
        @settled.broadcast
      end
    end

    # What the other process says: lines of JSON, and behind the last the bytes.
    def heard(work)
      from, to = IO.pipe(binmode: true)
      watched, lifeline = IO.pipe
      @lock.synchronize { @process = fork { alone(work, to, watched, [from, lifeline]) } unless @left } or return Left.new
      [to, watched].each(&:close)
      listen(from)
    ensure
      [from, to, watched, lifeline].compact.each { |pipe| pipe.close unless pipe.closed? }
      over
    end

    def listen(from)
      while (line = from.gets)
        said = JSON.parse(line)
        return from.read(said["bytes"]) if said["bytes"]
        return Norvel::FileError.new(said["refused"]) if said["refused"]
        return RuntimeError.new(said["fault"]) if said["fault"]

        @at = said["at"]
      end
      RuntimeError.new("The process that worked it out has ended.")
    end

    def over
      process = @lock.synchronize { @process.tap { @process = nil } }
      Process.wait(process) if process
    end

    # In the other process: no other thread lives here, and nothing of the server's is held.
    def alone(work, to, watched, others)
      %w[INT TERM HUP].each { |signal| trap(signal, "SYSTEM_DEFAULT") }
      others.each(&:close)
      let_go
      Thread.new { watched.read && exit!(1) } # the server is gone
      bytes = work.call(teller(to))
      to.puts(JSON.generate(bytes: bytes.bytesize))
      to.write(bytes)
    rescue Norvel::Error => refusal
      to.puts(JSON.generate(refused: refusal.message))
    rescue Exception => fault # rubocop:disable Lint/RescueException
      to.puts(JSON.generate(fault: fault.full_message(highlight: false)))
    ensure
      to.close
      exit!(0)
    end

    def teller(to)
      told = 0
      lambda do |done, of|
        now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        next if now - told < TOLD

        told = now
        to.puts(JSON.generate(at: [done, of]))
        to.flush
      end
    end

    # Sockets and the lock of the data folder are the server's: held here too, they would outlive it.
    def let_go
      Dir.each_child("/proc/self/fd") do |number|
        held = File.readlink("/proc/self/fd/#{number}")
        IO.for_fd(number.to_i).close if held.start_with?("socket:") || held.end_with?("/#{Database::IN_USE}")
      rescue SystemCallError, ArgumentError
        next # the folder's own, which is closed by now
      end
    end
  end

  # What is being made, each under a key of its own, for whoever asks how far it is and fetches it.
  class Makings
    KEPT = 120 # seconds that something made waits to be fetched
    MOST = 12

    # @return [Integer] `manuscript` and `head`: what it is made of; whether its delivery is noted
    Making = Struct.new(:key, :manuscript, :head, :filename, :type, :noted, :apart, :begun, keyword_init: true)

    def initialize
      @all = {}
      @lock = Mutex.new
    end

    # @param about [Hash] as Making has it
    # @yieldparam tell [Proc] as Apart has it
    # @return [Making]
    # @raise [Norvel::ChangeRefused] where too much is being made
    def begin(**about, &work)
      @lock.synchronize do
        drop_unfetched
        raise Norvel::ChangeRefused, "#{MOST} files are being made already; wait for one of them, or stop it." if @all.size >= MOST

        key = SecureRandom.hex(8)
        @all[key] = Making.new(key: key, begun: now, apart: Apart.new(&work), **about)
      end
    end

    # @return [Making, nil] what is made of this manuscript under this key
    def of(manuscript, key) = @lock.synchronize { ((making = @all[key]) && making.manuscript == manuscript) ? making : nil }

    # @return [void]
    def forget(key) = @lock.synchronize { @all.delete(key)&.apart&.leave }

    # What nobody fetched goes.
    # @return [void]
    def let_go = @lock.synchronize { drop_unfetched }

    private

    def drop_unfetched = @all.delete_if { |_, making| now - making.begun > KEPT && making.apart.settled? }

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end

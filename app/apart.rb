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
    FORKS = Mutex.new # one at a time, from its pipes to its process: a pipe that another process holds too is never seen to end
    OPEN = [] # the server's ends of the pipes to all that run

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
      ours = []
      FORKS.synchronize { fork_off(work, ours) } or return Left.new
      listen(ours.first)
    ensure
      FORKS.synchronize { ours.each { |pipe| OPEN.delete(pipe).close } }
      over
    end

    # @param ours [Array<IO>] to which it adds what is read from the other process, and what that sees closed when the server is gone
    # @return [Integer, nil] the process, unless it was left before it began
    def fork_off(work, ours)
      from, to = IO.pipe(binmode: true)
      watched, lifeline = IO.pipe
      OPEN.push(*ours.push(from, lifeline))
      @lock.synchronize { @process = fork { alone(work, to, watched) } unless @left }
    ensure
      [to, watched].compact.each(&:close)
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
    def alone(work, to, watched)
      %w[INT TERM HUP].each { |signal| trap(signal, "SYSTEM_DEFAULT") }
      OPEN.each(&:close)
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

    # Sockets and the lock of the data folder are the server's: held here too, they would outlive it. Their numbers stay taken, since
    # objects of the server's are still about that close them when they are swept up.
    def let_go
      Dir.each_child("/proc/self/fd") do |number|
        held = File.readlink("/proc/self/fd/#{number}")
        next unless held.start_with?("socket:") || held.end_with?("/#{Database::IN_USE}")

        IO.for_fd(number.to_i, autoclose: false).reopen(File::NULL, "r+")
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

# frozen_string_literal: true

require "delayed_job_active_record"
require "socket"

module NorvelWeb
  # Work that waits in the database: whoever has hands free takes it, here or, where several machines reach the database, elsewhere.
  module Work
    LONGEST = 15 * 60 # seconds, after which what somebody took and never ended is taken by others

    Delayed::Worker.max_attempts = 1 # what failed says so in its row, and is done again when somebody asks
    Delayed::Worker.max_run_time = LONGEST
    Delayed::Worker.destroy_failed_jobs = true
    Delayed::Worker.logger = nil

    # One row of a batch. `fonts` is the mark of the fonts that it is to be laid out in.
    Row = Struct.new(:row, :fonts) do
      # @return [String] under which it waits
      def self.queue(row) = "row #{row}"

      # @param rows [Array<Integer>]
      # @return [void]
      def self.enqueue(rows)
        BatchRow.transaction do
          rows.each { |id| Delayed::Job.enqueue(new(id, OwnFonts.mark), queue: queue(id)) }
        end
      end

      # @param rows [Array<Integer>]
      # @return [ActiveRecord::Relation] their jobs
      def self.waiting(rows) = Delayed::Job.where(queue: rows.map { |id| queue(id) })

      def perform = BatchRow.find_by(id: row)&.work_through(fonts)

      # Called where it took too long, or the database was gone meanwhile.
      def failure(_job) = BatchRow.where(id: row, state: "at_work").update_all(BatchRow::UNKNOWN_FAULT)
    end

    # Hands in this process. In the server they begin when something waits; elsewhere they look for it (`go_on_for_good`).
    class Hands
      SLEEP = 2 # seconds between two looks

      # @param count [Integer] how many work at once @param name [String] what they are called in the database: who comes back under the
      #   same name goes on with what it had
      def initialize(count: Integer(ENV.fetch("NORVEL_WORKERS", Apart::AT_ONCE)), name: "server")
        @lock = Monitor.new
        @workers = Array.new(count) { |index| Delayed::Worker.new.tap { |worker| worker.name = "#{name} #{index + 1}" } }
        @threads = {}
      end

      # @return [void]
      def wake
        @lock.synchronize do
          idle = @workers.reject { |worker| @threads[worker]&.alive? }
          idle.first(Delayed::Job.limit(idle.size).count).each { |worker| @threads[worker] = Thread.new { work_off(worker) } }
        end
      end

      # Until the process is asked to end.
      # @return [void]
      def go_on_for_good
        ending = Queue.new
        %w[INT TERM].each { |signal| trap(signal) { ending << true } }
        @workers.map { |worker| Thread.new { work_off(worker) until worker.stop? || !sleep(SLEEP) } }
        ending.pop
        @workers.each(&:stop)
        @workers.each { |worker| Delayed::Job.clear_locks!(worker.name) }
      end

      private

      def work_off(worker)
        ActiveRecord::Base.connection_pool.with_connection { nil while worker.work_off(1).sum.positive? }
      rescue => fault
        warn "norvel: a worker stopped (#{fault.class}: #{fault.message})"
      end
    end
  end
end

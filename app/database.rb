# frozen_string_literal: true

require "active_record"
require "active_record/connection_adapters/sqlite3_adapter"
require "fileutils"
require "monitor"
require "securerandom"

module NorvelWeb
  # Where the data lie: one folder with the SQLite file and the session secret, readable by their owner alone, for one server.
  module Database
    MIGRATIONS = File.expand_path("../db/migrate", __dir__)
    FILE = "norvel.sqlite3"
    IN_USE = "in-use" # the lock of the folder
    SECRET = /\A\h{128}\z/
    POOL = 16 # connections
    BUSY = 5_000 # ms that another program may hold the database

    SAFE = "do it again; everything that was confirmed is safe"

    # What can stand in the way of the data, and what to do about it.
    TROUBLES = {
      [Errno::ENOSPC, Errno::EDQUOT, SQLite3::FullException] =>
        "The disk is full: this was not done. Make room and #{SAFE}.",
      [Errno::EROFS, Errno::EACCES, Errno::EPERM, SQLite3::ReadOnlyException, SQLite3::CantOpenException, SQLite3::PermissionException] =>
        "The data folder cannot be written to: this was not done. Give yourself the right to write there and #{SAFE}.",
      [SQLite3::BusyException, SQLite3::LockedException] =>
        "Another program holds Norvel's database: this was not done. Close it and do it again.",
      [SQLite3::NotADatabaseException, SQLite3::CorruptException] =>
        "Norvel's database is damaged: this was not done. Put a copy of the data folder in its place, " \
        "or move the file #{FILE} away to begin with an empty desk.",
      [SQLite3::IOException, Errno::EIO] =>
        "The disk could not be read or written: this was not done. See to it that the data folder can be reached, and do it again.",
      [ActiveRecord::ConnectionNotEstablished, ActiveRecord::NoDatabaseError, ActiveRecord::ConnectionFailed] =>
        "Norvel's database cannot be reached: this was not done. See to it that its server runs and lets Norvel in, and #{SAFE}."
    }.freeze

    # One of them, said.
    class Trouble < StandardError; end

    # One transaction that writes at a time: whoever else wants to write waits for it, and those who read do not. Every write of
    # Active Record goes through a transaction of its connection.
    module OneWriter
      LOCK = Monitor.new

      def transaction(...) = LOCK.synchronize { super }

      # SQLite takes a transaction back by itself when the disk is full.
      def exec_rollback_db_transaction = (super if @raw_connection.nil? || @raw_connection.transaction_active?)

      private

      # SQLite's own waiting would hold every thread of the process.
      def configure_connection
        super
        @raw_connection.busy_handler_timeout = BUSY
      end
    end
    ActiveRecord::ConnectionAdapters::SQLite3Adapter.prepend(OneWriter)
    SQLite3::ForkSafety.suppress_warnings! # what is worked out apart (`Apart`) has no use for the connections, which are given up there

    module_function

    # @param folder [String] made where it is missing
    # @return [String, nil] where a copy lies of what an older Norvel had there
    # @raise [Trouble] in a sentence
    def open(folder)
      told(folder) do
        FileUtils.mkdir_p(folder, mode: 0o700)
        path = File.join(folder, FILE)
        FileUtils.touch(path) unless server || File.exist?(path)
        keep_private(folder)
        ActiveRecord::Migration.verbose = false
        next at_server(server) if server

        ActiveRecord::Base.establish_connection(adapter: "sqlite3", database: path, pool: POOL, pragmas: {synchronous: :full})
        copy = kept_before(folder)
        ActiveRecord::MigrationContext.new(MIGRATIONS).migrate
        copy
      end
    end

    # @return [String, nil] the address of a database that several machines reach, as it was set
    def server = ENV["NORVEL_DATABASE"].presence

    ONE_SERVER = 4_567_001 # the lock by which a database knows that somebody serves it

    # Of a database that several machines reach, one alone serves what is in it; the others work for it.
    # @return [void]
    # @raise [Trouble] when another server does
    def hold_server
      return if server.nil? || ActiveRecord::Base.connection_pool.checkout.get_advisory_lock(ONE_SERVER)

      raise Trouble, "Another Norvel serves this database. Use that one, or let this one work for it: norvel work"
    end

    # Who keeps a database server keeps copies of what is in it.
    # @return [nil]
    def at_server(address)
      ActiveRecord::Base.establish_connection(adapter: "postgresql", url: address, pool: POOL)
      ActiveRecord::MigrationContext.new(MIGRATIONS).migrate
      nil
    rescue LoadError, ActiveRecord::AdapterNotFound, ActiveRecord::AdapterNotSpecified, URI::Error
      raise Trouble, "NORVEL_DATABASE is the address of a PostgreSQL database, like postgresql://norvel@db.example/norvel."
    end

    # A folder of an older Norvel is copied before it is changed.
    # @return [String, nil] where the copy lies
    def kept_before(folder)
      context = ActiveRecord::MigrationContext.new(MIGRATIONS)
      return if context.current_version.zero? || !context.needs_migration?

      base = File.join(folder, FILE.sub(".", "-before-#{Norvel::VERSION}."))
      copy = (1..).lazy.map { |number| (number == 1) ? base : base.sub(/\.(?=[^.]*\z)/, "-#{number}.") }.find { |path| !File.exist?(path) }
      ActiveRecord::Base.connection.execute("VACUUM INTO #{ActiveRecord::Base.connection.quote(copy)}")
      File.chmod(0o600, copy)
      copy
    end

    # Holds the folder for this process as long as it runs.
    # @param folder [String]
    # @return [File] the lock, to be kept
    # @raise [Trouble] when another server has it
    def lock(folder)
      told(folder) do
        FileUtils.mkdir_p(folder, mode: 0o700)
        file = File.open(File.join(folder, IN_USE), File::RDWR | File::CREAT, 0o600)
        unless file.flock(File::LOCK_EX | File::LOCK_NB)
          raise Trouble,
            "Another Norvel is at work in #{folder} (process #{file.read.strip}). Use that one, or give this one a folder " \
            "of its own: NORVEL_DATA=…"
        end

        file.truncate(0)
        file.write(Process.pid)
        file.flush
        file
      end
    end

    # @param folder [String]
    # @return [String] kept in the data folder, so that sessions survive a restart; made anew where it is missing or damaged
    def secret(folder)
      path = File.join(folder, "session-secret")
      told(folder) do
        kept = File.exist?(path) ? File.binread(path).strip : ""
        next kept if kept.match?(SECRET)

        SecureRandom.hex(64).tap do |made|
          File.write("#{path}.new", made, perm: 0o600)
          File.rename("#{path}.new", path)
        end
      end
    end

    # @param error [Exception]
    # @return [String, nil] what stands in the way of the data, in a sentence; nil when it is nothing of the kind
    def trouble(error)
      words(error) || (error.cause && trouble(error.cause))
    end

    def words(error) = TROUBLES.find { |kinds, _| kinds.any? { |kind| error.is_a?(kind) } }&.last

    def keep_private(folder)
      File.chmod(0o700, folder)
      Dir.children(folder).map { |name| File.join(folder, name) }.select { |path| File.file?(path) }.each { |path| File.chmod(0o600, path) }
    end

    def told(folder)
      yield
    rescue Trouble
      raise
    rescue Errno::EEXIST, Errno::ENOTDIR
      raise Trouble, "#{folder} is no folder. Name another: NORVEL_DATA=…"
    rescue SystemCallError, ActiveRecord::ActiveRecordError, SQLite3::Exception => error
      said = trouble(error) or raise
      raise Trouble, "The data folder #{folder}: #{said.sub(": this was not done", "").sub(SAFE, "start again")}"
    end
    private_class_method :told, :keep_private, :words
  end
end

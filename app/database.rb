# frozen_string_literal: true

require "active_record"
require "fileutils"
require "securerandom"

module NorvelWeb
  # Where the data lie: one folder with the SQLite file and the session secret.
  module Database
    MIGRATIONS = File.expand_path("../db/migrate", __dir__)

    module_function

    # @param folder [String] made where it is missing
    # @return [void]
    def open(folder)
      FileUtils.mkdir_p(folder, mode: 0o700)
      ActiveRecord::Base.establish_connection(adapter: "sqlite3", database: File.join(folder, "norvel.sqlite3"), timeout: 5_000, pool: 16)
      ActiveRecord::Base.connection.execute("PRAGMA synchronous = FULL")
      ActiveRecord::Migration.verbose = false
      ActiveRecord::MigrationContext.new(MIGRATIONS, ActiveRecord::Base.connection.schema_migration).migrate
    end

    # @return [String] kept in the data folder, so that sessions survive a restart
    def secret(folder)
      path = File.join(folder, "session-secret")
      File.write(path, SecureRandom.hex(64), perm: 0o600) unless File.exist?(path)
      File.read(path)
    end
  end
end

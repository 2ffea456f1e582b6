# frozen_string_literal: true

require "active_record"
require "fileutils"

module Server
  # The SQLite database of a data folder: WAL, foreign keys, waiting writers.
  module Database
    MIGRATIONS = File.expand_path("db/migrate", __dir__)
    WAIT_MS = 5_000

    # A connection whose writers wait for each other instead of failing.
    module Waiting
      def configure_connection
        super
        @raw_connection.busy_handler_timeout = WAIT_MS
      end
    end

    # Opens the database and brings it up to date.
    # @param folder [String] made where it is missing
    def self.open(folder)
      FileUtils.mkdir_p(folder)
      require "active_record/connection_adapters/sqlite3_adapter"
      adapter = ActiveRecord::ConnectionAdapters::SQLite3Adapter
      adapter.prepend(Waiting) unless adapter.include?(Waiting)
      ActiveRecord::Base.establish_connection(
        adapter: "sqlite3",
        database: File.join(folder, "dielectra.sqlite3"),
        pool: 16,
        default_transaction_mode: :immediate,
        pragmas: {
          journal_mode: :wal,
          foreign_keys: true,
          synchronous: :normal
        }
      )
      ActiveRecord::Migration.verbose = false
      ActiveRecord::MigrationContext.new(MIGRATIONS).migrate
    end
  end
end

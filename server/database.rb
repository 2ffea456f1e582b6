# frozen_string_literal: true

require "active_record"
require "fileutils"

module Server
  # The SQLite database of a data folder: WAL with synchronous=FULL, so that what was acknowledged survives a power cut;
  # foreign keys; waiting writers. Folder and files belong to their owner alone.
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

    class << self
      # @return [String] the data folder that is open
      attr_reader :folder
    end

    # Opens the database and brings it up to date.
    # @param folder [String] made where it is missing
    def self.open(folder)
      prepare(folder)
      @folder = folder
      require "active_record/connection_adapters/sqlite3_adapter"
      adapter = ActiveRecord::ConnectionAdapters::SQLite3Adapter
      adapter.prepend(Waiting) unless adapter.include?(Waiting)
      ActiveRecord::Base.establish_connection(
        adapter: "sqlite3",
        database: file(folder),
        pool: 16,
        default_transaction_mode: :immediate,
        pragmas: {
          journal_mode: :wal,
          foreign_keys: true,
          synchronous: :full
        }
      )
      ActiveRecord::Migration.verbose = false
      ActiveRecord::MigrationContext.new(MIGRATIONS).migrate
    end

    # @return [String] the database of a data folder
    def self.file(folder) = File.join(folder, "dielectra.sqlite3")

    # Makes the folder, and keeps it and everything in it to its owner.
    def self.prepare(folder)
      File.umask(0o077)
      FileUtils.mkdir_p(folder)
      File.chmod(0o700, folder)
      Dir
        .glob(File.join(folder, "**", "*"), File::FNM_DOTMATCH)
        .each do |path|
          next if path.end_with?("/.", "/..")

          File.chmod(File.directory?(path) ? 0o700 : 0o600, path)
        end
    end
  end
end

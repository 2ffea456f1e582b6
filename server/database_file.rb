# frozen_string_literal: true

require "sqlite3"

module Server
  # A database that nobody has open: whether it is whole, what it holds, and who it lets in.
  class DatabaseFile
    # Tables by the migration that makes them, as `schema_migrations` names it
    TABLES = {
      "20261124000001" => %w[houses jobs entries],
      "20261128000001" => %w[receipts],
      "20261128000002" => %w[pairings devices],
      "20261128000004" => %w[settings],
      "20261128000005" => %w[photographs],
      "20261201000001" => %w[exercises]
    }.freeze
    COUNTED = %w[jobs entries photographs].freeze
    # Columns of a paired device
    DEVICE = %w[person name token_digest seen_at revoked_at created_at updated_at].freeze

    # @param database [SQLite3::Database]
    # @return [Hash{String => Integer}] rows of the tables that matter; 0 for one that is not there
    def self.counts(database)
      there = tables(database)
      COUNTED.to_h do |name|
        [name, there.include?(name) ? database.get_first_value("SELECT count(*) FROM #{name}") : 0]
      end
    end

    def self.tables(database) = database.execute("SELECT name FROM sqlite_master WHERE type = 'table'").flatten

    # @param path [String]
    def initialize(path)
      @path = path
    end

    # @return [Boolean] whether SQLite finds nothing wrong with it, and it is one of ours
    def whole?
      open { |database| database.execute("PRAGMA integrity_check").flatten == ["ok"] } && File.size(@path).positive?
    rescue SQLite3::Exception
      false
    end

    # @return [Array<String>] tables that its own list of migrations says it has, and that are not there
    def missing
      open do |database|
        there = DatabaseFile.tables(database)
        return ["schema_migrations"] unless there.include?("schema_migrations")

        made = database.execute("SELECT version FROM schema_migrations").flatten
        TABLES.select { |version, _| made.include?(version) || version == TABLES.keys.first }.values.flatten - there
      end
    end

    # @return [Hash{String => Integer}]
    def counts = open { |database| DatabaseFile.counts(database) }

    # Takes over who is let in from another database, and nothing of its own: a device that was revoked since a backup
    # was made stays out. Where there is no other, every device has to be paired again.
    # @param other [String] path
    def let_in_as(other)
      devices = File.file?(other) ? DatabaseFile.new(other).devices : []
      database = SQLite3::Database.new(@path)
      return unless (%w[devices pairings] - DatabaseFile.tables(database)).empty?

      database.execute("PRAGMA journal_mode = DELETE")
      database.transaction do
        database.execute("DELETE FROM devices")
        database.execute("DELETE FROM pairings")
        insert = "INSERT INTO devices (#{DEVICE.join(", ")}) VALUES (#{(["?"] * DEVICE.size).join(", ")})"
        devices.each { |row| database.execute(insert, row) }
      end
    ensure
      database&.close
    end

    # @return [Array<Array>] the columns DEVICE of every device; none where the database cannot be read
    def devices
      open { |database| database.execute("SELECT #{DEVICE.join(", ")} FROM devices ORDER BY id") }
    rescue SQLite3::Exception
      []
    end

    private

    def open
      database = SQLite3::Database.new(@path, readonly: true)
      yield database
    ensure
      database&.close
    end
  end
end

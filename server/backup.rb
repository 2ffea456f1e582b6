# frozen_string_literal: true

require "digest"
require "fileutils"
require "json"
require "sqlite3"
require "tmpdir"
require "zip"
require_relative "database_file"

module Server
  # One file with everything: the database as SQLite's online backup copies it while the server runs, photographs, and a
  # manifest with the checksum of each. A backup is written beside its final name, read again and checked, and only then
  # takes that name. What is restored is checked first, and what was there is kept aside.
  class Backup
    FORMAT = "dielectra/backup"
    VERSION = 1
    MANIFEST = "manifest.json"
    DATABASE = "dielectra.sqlite3"
    PHOTOGRAPHS = "photographs"
    # Largest file that is read out of a backup, in bytes
    LARGEST = 4 * 1024 * 1024 * 1024

    # Result of a step of SQLite's online backup that copied everything (SQLITE_DONE)
    COPIED = 101

    # A backup that cannot be made or used, in a sentence.
    class Unusable < StandardError
    end

    # @param folder [String] of the data
    # @param clock [#call] the time, for names and the manifest
    def initialize(folder, clock: -> { Time.now })
      @folder = folder
      @clock = clock
    end

    # @param path [String] of the zip; replaced at once when it is complete and was checked, and never half
    # @return [Hash] the manifest
    # @raise [Unusable] where it could not be made; a file of that name is as it was then
    def make(path)
      raise Unusable, "There is no database in #{@folder}." unless File.file?(File.join(@folder, DATABASE))

      Dir.mktmpdir("backup", File.dirname(File.expand_path(path))) do |work|
        manifest = write(whole = File.join(work, "whole.zip"), work)
        check(whole, manifest, File.join(work, "again"))
        File.open(whole, &:fsync)
        File.rename(whole, path)
        manifest
      end
    rescue Errno::ENOSPC, SQLite3::FullException
      raise Unusable, "The disk is full. No backup was made. Nothing else has changed."
    rescue SystemCallError, SQLite3::Exception, Zip::Error => e
      raise Unusable, "No backup was made: #{e.message}. Nothing else has changed."
    end

    # @param path [String] of the zip
    # @return [String] the folder in which what was there is kept
    # @raise [Unusable] where the backup is not whole; nothing has changed then
    def restore(path)
      exclusive do
        Dir.mktmpdir("restore", @folder) do |work|
          unpack(path, work)
          check_database(restored = File.join(work, DATABASE))
          DatabaseFile.new(restored).let_in_as(File.join(@folder, DATABASE))
          replace(work)
        end
      end
    end

    # The database of a folder is in use by one server, or being restored, never both.
    # @return [File, nil] to be held; nil where somebody holds it
    def self.hold(folder)
      FileUtils.mkdir_p(folder)
      file = File.new(File.join(folder, ".in_use"), File::RDWR | File::CREAT, 0o600)
      return file if file.flock(File::LOCK_EX | File::LOCK_NB)

      file.close
      nil
    end

    private

    def exclusive
      held = Backup.hold(@folder) or raise Unusable, "The server is running on #{@folder}. Stop it first."
      yield
    ensure
      held&.close
    end

    # @return [Hash] the manifest of the zip that was written
    def write(whole, work)
      copy_database(copy = File.join(work, DATABASE))
      manifest = manifest({ DATABASE => copy, **photographs }, DatabaseFile.new(copy).counts)
      pack(
        whole,
        manifest["files"].to_h { |row| [row["name"], row["name"] == DATABASE ? copy : within(row)] },
        manifest
      )
      manifest
    end

    def within(row) = File.join(@folder, row["name"])

    # Reads a backup again, as a restore would.
    # @raise [Unusable] where anything of it is not what the manifest says
    def check(whole, manifest, again)
      FileUtils.mkdir_p(again)
      unpack(whole, again)
      read = DatabaseFile.new(File.join(again, DATABASE))
      unless read.whole? && read.counts == manifest["counts"] && grown?(read.counts)
        raise Unusable, "The backup did not pass its check. No backup was made. Nothing else has changed."
      end
    ensure
      FileUtils.rm_rf(again)
    end

    # Jobs and entries are never deleted: a copy holds at least those that were there when it was begun.
    def grown?(counts) = @before.slice("jobs", "entries").all? { |name, count| counts.fetch(name) >= count }

    def copy_database(to)
      source = SQLite3::Database.new(File.join(@folder, DATABASE), readonly: true)
      target = SQLite3::Database.new(to)
      source.busy_timeout = 10_000
      @before = DatabaseFile.counts(source)
      copy = SQLite3::Backup.new(target, "main", source, "main")
      result = copy.step(-1)
      copy.finish
      raise Unusable, "No backup was made: the database could not be copied (SQLite #{result})." if result != COPIED
    ensure
      target&.close
      source&.close
    end

    # @return [Hash{String => String}] name in the zip => path
    def photographs
      root = File.join(@folder, PHOTOGRAPHS)
      Dir
        .glob(File.join(root, "**", "*"))
        .select { |path| File.file?(path) }
        .to_h { |path| [path.delete_prefix("#{@folder}/"), path] }
    end

    def manifest(files, counts)
      rows =
        files.map do |name, path|
          { "name" => name, "bytes" => File.size(path), "sha256" => Digest::SHA256.file(path).hexdigest }
        end
      {
        "format" => FORMAT,
        "version" => VERSION,
        "made" => @clock.call.utc.iso8601,
        "counts" => counts,
        "files" => rows
      }
    end

    def pack(whole, files, manifest)
      Zip::File.open(whole, create: true) do |zip|
        zip.get_output_stream(MANIFEST) { |stream| stream.write(JSON.pretty_generate(manifest)) }
        files.each { |name, path| zip.add(name, path) }
      end
      File.chmod(0o600, whole)
    end

    def unpack(path, work)
      raise Unusable, "#{path} is not a file that can be read." unless File.file?(path) && File.readable?(path)

      Zip::File.open(path) do |zip|
        rows = read_manifest(zip)
        raise Unusable, "#{path} has no database in it." unless rows.any? { |row| row["name"] == DATABASE }

        rows.each { |row| extract(zip, row, work) }
      end
    rescue Zip::Error
      raise Unusable, "#{path} is not a backup."
    end

    def read_manifest(zip)
      entry = zip.find_entry(MANIFEST) or raise Unusable, "This is not a backup: it has no manifest."
      manifest = JSON.parse(entry.get_input_stream.read)
      unless manifest.is_a?(Hash) && manifest["format"] == FORMAT && manifest["version"] == VERSION
        raise Unusable, "This is not a backup of a kind that can be read here."
      end

      rows = manifest["files"]
      raise Unusable, "The manifest of this backup lists no files." unless rows.is_a?(Array) && rows.all?(Hash)

      rows
    rescue JSON::ParserError
      raise Unusable, "The manifest of this backup cannot be read."
    end

    def extract(zip, row, work)
      name = row["name"].to_s
      allowed = name == DATABASE || (name.start_with?("#{PHOTOGRAPHS}/") && !name.split("/").include?(".."))
      entry = zip.find_entry(name)
      raise Unusable, "#{name} does not belong in a backup." unless allowed
      raise Unusable, "#{name} is missing in this backup." if entry.nil? || entry.size > LARGEST

      to = File.join(work, name)
      FileUtils.mkdir_p(File.dirname(to))
      File.open(to, "wb", 0o600) { |file| IO.copy_stream(entry.get_input_stream, file) }
      return if Digest::SHA256.file(to).hexdigest == row["sha256"]

      raise Unusable, "#{name} is damaged in this backup."
    end

    def check_database(path)
      read = DatabaseFile.new(path)
      raise Unusable, "The database in this backup is damaged." unless read.whole?

      missing = read.missing
      raise Unusable, "The database in this backup has no table #{missing.join(", ")}." if missing.any?
    end

    def replace(work)
      aside = File.join(@folder, "before_restore_#{@clock.call.strftime("%Y-%m-%d_%H%M%S")}")
      FileUtils.mkdir_p(aside, mode: 0o700)
      there = ["#{DATABASE}-wal", "#{DATABASE}-shm", DATABASE, PHOTOGRAPHS]
      there.each { |name| move(File.join(@folder, name), aside) }
      [PHOTOGRAPHS, DATABASE].each { |name| move(File.join(work, name), @folder) }
      FileUtils.rm_rf(File.join(@folder, "cache"))
      aside
    end

    def move(path, to) = (FileUtils.mv(path, to) if File.exist?(path))
  end
end

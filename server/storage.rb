# frozen_string_literal: true

require "sqlite3"

module Server
  # What it means that something could not be stored: the disk is full, cannot be written, or is in use. Nothing is lost
  # then; the same request may be sent again.
  module Storage
    FULL = [SQLite3::FullException, Errno::ENOSPC, Errno::EDQUOT].freeze
    READ_ONLY = [
      SQLite3::ReadOnlyException,
      SQLite3::CantOpenException,
      Errno::EROFS,
      Errno::EACCES,
      Errno::EPERM
    ].freeze
    IN_USE = [SQLite3::BusyException, SQLite3::LockedException, SQLite3::IOException, Errno::EIO].freeze

    # @param error [Exception]
    # @return [Problem, nil] nil for an error of another kind
    def self.problem(error)
      said = [error, error.cause].compact
      if among?(said, FULL)
        Problem.new(507, "Not stored: the disk is full. Make room and try again; nothing written before is lost.")
      elsif among?(said, READ_ONLY)
        Problem.new(503, "Not stored: the data folder cannot be written. Try again once it can.")
      elsif among?(said, IN_USE)
        Problem.new(503, "Not stored: the database is in use. Try again.")
      end
    end

    def self.among?(said, kinds) = said.any? { |error| kinds.any? { |kind| error.is_a?(kind) } }
    private_class_method :among?

    # @param folder [String] of the data
    # @return [String, nil] in a sentence why a server cannot keep anything there; nil where it can
    def self.unfit(folder)
      FileUtils.mkdir_p(folder)
      probe = File.join(folder, ".writable")
      File.write(probe, "")
      File.delete(probe)
      nil
    rescue SystemCallError => e
      "The data folder #{folder} cannot be written (#{e.class.name.split("::").last}). Nothing was started."
    end
  end
end

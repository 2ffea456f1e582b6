# frozen_string_literal: true

require "json"
require_relative "backup"

module Server
  # A backup each night, kept for seven days in the folder `backups` of the data. Made at the first look after midnight,
  # so that a machine that sleeps at night has one as well. One that fails is tried again at the next look, and said on
  # the day and in Settings until one succeeds.
  class Nightly
    KEPT = 7
    EVERY_SECONDS = 900
    NAME = /\A\d{4}-\d\d-\d\d\.zip\z/
    # Why the last one failed; not there while all is well
    FAILED = "failed.json"

    # Looks from time to time, beside everything else. No error ends it.
    # @return [Thread]
    def self.start(folder, every: EVERY_SECONDS)
      nightly = new(folder)
      Thread.new do
        loop do
          nightly.look
          sleep(every)
        end
      end
    end

    # @param folder [String] of the data
    # @return [Hash] `last`, the day of the newest backup or nil; `failed`, why the last attempt failed or nil
    def self.state(folder)
      kept = File.join(folder, "backups")
      days = Dir.exist?(kept) ? Dir.children(kept).grep(NAME).sort : []
      { last: days.last&.delete_suffix(".zip"), failed: failed(kept) }
    end

    def self.failed(kept)
      JSON.parse(File.read(File.join(kept, FAILED)))["why"]
    rescue SystemCallError, JSON::ParserError
      @unwritten
    end
    private_class_method :failed

    class << self
      # A failure that could not be written to the disk either
      # @return [String, nil]
      attr_accessor :unwritten
    end

    def initialize(folder, clock: -> { Time.now })
      @folder = folder
      @clock = clock
    end

    # Makes today's backup where there is none. Once it was checked, drops those beyond the last seven.
    # @return [String, nil] its path; nil where there was nothing to do, or it could not be made
    def look
      FileUtils.mkdir_p(kept, mode: 0o700)
      today = File.join(kept, "#{@clock.call.strftime("%Y-%m-%d")}.zip")
      return if File.exist?(today)

      Backup.new(@folder, clock: @clock).make(today)
      succeeded
      old = Dir.children(kept).grep(NAME).sort[0...-KEPT]
      old.each { |name| File.delete(File.join(kept, name)) }
      today
    rescue StandardError => e
      failed(e)
    end

    private

    def kept = File.join(@folder, "backups")

    def succeeded
      Nightly.unwritten = nil
      FileUtils.rm_f(File.join(kept, FAILED))
    end

    def failed(error)
      why =
        error.is_a?(Backup::Unusable) ? error.message : "No backup was made: #{error.message.lines.first.to_s.strip}."
      warn "nightly backup: #{why}"
      Nightly.unwritten = why
      File.write(File.join(kept, FAILED), JSON.generate({ at: @clock.call.utc.iso8601, why: }))
      nil
    rescue SystemCallError
      nil
    end
  end
end

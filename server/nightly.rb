# frozen_string_literal: true

require_relative "backup"

module Server
  # A backup each night, kept for seven days in the folder `backups` of the data. Made at the first look after midnight,
  # so that a machine that sleeps at night has one as well.
  class Nightly
    KEPT = 7
    EVERY_SECONDS = 900
    NAME = /\A\d{4}-\d\d-\d\d\.zip\z/

    # Looks from time to time, beside everything else.
    # @return [Thread]
    def self.start(folder)
      nightly = new(folder)
      Thread.new do
        loop do
          nightly.look
          sleep(EVERY_SECONDS)
        end
      end
    end

    def initialize(folder, clock: -> { Time.now })
      @folder = folder
      @clock = clock
    end

    # Makes today's backup where there is none, and drops those beyond the last seven.
    # @return [String, nil] its path; nil where there was nothing to do, or it could not be made
    def look
      kept = File.join(@folder, "backups")
      FileUtils.mkdir_p(kept, mode: 0o700)
      today = File.join(kept, "#{@clock.call.strftime("%Y-%m-%d")}.zip")
      return if File.exist?(today)

      Backup.new(@folder, clock: @clock).make(today)
      old = Dir.children(kept).grep(NAME).sort[0...-KEPT]
      old.each { |name| File.delete(File.join(kept, name)) }
      today
    rescue Backup::Unusable => e
      warn "nightly backup: #{e.message}"
      nil
    end
  end
end

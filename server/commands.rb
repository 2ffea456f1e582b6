# frozen_string_literal: true

require "thor"

module Server
  # What the command line can do with the data of a server, beside what the core offers.
  class Commands < Dielectra::CLI
    DATA = File.expand_path("../data", __dir__)

    desc "backup FILE.zip", "Write everything into one file, while the server runs"
    option :data, type: :string, desc: "the data folder"
    option :json, type: :boolean, desc: "print the manifest"
    def backup(path)
      kept(1) do |backup|
        manifest = backup.make(path)
        puts options[:json] ? JSON.generate(manifest) : "#{path}: #{manifest["files"].size} files"
      end
    end

    desc "restore FILE.zip", "Take everything from a backup; what is there now is kept aside"
    option :data, type: :string, desc: "the data folder"
    def restore(path)
      kept(2) { |backup| puts "Restored. What was there is in #{backup.restore(path)}" }
    end

    desc "pair", "Print a one-time code with which a device on the local network is paired"
    option :data, type: :string, desc: "the data folder"
    def pair
      require_relative "app"
      folder = folder()
      raise Dielectra::InvalidInput, "There is no database in #{folder}." unless File.file?(Database.file(folder))

      Database.open(folder)
      puts "#{Pairing.open!}  (for one device, within #{Pairing::MINUTES} minutes)"
    rescue Dielectra::InvalidInput => e
      warn e.message
      exit 2
    end

    private

    def folder = File.expand_path(options[:data] || ENV.fetch("DIELECTRA_DATA", DATA))

    # @param failed [Integer] exit status where it cannot be done
    def kept(failed)
      require_relative "backup"
      yield Backup.new(folder)
    rescue Backup::Unusable => e
      warn e.message
      exit failed
    end
  end
end

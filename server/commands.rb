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
      opened
      puts "#{Pairing.open!}  (for one device, within #{Pairing::MINUTES} minutes)"
    rescue Dielectra::InvalidInput => e
      warn e.message
      exit 2
    end

    desc "learned", "What closed jobs have taught, beside what is shipped"
    option :data, type: :string, desc: "the data folder"
    option :json, type: :boolean, desc: "print it as JSON"
    def learned
      opened
      told = Learned.new.to_h
      return puts(JSON.generate(told)) if options[:json]

      puts "#{told[:jobs]} closed jobs; from #{told[:least]} on something is learned."
      told[:groups].each do |group|
        next if group[:rows].empty?

        puts "", "#{group[:words].capitalize}#{" (switched off)" unless group[:on]}"
        puts(group[:rows].map { |row| format("  %<words>-55s %<shipped>8g → %<learned>8g  (%<counted>d)", row) })
      end
    rescue Dielectra::InvalidInput => e
      warn e.message
      exit 2
    end

    desc "meter CIRCUIT.json", "A simulated meter with a data port (SCPI over TCP), its probes in a simulated house"
    long_desc <<~TEXT
      The probes are where --at says, in the house as --steps leaves it (a job file); or, with --follow, where the next
      step of a job on a running server has them: --follow http://127.0.0.1:4567/api/jobs/3
    TEXT
    option :port, type: :numeric, default: 5025, desc: "where it listens, on this computer only"
    option :at, type: :array, desc: "two points"
    option :steps, type: :string, desc: "a job file whose steps were taken"
    option :follow, type: :string, desc: "the address of a job on a running server"
    option :weak, type: :boolean, default: false, desc: "with a weak battery"
    def meter(path)
      require_relative "meter_probes"
      probes = MeterProbes.new(circuit(path), at: options[:at], steps: options[:steps], follow: options[:follow])
      meter = Dielectra::Meter::StandIn.new(weak: options[:weak]) { probes.now }
      TCPServer.open("127.0.0.1", options[:port]) do |server|
        warn "A meter listens on 127.0.0.1:#{server.addr[1]}."
        loop { Thread.new(server.accept) { |line| meter.serve(line) } }
      end
    rescue Dielectra::InvalidInput => e
      warn e.message
      exit 2
    rescue Interrupt
      exit 130
    end

    private

    # Opens the database of the data folder.
    def opened
      require_relative "app"
      raise Dielectra::InvalidInput, "There is no database in #{folder}." unless File.file?(Database.file(folder))

      Database.open(folder)
    end

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

# frozen_string_literal: true

require "thor"

module Dielectra
  # The command line, bin/dielectra. Protocol lines go to standard output, messages for people to standard error.
  #
  # Exit status: 0 for done, 1 for "no" (a file that `check` finds wrong), 2 for input that cannot be used, with one
  # sentence.
  class CLI < Thor
    def self.exit_on_failure? = true

    desc "troubleshoot", "Work a job over standard input and output"
    long_desc <<~TEXT
      Reads a job, as JSON on the first line of standard input, then prints one step a line and reads one answer a line,
      until it prints the conclusion. An answer that does not fit is asked for again, three times at most.
    TEXT
    option :jsonl, type: :boolean, default: true, desc: "one JSON document a line"
    def troubleshoot = guarded { Protocol::Asking.new($stdin, $stdout, $stderr).run }

    desc "house CIRCUIT.json", "Answer steps from a simulated house"
    long_desc <<~TEXT
      Reads steps from standard input, a line each, and answers from the physics of the circuit. With --seed floating
      conductors show ghost voltage at random. With --slips a share of the readings is written down wrong. With --job
      the house knows where the new devices of a change go.
    TEXT
    option :job, type: :string, desc: "the job file of a change"
    option :seed, type: :numeric, desc: "seed for ghost voltage and slips"
    option :slips, type: :numeric, default: 0.0, desc: "share of wrong readings"
    def house(path)
      guarded do
        random = options[:seed] && Random.new(options[:seed])
        job = options[:job] && Evidence::Job.read(document(options[:job]))
        Protocol::Answering.new(
          Practice::House.new(circuit(path), random:, slips: options[:slips], job:),
          $stdin,
          $stdout,
          $stderr
        ).run
      end
    end

    desc "play CIRCUIT.json JOB.json", "Play a job in a simulated house and print each step as a person would read it"
    option :seed, type: :numeric, desc: "seed for ghost voltage and slips"
    option :slips, type: :numeric, default: 0.0, desc: "share of wrong readings"
    def play(circuit_path, job_path)
      guarded do
        random = options[:seed] && Random.new(options[:seed])
        job = Evidence::Job.read(document(job_path))
        house = Practice::House.new(circuit(circuit_path), random:, slips: options[:slips], job:)
        Practice::Playback.new(house, job, $stdout).run
      end
    end

    desc "practice", "Work on a made-up house with something wrong in it; type help for what can be done"
    option :level, type: :numeric, default: 1, desc: "1 to #{Practice::Level::ALL.size}, from easy to hard"
    option :seed, type: :numeric, desc: "the same seed gives the same house"
    option :lesson, type: :numeric, desc: "1 to #{Practice::Lesson.all.size}, a house of the course"
    def practice
      guarded do
        exercise = Practice::Exercise.new(options[:level], options[:seed] || rand(1..99_999), lesson: options[:lesson])
        Practice::Terminal.new(exercise, $stdin, $stdout).run
      end
    end

    desc "measure CIRCUIT.json", "Print what a circuit does in every combination of positions, or what a meter reads"
    option :at, type: :string, desc: 'positions, as JSON: {"S1": "up", "B1": "off"}'
    option :volts, type: :array, desc: "two points"
    option :ohms, type: :array, desc: "two points"
    option :amperes, type: :boolean, desc: "what flows in every branch"
    option :hazards, type: :boolean, desc: "touchable metal that is live"
    def measure(path)
      guarded { puts JSON.generate(measured(circuit(path), positions)) }
    end

    desc "export FILE.json", "Write a SPICE netlist, or a circuit's volts or a job's steps as CSV"
    long_desc <<~TEXT
      --spice writes a netlist that ngspice runs (ngspice -b FILE): an operating point in effective volts, every node
      named after its points in a comment; of a job, its likeliest wiring.
      --csv writes, for a circuit, a row for each combination of positions with
      loads, breakers and the volts of every point against the panel's neutral; for a job, a row for each step.
    TEXT
    option :spice, type: :boolean, desc: "a SPICE netlist of one state"
    option :csv, type: :boolean, desc: "comma-separated values"
    option :at, type: :string, desc: 'positions, as JSON: {"S1": "up", "B1": "off"}'
    def export(path)
      guarded { puts exported(document(path)) }
    end

    desc "circuit JOB.json", "Print the likeliest wiring of a job as a circuit file"
    def circuit_of(path) = guarded { puts JSON.pretty_generate(likely(document(path)).to_h) }
    map "circuit" => :circuit_of

    desc "remember JOB.json", "Print what a job leaves known of its house"
    long_desc <<~TEXT
      Prints the boxes as they were left, which cable ends belong together, and the role of every conductor, in the form
      of "remembered" in a job file. A later job at the house that carries it starts from there; add its age as "days".
    TEXT
    def remember(path)
      guarded do
        session = Session::Troubleshooting.for(Evidence::Job.read(document(path)))
        puts JSON.pretty_generate(Session::AsLeft.new(session).to_h)
      end
    end

    desc "box LINE", "Print what a line of shorthand says is in a box, as JSON; or with --write the line for a FILE"
    long_desc <<~TEXT
      Reads shorthand (docs/shorthand.md) and prints `found` as the answer to `open`. What cannot be read is pointed at.
      With --write LINE is a file that holds `found`, and its line is printed.
    TEXT
    option :place, type: :string, default: "box", desc: "the id of the box"
    option :devices, type: :array, default: [], desc: "ids of the switches and loads in it, from the left"
    option :volts, type: :numeric, default: 120, desc: "of the supply: its words and colors are used"
    option :write, type: :boolean, desc: "print the line for what a file holds"
    def box(line)
      guarded do
        region = Trade::Region.at(options[:volts])
        next puts(Evidence::Shorthand.write(document(line), region:)) if options[:write]

        puts JSON.generate(Evidence::Shorthand.read(line, place: options[:place], devices: devices, region:))
      rescue Evidence::Shorthand::Unreadable => e
        refuse("#{line.lines.join.tr("\n", " ")}\n#{" " * e.at}^\n#{e.message}")
      end
    end

    desc "schema NAME", "Print the JSON Schema of a format: circuit, job, step or answer"
    def schema(name)
      guarded do
        known = Schema::NAMES.map(&:to_s)
        raise InvalidInput, "#{name} is no format; there are #{known.join(", ")}." unless known.include?(name)

        puts JSON.pretty_generate(Schema.document(name.to_sym))
      end
    end

    desc "check FILE…", "Validate circuit and job files"
    option :json, type: :boolean, desc: "one JSON object a file"
    def check(*paths)
      guarded do
        raise InvalidInput, "name at least one file." if paths.empty?

        verdicts = paths.map { |path| checked(path) }
        verdicts.each { |verdict| puts options[:json] ? JSON.generate(verdict) : told(verdict) }
        exit 1 unless verdicts.all? { |verdict| verdict["good"] }
      end
    end

    private

    # Where no ids are given the devices are numbered.
    def devices = options[:devices].empty? ? %w[S1 S2 S3 S4] : options[:devices]

    def guarded
      yield
    rescue InvalidInput => e
      refuse(e.message)
    rescue Errno::EPIPE
      exit 2
    rescue Interrupt
      exit 130
    rescue StandardError, SystemStackError => e
      refuse("that cannot be worked with: #{e.message.lines.first.to_s.strip} (#{e.class})")
    end

    def refuse(sentence)
      warn sentence
      exit 2
    end

    def document(path)
      text = File.read(path, encoding: "UTF-8")
      raise InvalidInput, "#{path} is not UTF-8." unless text.valid_encoding?

      read = JSON.parse(text)
      raise InvalidInput, "#{path} does not hold a JSON object." unless read.is_a?(Hash)

      read
    rescue SystemCallError
      raise InvalidInput, "#{path} is not a file that can be read."
    rescue JSON::NestingError
      raise InvalidInput, "#{path} is nested too deep."
    rescue JSON::ParserError
      raise InvalidInput, "#{path} is not JSON."
    end

    def circuit(path) = Circuit.read(document(path))

    def positions
      given = options[:at] ? JSON.parse(options[:at]) : {}
      raise InvalidInput, "--at takes an object of positions." unless given.is_a?(Hash)

      given
    rescue JSON::ParserError
      raise InvalidInput, "--at is not JSON."
    end

    def measured(circuit, state)
      network = Physics::Network.new(circuit, state)
      return { "volts" => network.volts(*two(:volts)).round(6) } if options[:volts]
      return { "ohms" => network.ohms(*two(:ohms))&.round(6) } if options[:ohms]
      return network.currents if options[:amperes]
      return Physics::Hazards.new(network).all if options[:hazards]

      Physics::Survey.measure(circuit, state)
    end

    def exported(read)
      raise InvalidInput, "say one of --spice and --csv." unless [options[:spice], options[:csv]].one?
      job = read["format"] == Evidence::Job::FORMAT
      return Presentation::Ledger.new(Evidence::Job.read(read)).to_s if job && options[:csv]

      circuit = job ? likely(read) : Circuit.read(read)
      if options[:spice]
        Physics::Netlist.new(Physics::Network.new(circuit, positions)).to_s
      else
        Physics::Table.new(circuit, positions).to_s
      end
    end

    # @return [Circuit] the likeliest wiring of a job
    def likely(read)
      session = Session::Troubleshooting.for(Evidence::Job.read(read))
      Diagnosis::LikelyCircuit.new(session.belief, session.situation).circuit
    end

    def two(name)
      points = options[name]
      raise InvalidInput, "--#{name} takes two points." unless points.size == 2

      points
    end

    # @return [Hash] `file`, `good`, and where it is not `pointer` and `detail`
    def checked(path)
      read = document(path)
      job?(read) ? Session::Troubleshooting.for(Evidence::Job.read(read)) : Circuit.read(read)
      { "file" => path, "good" => true }
    rescue InvalidInput => e
      { "file" => path, "good" => false, "pointer" => e.pointer.to_s, "detail" => e.message }
    end

    def job?(document) = document["format"] == Evidence::Job::FORMAT

    def told(verdict) = "#{verdict["file"]}: #{verdict["good"] ? "good" : verdict["detail"]}"
  end
end

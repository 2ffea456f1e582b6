# frozen_string_literal: true

require "base64"
require "digest"
require "json"
require "zip"

module Server
  # Everything of a house in one file: its jobs with all their steps, readings as CSV, records, photographs, and a
  # manifest with the checksum of each. Read again it gives the same house and jobs; what is there already is left as it
  # is.
  class HouseArchive
    FORMAT = "dielectra/house"
    VERSION = 1
    MANIFEST = "manifest.json"
    # What a manifest says of the house
    HOUSE = %w[name street town note panel].freeze
    # Files of one archive, bytes of one file, and bytes of all of them, at most, as they are read and not as a header
    # says
    MOST_FILES = 5_000
    LARGEST = 64 * 1024 * 1024
    MOST_BYTES = 512 * 1024 * 1024
    MANIFEST_SCHEMA = JSONSchemer.schema(JSON.parse(File.read(File.join(__dir__, "archive_manifest.schema.json"))))

    # @param house [House]
    # @return [String] the zip
    def self.of(house) = new(house).pack

    # @param text [String] the zip in Base64
    # @return [Hash] `house`, and how many jobs were `added` and `known`
    # @raise [Problem] with the pointer of what is wrong; nothing is kept then
    def self.read(text, person: nil) = Reader.new(unpacked(text), person).keep!

    # @return [Hash{String => String}] name => content
    def self.unpacked(text)
      files = {}
      left = MOST_BYTES
      Zip::InputStream.open(StringIO.new(Base64.strict_decode64(text))) do |zip|
        while (entry = zip.get_next_entry)
          raise Problem.new(422, "There are too many files in it.", "/archive") if files.size >= MOST_FILES
          files[entry.name] = bounded(zip, entry.name, [LARGEST, left].min)
          left -= files[entry.name].bytesize
        end
      end
      files
    rescue ArgumentError, Zip::Error
      raise Problem.new(422, "This is not the file of a house.", "/archive")
    end
    # @return [String] an entry's content, read piece by piece until it is too much
    def self.bounded(zip, name, most)
      text = +""
      while (piece = zip.read(64 * 1024))
        text << piece
        raise Problem.new(422, "#{name} is too large.", "/archive") if text.bytesize > most
        break if piece.empty?
      end
      text
    end
    private_class_method :unpacked, :bounded

    # What tells one job from another wherever it is
    # @param row [Hash] of the manifest
    # @param file [Hash] the job file
    def self.digest(row, file) = Digest::SHA256.hexdigest(JSON.generate([row.slice("title", "complaint", "day"), file]))

    def initialize(house)
      @house = house
      @jobs = house.jobs.kept.includes(:entries).order(:id)
    end

    def pack
      files = @jobs.each_with_object({}) { |job, all| all.merge!(of_job(job)) }
      manifest = { "format" => FORMAT, "version" => VERSION, "house" => @house.slice(*HOUSE), "jobs" => rows }
      manifest["files"] = files.map { |name, text| { "name" => name, "sha256" => Digest::SHA256.hexdigest(text) } }
      Zip::OutputStream
        .write_buffer do |zip|
          { MANIFEST => JSON.pretty_generate(manifest), **files }.each do |name, text|
            zip.put_next_entry(name)
            zip.write(text)
          end
        end
        .string
    end

    private

    def folder(job) = "jobs/#{job.id}"

    def rows =
      @jobs.map do |job|
        {
          "folder" => folder(job),
          "code" => job.code,
          "photographs" => Photograph.where(job:).order(:id).map { |one| { "id" => one.id, "place" => one.place } },
          "ticked" => job.ticked,
          "grounded_metal" => job.grounded_metal,
          **job.about.slice("title", "complaint", "day", "time", "closed_on")
        }
      end

    # A job that cannot be worked out still goes out with its file and its photographs.
    def of_job(job)
      {
        "#{folder(job)}/job.json" => JSON.pretty_generate(job.file),
        **pictures(job),
        **attempted(job, "damaged.txt") { worked_out(job) },
        **attempted(job, "no_circuit.txt") { wiring(job) }
      }
    end

    # @param name [String] of the file that says why nothing came of it
    def attempted(job, name)
      yield
    rescue Dielectra::InvalidInput, Problem => e
      { "#{folder(job)}/#{name}" => "#{e.message}\n" }
    end

    # Readings, the record, and the boxes drawn
    def worked_out(job)
      files = {
        "#{folder(job)}/readings.csv" =>
          Dielectra::Presentation::Ledger.new(Dielectra::Evidence::Job.read(job.file)).to_s
      }
      record = Folding.record(job)
      files["#{folder(job)}/record.pdf"] = RecordPdf.new(record, job.about, nil, Setting.now["letterhead"]).render
      record["electrician"]["boxes"].each do |box|
        files["#{folder(job)}/#{box["place"]}.svg"] = BoxSvg.new(box["after"]).to_s
      end
      files
    end

    # The likeliest wiring as a circuit file and as a netlist in SPICE
    def wiring(job)
      told = Folding.circuit(job)
      {
        "#{folder(job)}/circuit.json" => JSON.pretty_generate(told["circuit"]),
        "#{folder(job)}/circuit.cir" => told["netlist"]
      }
    end

    def pictures(job) =
      Photograph
        .where(job:)
        .order(:id)
        .flat_map { |one| [false, true].map { |small| [name(job, one.id, small), File.binread(one.path(small:))] } }
        .to_h

    def name(job, id, small) = "#{folder(job)}/photographs/#{id}#{".small" if small}.jpg"

    # Keeps what an archive holds.
    class Reader
      def initialize(files, person)
        @files = files
        @person = person
        @manifest = manifest
      end

      # @return [Hash]
      def keep!
        check_files
        jobs = @manifest["jobs"].each_with_index.map { |row, at| [row, file(row, at)] }
        jobs.each_with_index { |(row, file), at| fold(row, file, at) }
        House.transaction do
          house =
            House.find_or_create_by!(@manifest["house"].slice("name", "street")) do |one|
              one.assign_attributes(@manifest["house"].slice("town", "note", "panel").compact)
            end
          known = house.jobs.includes(:entries).map { |job| HouseArchive.digest(job.about, job.file) }
          fresh = jobs.reject { |row, file| known.include?(HouseArchive.digest(row, file)) }
          fresh.each { |row, file| keep_job(house, row, file) }
          { house: house.id, added: fresh.size, known: jobs.size - fresh.size }
        end
      end

      private

      def refuse(sentence, pointer = "/archive") = raise(Problem.new(422, sentence, pointer))

      def manifest
        text = @files[MANIFEST] or refuse("There is no #{MANIFEST} in it.")
        read = JSON.parse(text)
        unless read.is_a?(Hash) && read["format"] == FORMAT && read["version"] == VERSION
          refuse("It is not the file of a house.")
        end
        wrong = MANIFEST_SCHEMA.validate(read).first
        refuse("#{MANIFEST}#{wrong["data_pointer"]} #{Dielectra::Schema.sentence(wrong)}") if wrong
        read
      rescue JSON::ParserError
        refuse("#{MANIFEST} is not JSON.")
      end

      def check_files
        @manifest
          .fetch("files", [])
          .each do |row|
            text = @files[row["name"]] or refuse("#{row["name"]} is missing.")
            refuse("#{row["name"]} is damaged.") unless Digest::SHA256.hexdigest(text) == row["sha256"]
          end
      end

      def file(row, at)
        read = JSON.parse(@files.fetch("#{row["folder"]}/job.json") { refuse("Job #{at + 1} has no file.") })
        Dielectra::Evidence::Job.read(read)
        read
      rescue JSON::ParserError
        refuse("The file of job #{at + 1} is not JSON.")
      rescue Dielectra::InvalidInput => e
        refuse("Job #{at + 1}: #{e.message}", "/jobs/#{at}#{e.pointer}")
      end

      def keep_job(house, row, file)
        job =
          Job.create!(
            house:,
            title: row["title"],
            complaint: row["complaint"].to_s,
            document: file.merge("steps" => []),
            day: Date.iso8601(row["day"]),
            time_of_day: row["time"],
            ticked: row["ticked"] || [],
            grounded_metal: row["grounded_metal"] || {},
            closed_on: row["closed_on"]&.then { |day| Date.iso8601(day) }
          )
        taken =
          file["steps"].each_with_index.map do |step, at|
            { kind: "taken", number: at + 1, person: @person, step: step.except("id") }
          end
        job.planned(taken).each(&:save!)
        (row["photographs"] || []).each { |picture| keep_picture(job, row, picture) }
      end

      # Every step is folded before anything is stored. A job that did not fold where it came from is kept as a file is
      # kept: it can be downloaded, and harms no other.
      def fold(row, file, at)
        return if @files.key?("#{row["folder"]}/damaged.txt")

        said = { title: row["title"], complaint: row["complaint"].to_s, document: file.merge("steps" => []) }
        unsaved =
          Job.new(house: House.new(@manifest["house"].slice("name", "street")), day: Date.iso8601(row["day"]), **said)
        steps =
          file["steps"].each_with_index.map do |step, index|
            { kind: "taken", number: index + 1, step: step.except("id") }
          end
        Folding.view(unsaved, entries: unsaved.planned(steps))
      rescue Dielectra::InvalidInput => e
        refuse("Job #{at + 1} cannot be worked out: #{e.message}")
      rescue Date::Error
        refuse("Job #{at + 1} has no day that exists.")
      end

      def keep_picture(job, row, picture)
        whole, little = ["", ".small"].map { |size| @files["#{row["folder"]}/photographs/#{picture["id"]}#{size}.jpg"] }
        return unless whole && little

        whole, little =
          [whole, little].map { |bytes| Jpeg.bare(bytes) or refuse("Photograph #{picture["id"]} is no JPEG.") }
        Photograph.create!(job:, place: picture["place"], person: @person, bytes: whole.bytesize).write!(whole, little)
      end
    end
  end
end

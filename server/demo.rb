# frozen_string_literal: true

module Server
  # The demo data: a made-up house and the day's calls to it, from demo/. Loaded into an empty database only.
  module Demo
    FOLDER = File.expand_path("../demo", __dir__)

    # @return [Boolean] whether anything was loaded
    def self.load!(folder = FOLDER)
      return false if Job.exists?

      JSON
        .parse(File.read(File.join(folder, "day.json"), encoding: "UTF-8"))
        .fetch("calls")
        .each { |call| add(call, folder) }
      true
    end

    def self.add(call, folder)
      document = read(folder, call.fetch("job"))
      document = remembering(document, call, folder) if call["remembered"]
      Dielectra::Evidence::Job.read(document)
      house =
        House.find_or_create_by!(name: call["house"]["name"], street: call["house"]["street"]) do |row|
          row.town = call["house"]["town"]
          row.note = call["house"].fetch("note", "")
        end
      job =
        Job.create!(
          house:,
          title: call["title"],
          complaint: call["complaint"],
          time_of_day: call["time"],
          day: Date.current + call.fetch("days_ahead", 0),
          document: document.merge("steps" => [])
        )
      document["steps"].each { |step| job.add!("taken", step: step.except("id")) }
      job.update!(ticked: call["closed"], closed_on: job.day) if call["closed"]
    end

    def self.read(folder, name) = JSON.parse(File.read(File.join(folder, name), encoding: "UTF-8"))

    # The document with what an earlier visit left known
    def self.remembering(document, call, folder)
      left = read(folder, call["remembered"])
      document.merge("remembered" => left.merge("days" => call["remembered_days"]))
    end
    private_class_method :add, :read, :remembering
  end
end

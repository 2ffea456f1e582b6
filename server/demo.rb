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
      document = JSON.parse(File.read(File.join(folder, call.fetch("job")), encoding: "UTF-8"))
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
    end
    private_class_method :add
  end
end

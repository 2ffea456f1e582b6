# frozen_string_literal: true

module Server
  module Api
    # Calls: opened, worked on step by step, undone, corrected, taken out as a file.
    class Jobs < Base
      post "/jobs" do
        call = body!
        document = call["file"] || Dielectra::Evidence::Draft.document(call.fetch("draft", {}))
        Dielectra::Session::Scope.check!(Dielectra::Evidence::Job.read(document))
        json(JobView.new(open_call(call, document)).to_h, status: 201)
      end

      # A job is locked from reading to answering.
      def self.on_job(verb, path, &answer)
        send(verb, path) { Sessions.locked(params[:id].to_i) { instance_exec(&answer) } }
      end
      private_class_method :on_job

      on_job(:get, "/jobs/:id") { json(view) }

      on_job(:post, "/jobs/:id/steps") do
        step = body!.except("id")
        Sessions.check!(job, step)
        job.add!("taken", step:)
        json(view, status: 201)
      end

      on_job(:post, "/jobs/:id/undo") do
        last = job.steps.last or raise Dielectra::InvalidInput, "There is no step to undo."
        job.add!("undone", number: last["id"])
        json(view)
      end

      on_job(:put, "/jobs/:id/steps/:number") do
        number = params[:number].to_i
        at = job.steps.index { |step| step["id"] == number } or raise ActiveRecord::RecordNotFound
        amended =
          job.steps[at].merge(
            "answer" => body!.fetch("answer") { raise Dielectra::InvalidInput, "The answer is missing." }
          )
        before = JobView.new(job).leading
        replay!(at, amended)
        job.add!("amended", number:, step: amended.except("id"))
        json(view.merge(changed: { before:, after: JobView.new(job).leading }))
      end

      on_job(:get, "/jobs/:id/why") do
        session = Sessions.of(job)
        json(
          {
            sentences: session.findings.because(session.steps),
            reasons: Dielectra::Presentation::Reasons.new(session).to_a
          }
        )
      end

      on_job(:get, "/jobs/:id/file") do
        attachment "#{job.title.downcase.gsub(/[^a-z0-9]+/, "_")}.job.json"
        content_type "application/json"
        JSON.pretty_generate(job.file)
      end

      private

      def job = @job ||= Job.find(params[:id])

      def view
        @job = nil
        JobView.new(job).to_h
      end

      def open_call(call, document)
        house = call.fetch("house") { raise Dielectra::InvalidInput.new("is missing.", pointer: "/house") }
        Job.transaction do
          home =
            House.find_or_create_by!(name: house["name"].to_s, street: house["street"].to_s) do |row|
              row.town = house["town"].to_s
            end
          opened =
            Job.create!(
              house: home,
              title: call["title"].to_s,
              complaint: call["complaint"].to_s,
              document: document.merge("steps" => [])
            )
          document["steps"].each { |step| opened.add!("taken", step: step.except("id")) }
          opened
        end
      end

      # Everything up to and with the corrected answer has to fit; what comes after is taken as it was said.
      def replay!(at, amended)
        steps = job.steps.first(at) + [amended] + job.steps.drop(at + 1)
        Dielectra::Session::Troubleshooting
          .new(Dielectra::Evidence::Job.read(job.document.merge("steps" => [])))
          .tap { |session| steps.each { |step| session.record(step) } }
      end
    end
  end
end

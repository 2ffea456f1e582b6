# frozen_string_literal: true

module Server
  module Api
    # Calls as appointments: when they are, in what order, how long they took by the clock, who signed, and whether they
    # were deleted.
    class Calls < Base
      put "/jobs/:id/call" do
        said = body!
        job.arrange!(
          {
            title: said["title"],
            complaint: said["complaint"],
            day: said["day"] && Date.iso8601(said["day"]),
            time_of_day: said["time"],
            helper: said["helper"]&.strip
          }.compact
        )
        told
      end

      delete "/jobs/:id" do
        job.arrange!(deleted_at: Time.current)
        Stint.set!(job, running: false)
        told
      end

      put "/jobs/:id/restored" do
        job.arrange!(deleted_at: nil)
        told
      end

      put "/day/order" do
        Job.transaction { body!["calls"].each_with_index { |id, at| Job.find(id).arrange!(rank: at + 1) } }
        Events.publish(job: body!["calls"].last, version: 0)
        json(body!.slice("calls"))
      end

      get("/jobs/:id/clock") { json(Stint.of(job)) }

      put "/jobs/:id/clock" do
        Stint.set!(job, running: body!["running"], person: request.env[Access::PERSON])
        json(Stint.of(job))
      end

      get("/jobs/:id/signature") { json(signature) }

      put "/jobs/:id/signature" do
        strokes = body!["strokes"]
        job.update!(signature: (body!.merge("on" => Date.current.iso8601) if strokes.any?))
        json(signature)
      end

      private

      def job = @job ||= Job.find(Integer(params[:id], 10))

      def signature = job.signature || { name: "", strokes: [], on: nil }

      def told
        Events.publish(job: job.id, version: job.version)
        json(JSON.parse(job.row || JSON.generate(Folding.row(job))))
      end
    end
  end
end

# frozen_string_literal: true

module Server
  module Api
    # Job records as JSON and PDF, rules, tag sheets, closing checklists, and house archives.
    class Records < Base
      get("/jobs/:id/record") { json(closable(record(job))) }

      put "/jobs/:id/closing" do
        shown = record(job)
        Folding.locked(job.id) { closing(shown).set!(body!["ticked"], body!["closed"]) }
        Events.publish(job: job.id, version: job.version)
        json(closable(shown))
      end

      get("/jobs/:id/rules") { json(rules(job)) }

      put "/jobs/:id/rules" do
        places = job.document["places"].map { |row| row["id"] }
        stray = (body!["metal"].keys - places).first
        raise Problem.new(422, "There is no box #{stray} here.", "/metal/#{stray}") if stray

        Folding.locked(job.id) do
          job.update!(grounded_metal: job.grounded_metal.merge(body!["metal"]).compact)
          Receipt.outdate(job)
        end
        Events.publish(job: job.id, version: job.version)
        json(rules(job))
      end

      get "/jobs/:id/record.pdf" do
        pdf(
          RecordPdf.new(
            record(job),
            job.about,
            job.entries.to_a.filter_map(&:person).last,
            Setting.now["letterhead"],
            clock: Stint.of(job),
            signature: job.signature
          ).render,
          "record"
        )
      end

      get "/jobs/:id/tags.pdf" do
        pdf(
          TagsPdf.new(
            record(job),
            "#{request.base_url}/jobs/#{job.id}",
            params[:size] || TagsPdf::SIZES.keys.first
          ).render,
          "tags"
        )
      end

      get "/houses/:id/archive" do
        house = House.find(id)
        attachment "#{house.street.downcase.gsub(/[^a-z0-9]+/, "_")}.zip"
        content_type "application/zip"
        HouseArchive.of(house)
      end

      post "/archives" do
        json(HouseArchive.read(body!["archive"], person: request.env[Access::PERSON]), status: 201)
      end

      private

      def id = Integer(params[:id], 10)

      def job = @job ||= Job.find(id)

      def record(job) = Folding.locked(job.id) { Folding.record(job.reload) }

      def rules(job) = Folding.locked(job.id) { Folding.rules(job.reload) }

      def closing(shown) = Closing.new(job, shown["closing"])

      def closable(shown) = { **shown, **closing(shown).to_h }

      def pdf(text, name)
        attachment "#{name}_#{job.code.downcase}.pdf"
        content_type "application/pdf"
        text
      end
    end
  end
end

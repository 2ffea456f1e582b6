# frozen_string_literal: true

module Server
  module Api
    # Calls: opened, worked on step by step, undone, corrected, taken out as a file.
    class Jobs < Base
      post "/jobs" do
        call = body!
        document =
          call["file"] ||
            Dielectra::Evidence::Draft.document({ "tools" => Setting.now["tools"] }.merge(call.fetch("draft", {})))
        Dielectra::Session::Scope.check_any!(Dielectra::Evidence::Job.read(document))
        change = Change.new(nil, key:, version: 0, said:, status: 201, person:)
        patiently([key, said]) do
          Folding.locked(:opening) { change.repeated || open_call(change, call, remembering(call, document)) }
        end
      end

      get "/jobs/:id" do
        job = Job.find(id)
        shown = Receipt.shown(job) and return shown
        patiently([:view, id, job.version]) { Folding.locked(id) { [200, JSON.generate(whole(job.reload))] } }
      end

      post "/jobs/:id/steps" do
        change(status: 201) { |job| [{ kind: "taken", number: job.next_number, step: body!.except("id") }] }
      end

      post "/jobs/:id/sequence" do
        change(status: 201) do |job|
          body!["steps"].each_with_index.map do |step, at|
            { kind: "taken", number: job.next_number + at, step: step.except("id") }
          end
        end
      end

      post "/jobs/:id/undo" do
        change do |job|
          last = job.steps.last or raise Dielectra::InvalidInput, "There is no step to undo."
          [{ kind: "undone", number: last["id"] }]
        end
      end

      put "/jobs/:id/steps/:number" do
        number = params[:number].to_i
        change do |job|
          step = job.steps.find { |one| one["id"] == number } or raise ActiveRecord::RecordNotFound
          [{ kind: "amended", number:, step: step.except("id").merge("answer" => body!["answer"]) }]
        end
      end

      get "/jobs/:id/why" do
        job = Job.find(id)
        patiently([:why, id, job.version]) { Folding.locked(id) { [200, JSON.generate(whole(job, :why))] } }
      end

      get "/jobs/:id/instead" do
        job = Job.find(id)
        patiently([:instead, id, job.version]) { Folding.locked(id) { [200, JSON.generate(whole(job, :instead))] } }
      end

      get "/jobs/:id/looks/:place" do
        job = Job.find(id)
        patiently([:looks, id, job.version, params[:place]]) do
          Folding.locked(id) { [200, JSON.generate(Folding.looks(job, params[:place]))] }
        end
      end

      post "/jobs/:id/wish" do
        job = Job.find(id)
        wish = body!
        patiently([:wish, id, job.version, wish]) do
          Folding.locked(id) { [200, JSON.generate(Folding.wish(job, wish))] }
        end
      end

      get "/jobs/:id/file" do
        job = Job.find(id)
        attachment "#{job.title.downcase.gsub(/[^a-z0-9]+/, "_")}.job.json"
        content_type "application/json"
        JSON.pretty_generate(job.file)
      end

      private

      def id = Integer(params[:id], 10)

      # What the client calls this write, so that sending it twice counts once.
      def key = request.env.fetch("HTTP_IDEMPOTENCY_KEY")

      def person = request.env[Access::PERSON]

      # The version of the job that the write was made against.
      def version = request.env.fetch("HTTP_IF_MATCH").delete('"').to_i

      def said = [request.request_method, request.path_info, JSON.generate(body!)].join("\n")

      # Answers as soon as it is worked out, or says that it takes longer.
      def patiently(name, &)
        status, text = Patience.wait(name, &)
        self.status(status)
        headers["Retry-After"] = "1" if status == 202
        text
      end

      def change(status: 200, &entries)
        change = Change.new(id, key:, version:, said:, status:, person:)
        patiently([key, said]) { change.make(&entries) }
      end

      # What a job shows; a problem with its file where it does not fold.
      def whole(job, what = :view)
        Folding.public_send(what, job)
      rescue Dielectra::InvalidInput => e
        raise Folding.damaged(job, e)
      end

      # The document with what earlier jobs at the house left known. A file that brings its own memory, or steps, is
      # taken as it is.
      def remembering(call, document)
        return document if document["remembered"] || document["steps"].any?

        known = House.find_by(call["house"].slice("name", "street")) or return document
        remembered = HouseRecall.new(known).for(Dielectra::Evidence::Job.read(document))
        remembered ? document.merge("remembered" => remembered) : document
      end

      # Everything is folded before anything is stored.
      def open_call(change, call, document)
        bare = document.merge("steps" => [])
        said = {
          title: call["title"],
          complaint: call["complaint"].to_s,
          document: bare,
          experience: Learned.new(bare).for_job,
          **appointment(call)
        }
        unsaved = Job.new(house: House.new(call["house"].slice("name", "street", "town")), **said)
        taken = document["steps"].each_with_index.map { |step, at| { number: at + 1, step: step.except("id") } }
        entries = unsaved.planned(taken.map { |row| { kind: "taken", person:, **row } })
        shown = Folding.view(unsaved, entries:)
        Job.transaction do
          job = Job.create!(house: house(call["house"]), **said)
          entries.each { |entry| entry.job = job }
          shown["call"] = shown["call"].merge(job.about)
          change.keep!(job, entries, shown)
        end
      end

      def appointment(call) = { day: call["day"] && Date.iso8601(call["day"]), time_of_day: call["time"] }.compact

      def house(said) =
        House.find_or_create_by!(name: said["name"], street: said["street"]) { |row| row.town = said["town"].to_s }
    end
  end
end

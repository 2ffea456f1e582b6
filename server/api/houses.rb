# frozen_string_literal: true

module Server
  module Api
    # Houses: what is known of an address from the jobs that were done there.
    class Houses < Base
      get "/houses" do
        counts = Job.kept.group(:house_id).count
        json(House.order(:street, :name).map { |house| { **said(house), calls: counts.fetch(house.id, 0) } })
      end

      get "/houses/:id" do
        house = House.includes(jobs: :entries).find(Integer(params[:id], 10))
        deleted, kept = house.jobs.partition(&:deleted_at)
        shown = kept.sort_by { |job| [job.day, job.id] }.reverse.map { |job| [job, known(job)] }
        json(
          {
            house: said(house),
            calls: shown.map { |job, view| view ? view["call"] : JSON.parse(JSON.generate(Folding.row(job))) },
            boxes: shown.flat_map { |job, view| view ? boxes(job, view) : [] },
            memory: shown.filter_map { |job, view| view && memory(job, view) },
            deleted: deleted.map { |job| { id: job.id, title: job.title, day: job.day.iso8601 } },
            circuits: shown.map { |job, _| circuit(job) }.uniq { |one| one.except(:call) }
          }
        )
      end

      put "/houses/:id" do
        house = House.find(Integer(params[:id], 10))
        house.update!(body!.slice("note", "town", "panel"))
        json(said(house))
      end

      private

      def said(house) = house.slice("id", "name", "street", "town", "note", "panel")

      # What the screens of a job show; nil for one that does not fold
      def known(job)
        text = Receipt.shown(job)
        JSON.parse(text || JSON.generate(Folding.view(job)))
      rescue Dielectra::InvalidInput, Problem
        nil
      end

      # The boxes a job has opened, as they are joined since
      def boxes(job, view) =
        view["boxes"]
          .select { |box| box["open"] }
          .map do |box|
            photographs = Photograph.where(job:, place: box["place"]).order(:id).map(&:to_h)
            { call: { id: job.id, title: job.title }, day: job.day.iso8601, box:, photographs: }
          end

      # What a job leaves behind
      def memory(job, view) = { call: { id: job.id, title: job.title }, day: job.day.iso8601, left: view["memory"] }

      # For each switch what it works, by the numbers of the loads as a draft has them
      def works(job)
        numbers = job.loads.each_with_index.to_h { |load, at| [load.id, "L#{at + 1}"] }
        job.controls.map do |control|
          parts = job.goal.works.select { |_, by| by.include?(control.id) }.keys
          parts.map { |part| part.sub(/\A[^.]+/) { |id| numbers.fetch(id, id) } }
        end
      end

      # What a new call at the house starts from: its switches and loads
      def circuit(job)
        read = Dielectra::Evidence::Job.read(job.document)
        name = ->(item) { Dielectra::Presentation::Naming.place(item.place) }
        {
          call: {
            id: job.id,
            title: job.title
          },
          switches: read.controls.map(&name),
          works: works(read),
          loads: read.loads.map { |load| { place: name.call(load), kind: load.kind } },
          method: job.document["method"],
          volts: read.supply_volts
        }
      end
    end
  end
end

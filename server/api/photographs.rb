# frozen_string_literal: true

module Server
  module Api
    # Photographs kept beside the boxes of a job.
    class Photographs < Base
      get("/jobs/:id/photographs") { json(list(job)) }

      post "/jobs/:id/photographs" do
        said = body!
        places = Dielectra::Evidence::Job.read(job.document).places.map(&:id)
        raise Problem.new(422, "There is no place of that name here.", "/place") unless places.include?(said["place"])

        person = request.env[Access::PERSON]
        Photograph.keep!(job:, place: said["place"], picture: said["picture"], small: said["small"], person:)
        json(list(job), status: 201)
      end

      get("/photographs/:id") { picture(Photograph.find(number).path) }

      get("/photographs/:id/small") { picture(Photograph.find(number).path(small: true)) }

      delete "/photographs/:id" do
        photograph = Photograph.find(number)
        photograph.remove!
        json(list(photograph.job))
      end

      private

      def number = Integer(params[:id], 10)

      def job = @job ||= Job.find(number)

      def list(job) = Photograph.shown(job)

      def picture(path)
        raise Problem.new(404, "This photograph is not there any more.") unless File.file?(path)

        content_type "image/jpeg"
        headers["cache-control"] = "private, max-age=31536000, immutable"
        File.binread(path)
      end
    end
  end
end

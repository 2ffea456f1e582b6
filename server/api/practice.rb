# frozen_string_literal: true

module Server
  module Api
    # Practice: houses with something wrong in them, without a house.
    class Practice < Base
      # Exercises that the list shows
      MOST = 50
      HINTS = Dielectra::Presentation::ExerciseSheet::HINTS.size

      get "/practice" do
        json(
          {
            levels: Dielectra::Practice::Level::ALL.map(&:to_h),
            lessons: lessons,
            progress: Dielectra::Presentation::ProgressSheet.new(progress).to_h,
            jobs: jobs,
            drills: Drill.newest.limit(MOST).map(&:row),
            exercises: Exercise.newest.limit(MOST).map { |one| row(one) }
          }
        )
      end

      post "/practice" do
        next json(shown(own(Job.kept.find(body!["job"]))), status: 201) if body!.key?("job")

        lesson = body!["lesson"]&.then { |number| Dielectra::Practice::Lesson.at(number) }
        level = lesson ? lesson.level : Dielectra::Practice::Level.at(body!["level"]).number
        seed = lesson&.seed || body!["seed"] || rand(Exercise::SEEDS)
        json(shown(Exercise.create!(level:, seed:, lesson: lesson&.number, person:)), status: 201)
      end

      # Houses and what was done in them, for somebody else to play or to look at
      get "/practice/file" do
        attachment "practice.json"
        json(PracticeFile.of(Exercise.order(:id).last(PracticeFile::MOST)))
      end

      post "/practice/file" do
        file = PracticeFile.new(body!)
        json({ kept: file.keep { |one, claim| reviewed(one, claim) } }, status: 201)
      end

      get("/practice/drills/:seed") { json({ seed:, questions: Folding.drills(seed) }) }

      post "/practice/drills" do
        seed, chosen, seconds = body!.values_at("seed", "chosen", "seconds")
        marks = Folding.drills(seed, chosen)
        Drill.create!(seed:, right: marks.count { |one| one["right"] }, asked: marks.size, seconds:, person:)
        json({ marks: }, status: 201)
      end

      get("/practice/:id") { json(shown(exercise)) }

      # A step, or a conductor moved. What would have been unsafe is stopped, and kept as that.
      post("/practice/:id/acts") { changed { |one| one.acts += [body!["act"]] } }

      post("/practice/:id/hints") { changed { |one| one.hints = [one.hints + 1, HINTS].min } }

      # The learner says that it is done, and what was wrong.
      post("/practice/:id/end") { changed { |one| one.review = reviewed(one, body!["claim"]) } }

      delete "/practice/:id" do
        exercise.destroy!
        status 204
      end

      private

      def exercise = Exercise.find(Integer(params[:id], 10))

      def seed = Integer(params[:seed], 10).clamp(Exercise::SEEDS)

      def person = request.env[Access::PERSON]

      def reviewed(one, claim) = { **think(one, "review", claim:), "claim" => claim }

      # A finished job as an exercise, with its names taken out
      def own(job)
        house = Folding.own_case(job)
        Exercise.create!(level: Dielectra::Practice::Level::OWN.number, seed: rand(Exercise::SEEDS), house:, person:)
      end

      # Jobs that were closed, the newest first
      def jobs
        closed = Job.kept.where.not(closed_on: nil).order(closed_on: :desc, id: :desc).limit(MOST)
        closed.map { |job| { id: job.id, title: job.title, day: job.closed_on.iso8601 } }
      end

      # The course, and how often each lesson of it ended right
      def lessons
        done = Exercise.where.not(lesson: nil).select(&:right?).map(&:lesson).tally
        Dielectra::Practice::Lesson.all.map { |one| { **one.to_h, "done" => done.fetch(one.number, 0) } }
      end

      def progress = Dielectra::Practice::Progress.new(Exercise.where.not(review: nil).order(:id).filter_map(&:result))

      # Takes a change once the house has said what comes of it. One that is over takes none.
      def changed
        one = exercise
        Folding.locked(:"exercise #{one.id}") do
          one.reload
          raise Problem.new(409, "This exercise is over. Start another one.") if one.review

          yield one
          sheet = shown(one)
          one.save!
          json(sheet)
        end
      end

      def shown(one) = { **one.about, **think(one, "exercise", hints: one.hints), "review" => one.review }

      def think(one, what, **more)
        Folding.exercise(one.id, what, **one.slice("level", "seed", "acts", "lesson", "house").symbolize_keys, **more)
      end

      def row(one)
        {
          **one.about,
          "level" => one.about_level,
          "lesson" => one.lesson,
          "own" => !one.house.nil?,
          "seed" => one.seed,
          "acts" => one.acts.size,
          "person" => one.person,
          "day" => one.created_at.to_date.iso8601,
          **(one.review || {}).slice("right", "named", "minutes", "stopped")
        }
      end
    end
  end
end

# frozen_string_literal: true

module Server
  module Api
    # Practice: houses with something wrong in them, without a house.
    class Practice < Base
      # Exercises that the list shows
      MOST = 50
      HINTS = Dielectra::Presentation::ExerciseSheet::HINTS.size

      get "/practice" do
        levels = Dielectra::Practice::Level::ALL.map(&:to_h)
        json({ levels:, exercises: Exercise.newest.limit(MOST).map { |one| row(one) } })
      end

      post "/practice" do
        level = Dielectra::Practice::Level.at(body!["level"])
        seed = body!["seed"] || rand(Exercise::SEEDS)
        json(shown(Exercise.create!(level: level.number, seed:, person: request.env[Access::PERSON])), status: 201)
      end

      get("/practice/:id") { json(shown(exercise)) }

      # A step, or a conductor moved. What would have been unsafe is stopped, and kept as that.
      post("/practice/:id/acts") { changed { |one| one.acts += [body!["act"]] } }

      post("/practice/:id/hints") { changed { |one| one.hints = [one.hints + 1, HINTS].min } }

      # The learner says that it is done, and what was wrong.
      post("/practice/:id/end") { changed { |one| one.review = think(one, "review", claim: body!["claim"]) } }

      delete "/practice/:id" do
        exercise.destroy!
        status 204
      end

      private

      def exercise = Exercise.find(Integer(params[:id], 10))

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
        Folding.exercise(one.id, what, level: one.level, seed: one.seed, acts: one.acts, **more)
      end

      def row(one)
        {
          **one.about,
          "level" => Dielectra::Practice::Level.at(one.level).to_h,
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

# frozen_string_literal: true

module Dielectra
  module Presentation
    # What the screen of an exercise shows: the house as the learner knows it, what was done, and the review at the end.
    class ExerciseSheet
      # What an act that was stopped would have led to
      WOULD_HAVE = {
        "opened with the breaker on" => "The cover would have come off a live box. Breaker off first.",
        "opened while another box is known to be live" =>
          "Another box is still live. Find its breaker before a cover comes off.",
        "continuity on a live place" => "An ohmmeter on a live conductor breaks, and can arc in your hand.",
        "hands in a place not proved dead" => "Your hand would have been in a box that was not proved dead.",
        "a bare end is loose" => "A bare end would have been live. Cap it or join it first.",
        "not fit to be energized" => "Power would have come on into a short, or onto metal."
      }.freeze
      KINDS = {
        "miswired" => "Miswired",
        "device_failed" => "A switch has failed",
        "joint_open" => "A joint makes no good contact",
        "wrong_device" => "Wrong kind of switch",
        "load_failed" => "A fixture, or what is plugged in, is shorted",
        "short" => "Two conductors touch inside a run",
        "lamp" => "The bulb is burnt out",
        "no_supply" => "No line comes from the panel"
      }.freeze
      # Testers that go between points, or to one
      TESTERS = {
        "voltage" => "Volts",
        "low_z" => "Volts, low impedance",
        "ncv" => "Detector",
        "continuity" => "Continuity",
        "resistance" => "Ohms"
      }.freeze
      # Switches that can be put in place of another
      SPARE = %w[single_pole three_way four_way].freeze
      # Claims that need no box
      PLACELESS = %w[lamp no_supply short].freeze
      # What a hint tells, one after the other
      HINTS = ["What it could be", "The next step", "What is wrong"].freeze
      SHOWN = 3
      # A conductor's end in a sentence
      POINT = %r{\b[a-z][a-z0-9_]*/\d+\.[a-z_]+}
      # The complaint where the customer gave no details
      VAGUE = "It does not work as it should."

      # @param exercise [Practice::Exercise]
      def initialize(exercise)
        @exercise = exercise
        @situation = exercise.situation
        @job = exercise.job
      end

      # @return [Hash]
      def to_h
        {
          "level" => @exercise.level.to_h,
          "seed" => @exercise.seed,
          "minutes" => @exercise.minutes.round(1),
          "at" => @situation.at,
          "complaint" => complaint,
          "power" => Power.new(@situation).to_h,
          "boxes" => Boxes.new(Untold.new(@situation, @job)).to_a,
          "controls" => controls,
          "loads" => loads,
          "tools" => tools,
          "devices" => devices,
          "tape" => @job.region.tape,
          "acts" => acts,
          "claims" => claims
        }
      end

      # @param number [Integer] how many hints were asked for
      # @return [Array<Hash>] `title` and `words` of each
      def hints(number)
        return [] unless number.positive?

        session = Session::Troubleshooting.for(@job)
        @exercise.steps.each { |step| session.record(step) }
        HINTS
          .first(number)
          .zip([could_be(session), step_next(session), truth])
          .map { |title, words| { "title" => title, "words" => words } }
      end

      # @param claim [Hash, nil]
      # @return [Hash]
      def review(claim)
        review = Practice::Review.new(@exercise, claim)
        {
          "right" => review.right?,
          "shortcomings" => @exercise.shortcomings.map { |words| told(words) },
          "named" => review.named?,
          "claimed" => claim && Wording.cause(claim),
          "truth" => truth,
          "minutes" => @exercise.minutes.round(1),
          "stopped" => @exercise.stopped.size,
          "openings" => review.openings,
          "readings" => review.readings,
          "walks" => review.walks,
          "others" => others(review),
          "strip" => review.strip.map { |one| strip(one) },
          "wasted" => wasted(review.wasted)
        }
      end

      private

      # A sentence about the true circuit, in the names that people use
      def told(words)
        named =
          words.gsub(POINT) do |point|
            "the #{Naming.point(point)} in the #{Naming.place(@situation.place_of_point(point))} box"
          end
        "#{named[0].upcase}#{named[1..]}."
      end

      # What the customer says
      def complaint
        rows = reports
        rows.empty? ? [VAGUE] : rows
      end

      def reports
        @job.steps.select { |step| step["do"] == "report" }.map { |step| sentence(step) }
      end

      # A report as one would say it
      def sentence(step)
        at = (step["positions"] || {}).map { |id, way| "#{Naming.switch(id, @job)} #{way}" }
        loads = step["answer"]["loads"] || {}
        shown = loads.group_by(&:last).map { |light, some| "#{lights(some.map(&:first))} #{seen(light, some.size)}" }
        shown += tripped(step["answer"]["breakers"] || {})
        words = Naming.list(shown)
        at.empty? ? "#{words[0].upcase}#{words[1..]}." : "With #{Naming.list(at)}, #{words}."
      end

      def lights(ids) = Naming.list(ids.map { |id| Naming.load(id, @job) })

      def seen(light, count)
        return count > 1 ? "flicker" : "flickers" if light == "flickers"

        "#{count > 1 ? "are" : "is"} #{light}"
      end

      def tripped(breakers) = breakers.select { |_, at| at == "tripped" }.keys.map { |id| "breaker #{id} has tripped" }

      # Testers at hand, with the number of points that each takes
      def tools
        TESTERS
          .select { |name, _| @job.tool?(name) }
          .map { |name, words| { "value" => name, "words" => words, "points" => name == "ncv" ? 1 : 2 } }
      end

      def devices = SPARE.map { |kind| { "value" => kind, "words" => @job.region.term(Trade::DeviceKind[kind]) } }

      def controls
        @job.controls.map do |one|
          {
            "id" => one.id,
            "place" => one.place,
            "name" => Naming.switch(one.id, @job),
            "position" => @situation.positions[one.id]
          }
        end
      end

      def loads =
        @job.goal.loads.map do |one|
          {
            "id" => one.id,
            "device" => one.device,
            "place" => one.place,
            "kind" => one.kind,
            "name" => Naming.load(one.id, @job)
          }
        end

      def acts
        so_far = Evidence::Situation.of(@job)
        @exercise.acts.map do |act|
          shown = act_row(act, so_far)
          so_far = so_far.after(act.step.merge("answer" => act.answer), act.number) unless act.stopped
          shown
        end
      end

      def act_row(act, before)
        {
          "number" => act.number,
          "title" => Instruction.of(act.step, before)["title"],
          "answer" => act.stopped ? nil : Instruction.answered(act.step, act.answer, @job.region),
          "minutes" => act.minutes.round(1),
          "stopped" => act.stopped && WOULD_HAVE.fetch(act.stopped, act.stopped)
        }
      end

      def claims
        KINDS.map do |kind, words|
          places = PLACELESS.include?(kind) ? [] : @job.boxes.map(&:id)
          rows = places.map { |place| { "value" => place, "words" => Naming.place(place) } }
          { "value" => kind, "words" => words, "places" => rows }
        end
      end

      def could_be(session) =
        Suspects
          .of(session.findings)
          .first(SHOWN)
          .map { |words, share| "#{words}: #{Wording.percent(share)}" }
          .join(". ")

      def step_next(session)
        step = session.next
        return "Nothing more is needed." if step.is_a?(Session::Conclusion)

        Instruction.of(step.to_h, session.situation)["title"]
      end

      def truth = Wording.cause(Practice::Review.new(@exercise, nil).truth)

      def others(review)
        minutes = review.others
        [
          ["You", @exercise.minutes],
          ["One who knew the trouble", minutes[:knowing]],
          ["Dielectra", minutes[:program]],
          ["Everything taken apart in order", minutes[:procedure]]
        ].filter_map { |name, value| value && { "name" => name, "minutes" => value.round(1) } }
      end

      def strip(one)
        { "number" => one.number, "left" => one.left.round(2), "won" => one.won.round(2), "question" => one.question }
      end

      def wasted(one)
        return unless one

        title = @exercise.acts[one.number - 1]
        so_far = Evidence::Situation.of(@job)
        said = Instruction.of(title.step, so_far)["title"]
        better = Instruction.of(one.instead, so_far)["title"]
        "Step #{one.number} told nothing: #{said}. Better: #{better}."
      end
    end
  end
end

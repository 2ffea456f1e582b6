# frozen_string_literal: true

module Dielectra
  module Practice
    # A house with something wrong in it, worked on with one's own head. The house answers whatever is done. What would
    # have been unsafe is stopped before it happens, and counts.
    #
    #   exercise = Exercise.new(2, 7)
    #   exercise.act({"do" => "breaker", "device" => "B1", "to" => "off"})
    #   exercise.acts.last.answer  # => {"ok" => true}
    class Exercise
      # One thing that was done: its number, the step, the answer (nil where it was stopped), its minutes, and what
      # would have been unsafe about it
      Act = Struct.new(:number, :step, :answer, :minutes, :stopped)

      # A conductor taken from where it is and put somewhere else; it becomes a step that arranges its box.
      MOVE = "move"
      # The shortcoming of a house whose switches do not control its loads yet
      UNCONTROLLED = "the switches do not control the light from every position"
      # More acts than anybody needs
      MOST = 300

      attr_reader :level, :seed, :scenario, :job, :house, :situation, :acts

      # @param number [Integer] of the level
      # @param seed [Integer]
      # @param said [Array<Hash>] acts so far, as they were told to #act
      # @param lesson [Integer, nil] of the course, which has its own house
      # @param given [Hash, nil] a house that is written down; see Case.read
      # @raise [InvalidInput]
      def initialize(number, seed, said = [], lesson: nil, given: nil)
        @level = given ? Level::OWN : (lesson ? Lesson.at(lesson) : Level.at(number))
        @seed = lesson ? @level.seed : seed
        @scenario = given ? Case.read(given) : level.scenario(seed)
        @job = scenario.job
        @house = House.new(scenario.circuit, random: Random.new(@seed), job:)
        @watch = SafetyObserver.new(house, job)
        @situation = Evidence::Situation.of(job)
        @costs = Evidence::Costs.new
        @acts = []
        said.each { |fields| act(fields) }
      end

      # @param fields [Hash] a step in the form of the protocol; or `move` with a `point` and `to`, another point or nil
      # @return [Act] what came of it
      # @raise [InvalidInput] for something that cannot be done as things stand; nothing is changed then
      def act(fields)
        raise InvalidInput, "this has gone on for long enough." if acts.size >= MOST

        step = meant(fields)
        check(step)
        objection = covered_up(step) || @watch.objection(step)
        acts << (objection ? Act.new(acts.size + 1, step, nil, 0.0, objection) : done(step))
        acts.last
      end

      # @return [Float] minutes on site
      def minutes = acts.sum(&:minutes)

      # @return [Array<Act>] those that were stopped
      def stopped = acts.select(&:stopped)

      # @return [Array<Hash>] the steps that were taken, with their answers
      def steps = acts.reject(&:stopped).map { |act| act.step.merge("answer" => act.answer) }

      # @return [Boolean] whether the loads obey, and nothing is dangerous or left undone
      def right? = shortcomings.empty?

      # @return [Array<String>] what is not as it has to be, a sentence each
      def shortcomings
        inspection = Inspection.new(house.circuit, job)
        handover = Handover.new(scenario.circuit, house.circuit, job, opened: situation.opened.keys)
        [*(UNCONTROLLED unless scenario.beyond? || inspection.obeys?), *inspection.hazards, *handover.shortcomings].uniq
      end

      private

      # A cover comes off only with the breakers off, whether the box happens to be live or not.
      def covered_up(step) = ("opened with the breaker on" if step["do"] == "open" && !situation.off?)

      def meant(fields)
        return fields unless fields["do"] == MOVE

        point, to = fields.values_at("point", "to")
        place = place_of(point) or raise InvalidInput.new("#{point} is in no open box.", pointer: "/point")
        raise InvalidInput.new("#{to} is not in that box.", pointer: "/to") unless to.nil? || place_of(to) == place

        { "do" => "arrange", "place" => place, "joints" => moved(situation.joints(place), point, to) }
      end

      def place_of(point) = situation.opened.keys.find { |place| situation.points(place).include?(point) }

      def moved(joints, point, to)
        left = joints.map { |joint| joint - [point] }
        target = to && (left.find { |joint| joint.include?(to) } || [to])
        (target ? left - [target] + [[*target, point]] : left).select { |joint| joint.size > 1 }
      end

      # @raise [InvalidInput]
      def check(step)
        answered = step.merge("answer" => { "unsure" => true })
        Steps.check!(answered, situation)
        Steps.of(step).check_meant!(situation)
        check_kind(step)
        place = Steps.of(step).place(situation)
        return if Steps.of(step).touches == :nothing || situation.open?(place) || step["do"] == "open"

        raise InvalidInput, "the #{Presentation::Naming.place(place)} box is closed."
      end

      # Only what is there is replaced, by a device that there is
      def check_kind(step)
        return unless step["do"] == "replace"

        known = step["kind"] == Steps::Replace::LAMP || Trade::DeviceKind.known?(step["kind"])
        return if known && house.circuit.device(step["device"])

        raise InvalidInput.new("#{step["device"]} cannot be replaced by #{step["kind"]}.", pointer: "/kind")
      end

      def done(step)
        answer = house.answer(step).except("id")
        taken = step.merge("answer" => answer)
        minutes = @costs.of(step, situation)
        @situation = situation.after(taken, acts.size + 1)
        Act.new(acts.size + 1, step, answer, minutes, nil)
      end
    end
  end
end

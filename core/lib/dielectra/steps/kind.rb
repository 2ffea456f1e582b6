# frozen_string_literal: true

module Dielectra
  module Steps
    # One step, as its kind sees it. A subclass states
    #
    # - FIELDS: the fields it has besides `do`, as JSON Schema properties; all are required
    # - ANSWER: the fields its answer may have, as JSON Schema properties; NEEDED those it must have
    # - permit: what has to hold before it may be asked for (Session::Permits)
    # - touches: what gets near the conductors: :hands, :dead_tester, :live_tester or :nothing
    # - place, minutes: where it is done, and how long that takes without the walk
    # - entry?, builds?, repairs?, disturbs?, question?, way?: traits, all false by default
    # - changes, stirs: what it changes in the situation
    # - sightings: what its answer lets one observe
    # - answer_from: the answer, from a simulated house or a hypothesis
    #
    # The defaults are the strictest: hands in a box that was proved dead, nothing observed, nothing changed.
    class Kind
      ID = { "$ref" => "#/$defs/id" }.freeze
      # A control: a switch, or one toggle of two on a yoke
      TOGGLED = { "$ref" => "#/$defs/part" }.freeze
      POINT = { "$ref" => "#/$defs/point" }.freeze
      TOGGLE = { "enum" => %w[up down on off] }.freeze
      LIGHTS = { "type" => "object", "additionalProperties" => { "enum" => %w[on off dim flickers] } }.freeze
      BREAKERS = { "type" => "object", "additionalProperties" => { "enum" => %w[on off tripped] } }.freeze

      FIELDS = {}.freeze
      ANSWER = {}.freeze
      NEEDED = [].freeze
      # The fields it has to have; all of them where nothing else is said
      REQUIRED = nil

      # @return [String] the name in the protocol: FindBreaker is find_breaker
      def self.label = @label ||= name.split("::").last.gsub(/(?<!\A)[A-Z]/) { "_#{_1}" }.downcase

      # @return [Hash] JSON Schema of a step of this kind
      def self.schema =
        {
          "type" => "object",
          "properties" => {
            "id" => {
              "type" => "integer"
            },
            "do" => {
              "const" => label
            },
            "answer" => {
              "$ref" => "#/$defs/answer"
            },
            **self::FIELDS
          },
          "required" => ["do", *(self::REQUIRED || self::FIELDS.keys)],
          "additionalProperties" => false
        }

      attr_reader :fields

      # @param fields [Hash] in the form of the protocol
      def initialize(fields)
        @fields = fields
      end

      def [](name) = fields[name]

      # @return [Hash] empty where there is none yet
      def answer = fields["answer"] || {}

      # @return [Symbol] the permit that issues it: :looking, :toggle, :cover, :hands, :live or
      #   :energize
      def permit = :hands

      # @return [Symbol] what gets near conductors: :nothing, :hands, :dead_tester or :live_tester
      def touches = :hands

      # @return [Boolean] whether it asks something, so that one can be unsure of the answer
      def question? = false

      # @return [Boolean] whether it only leads somewhere and teaches nothing
      def way? = false

      # @return [Boolean] whether it opens or tests a box, or switches or traces a breaker
      def entry? = false

      # @return [Boolean] whether it permanently adds, replaces or removes a part of the house
      def builds? = false

      # @return [Boolean] whether it can carry out a repair
      def repairs? = false

      # @return [Boolean] whether earlier looks at the loads no longer hold after it
      def disturbs? = builds?

      # @return [String] where it is done
      def place(situation)
        return fields["place"] if fields["place"]
        return situation.place_of_point(points.first) if points.any?

        fields["device"] ? situation.place_of_device(fields["device"]) : situation.at
      end

      # @return [Array<String>] the points it is about
      def points = [*fields["point"], *fields["at"]]

      # @param costs [Evidence::Costs]
      # @return [Float] minutes of work, the walk aside
      def minutes(_situation, costs) = costs[self.class.label]

      # @param number [Integer] of the step
      # @return [Hash{Symbol => Object}] fields of Evidence::Situation it changes
      def changes(_situation, _number) = {}

      # @return [Array<String>] what has been thrown, moved or energized since anything was last observed; see
      #   Evidence::Situation#stirred
      def stirs(situation) = situation.stirred

      # @return [Boolean] whether the answer says that it was done in vain
      def futile? = false

      # @return [Array] what it is one of; three refusals of one sort make the sort impossible
      def sort = [self.class.label]

      # @return [Boolean] whether the question depends on how the toggles stand
      def depends_on_toggles? = false

      # @return [Array<Evidence::Sighting>] what the answer says
      def sightings(_situation) = []

      # The answer, from a house or an oracle
      # @param house [Practice::House, Practice::Optimum::Oracle]
      # @return [Hash]
      def answer_from(house)
        perform(house)
        { "ok" => true }
      end

      # @param place [String] the place a permit is for
      # @raise [ArgumentError] where the step reaches beyond that place
      def confine!(situation, place)
        owners = points.map { |point| situation.place_of_point(point) }
        owners << situation.place_of_device(fields["device"]) if fields["device"]
        stray = owners.find { |owner| owner != place }
        raise ArgumentError, "#{fields} is not in #{place}" if stray
      end

      # @raise [InvalidInput] with the JSON pointer of what cannot be so
      def check!(situation)
        refuse("lacks its answer.", "/answer") unless fields["answer"]
        return if answer["cannot"] || answer["unsure"]

        missing = self.class::NEEDED.find { |name| !answer.key?(name) }
        refuse("lacks #{missing}.", "/answer") if missing
        check_references(situation)
        check(situation)
      end

      # @raise [InvalidInput] where a step, which has no answer yet, names what is not there
      def check_meant!(situation) = check_references(situation)

      private

      # What a step that is done, and asks nothing, does to the house.
      def perform(_house)
        raise NotImplementedError, "#{self.class} says neither what it does nor what it asks"
      end

      # What a kind checks besides.
      def check(_situation)
      end

      def refuse(sentence, pointer) = raise(InvalidInput.new(sentence, pointer:))

      def check_references(situation)
        job = situation.job
        place = fields["place"]
        refuse("#{place} is not a place of this job.", "/place") if place && job.place(place).nil?
        device = fields["device"]
        known =
          device &&
            (
              job.controls.flat_map { |one| [one.id, one.device] } + job.loads.map(&:id) + situation.breakers.keys +
                job.listed_breakers + (job.memory&.breakers || []) + job.goal.new_ids
            )
        refuse("#{device} is not a device of this job.", "/device") if device && !known.include?(device)
        stray = (fields["positions"] || {}).keys.find { |id| job.control(id).nil? }
        refuse("#{stray} is not a control of this job.", "/positions/#{stray}") if stray
      end

      def needs_open(situation, place, pointer)
        refuse("#{place} has not been opened.", pointer) unless situation.open?(place)
      end

      # @return [Evidence::Sighting]
      def sighting(what, at, reading, **more) = Evidence::Sighting.new(what:, at:, reading:, **more)
    end
  end
end

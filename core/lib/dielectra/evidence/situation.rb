# frozen_string_literal: true

module Dielectra
  module Evidence
    # The situation after the steps so far: what is on, what is off, what was proved dead and when, what is open, what
    # touches what, and where the electrician is. It is an immutable fold over the steps. OpenedBox holds what an opened
    # box contains, Refusals what was declined.
    class Situation
      include Checkpoint.without(:@boxes)
      include Power

      # Fields and their values before the first step
      FIELDS =
        Ractor.make_shareable(
          %i[breakers_found positions opened dead live tapes foreign other_breakers benched fitted]
            .to_h { |name| [name, {}] }
            .merge(%i[bare proved energized stirred pulled retired].to_h { |name| [name, []] })
            .merge(
              arrangement: Arrangement.as_found,
              refusals: Refusals.none,
              breaker_log: BreakerLog.start,
              workings: Workings.start,
              questions: Questions.none
            )
        )
      # Stands for the power in `stirred`.
      POWER = "power"

      attr_reader :job, :at, :breakers, *FIELDS.keys

      # Before the first step no breaker and no toggle was looked at.
      def self.start(job) =
        new(
          job:,
          at: (job.controls.first || job.loads.first).place,
          breakers: job.breakers.to_h { |id| [id, (Roster::UNKNOWN_STATE if id == Roster::UNKNOWN)] },
          **FIELDS
        )

      # @return [Situation] after all steps of a job
      def self.of(job) =
        job.steps.each_with_index.reduce(start(job)) { |so_far, (step, index)| so_far.after(step, index + 1) }

      def initialize(job:, at:, breakers:, **fields)
        @job = job
        @at = at
        @breakers = breakers.freeze
        FIELDS.each_key { |name| instance_variable_set(:"@#{name}", fields.fetch(name).freeze) }
        @boxes = {}
      end

      # @param fields [Hash] a step with its answer
      # @param number [Integer] the step's number
      # @return [Situation]
      def after(fields, number = fields["id"])
        step = Steps.of(fields)
        circumstances = circumstances(step)
        questions = self.questions.after(step, standing)
        if step.answer["cannot"] || step.futile?
          log = step.futile? ? breaker_log.after(step, self, number) : breaker_log
          return with(refusals: refusals.refused(step, number, circumstances), questions:, breaker_log: log)
        end
        if step.answer["unsure"]
          return with(at: step.place(self), refusals: refusals.doubted(step, circumstances), questions:)
        end

        with(
          at: step.place(self),
          stirred: step.stirs(self),
          refusals: refusals.taken(step),
          breaker_log: breaker_log.after(step, self, number),
          workings: workings.after(step, self),
          questions:,
          **step.changes(self, number)
        )
      end

      # @return [Situation] the same with other fields
      def with(**changes) =
        Situation.new(job:, at:, breakers:, **FIELDS.keys.to_h { |name| [name, send(name)] }, **changes)

      # @return [Situation] the same in another job about the same house
      def for_job(job) = Situation.new(job:, at:, breakers:, **FIELDS.keys.to_h { |name| [name, send(name)] })

      # --- places

      def open?(place) = opened.key?(place)

      # @return [Boolean] whether everything in every open box touches what it touched when the box was opened, and
      #   every device is the one that was there
      def as_found? =
        arrangement.kinds.empty? &&
          opened.keys.all? do |place|
            Arrangement.canonical(joints(place)) == Arrangement.canonical(found_joints(place))
          end

      # @return [Array<String>] open boxes of the circuit
      def opened_boxes = opened.keys & job.boxes.map(&:id)

      # @return [Boolean] whether a place was proved dead and no breaker has been turned on since
      def proved_dead?(place) = off? && dead.key?(place)

      # @return [Boolean] whether a place stays live with every breaker off that is known to feed something there
      def second_circuit?(place) = live.key?(place)

      # @return [Array<String>] breakers of other circuits that kept a place live on an earlier visit
      def remembered_breakers(place) = job.memory ? job.memory.breakers_at(place) - job.breakers : []

      # @return [String] a point of a place that was live with every known breaker off: a conductor before metal
      def live_point(place) =
        live.fetch(place).then { |points| points.find { |one| PointId.conductor?(one) } || points.first }

      # @return [String] where a step is done
      def place_of(step) = Steps.of(step).place(self)

      def place_of_device(id) =
        (job.control(id) || job.loads.find { |load| load.id == PointId.device(id) })&.place ||
          job.new_item(id)&.fetch("place") || at

      def place_of_point(point)
        head = PointId.head(point)
        job.place(head) ? head : place_of_device(head)
      end

      # --- opened boxes

      # @return [OpenedBox]
      # @raise [KeyError] for a closed place
      def box(place) = @boxes[place] ||= OpenedBox.new(self, place, opened.fetch(place))

      # What OpenedBox answers, of a place.
      %i[
        joints
        found_joints
        joints_with_tabs
        cable_ends
        own_cable_ends
        surveyed_cable_ends
        conductors
        grounds
        points
        damaged
      ].each { |name| define_method(name) { |place| box(place).public_send(name) } }

      def found_kind(place, row) = box(place).found_kind(row)

      def tab_intact?(place, device, tab) = box(place).tab_intact?(device, tab)

      def used_screws(place, device) = box(place).used_screws(device)

      # @return [Hash{String => Array<Array<String>>}] place => joints seen to be loose or scorched, not yet made up
      #   again
      def worn =
        opened_boxes
          .to_h { |place| [place, damaged(place).reject { |joint| arrangement.touched.intersect?(joint) }] }
          .reject { |_, joints| joints.empty? }

      # Devices with a scorched screw, or a melted conductor on one, that are still in place. They are replaced whatever
      # their contacts do.
      # @return [Hash{String => String}] device => its box
      def burnt =
        opened_boxes
          .flat_map { |place| box(place).burnt.map { |device| [device, place] } }
          .reject { |device, _| arrangement.kinds.key?(device) || fitted.key?(device) }
          .to_h

      # @return [Boolean] whether a point is metal that nothing is joined to
      def loose_metal?(point)
        return false unless PointId.metal?(point)

        place = place_of_point(point)
        open?(place) && joints(place).none? { |joint| joint.size > 1 && joint.include?(point) }
      end

      # @return [Array<String>] open boxes in which only single conductors end
      def unsheathed =
        opened_boxes.select { |place| own_cable_ends(place).all? { |cable_end| cable_end.type == "knob_and_tube" } }

      # @return [Array<String>] those in which all conductors were found apart: nothing there says which is which
      def unsorted = unsheathed.select { |place| apart?(found_joints(place)) }

      # @return [Boolean] whether no conductor touches anything
      def apart?(joints) = joints.none? { |joint| joint.size > 1 && joint.any? { |point| PointId.conductor?(point) } }

      # --- devices

      # @return [String, nil] a device's kind, where its box was opened or it was replaced
      def kind_of(id)
        id = PointId.device(id)
        return arrangement.kinds[id] if arrangement.kinds.key?(id)

        found_device(id)&.fetch("kind")
      end

      # @return [Boolean] whether a device in an open box has a conductor under one of its screws
      def wired?(device) =
        joints(place_of_device(device)).any? do |joint|
          joint.size > 1 && joint.any? { |point| PointId.screw_of?(point, device) }
        end

      # @return [Hash{String => String}] switches without marks on their screws, still in place => the box
      def unmarked =
        opened
          .flat_map do |place, found|
            found["devices"].filter_map { |row| [row["id"], place] if row["kind"] == Trade::Unmarked::NAME }
          end
          .to_h
          .except(*arrangement.kinds.keys)

      # @return [String, nil] what a switch without marks has shown itself to be on the bench: a name of Trade::Unmarked
      def recognized(device)
        up, down = [true, false].map { |raised| benched[[device, raised]] }
        Trade::Unmarked.recognized(up, down) if up && down
      end

      # Which way a toggle throws is unknown, unless marks or a bench test tell. A new switch is a new unknown.
      # @return [Array, nil] a name for the unknown
      def sense(device)
        return if recognized(device) && !fitted.key?(device)

        fitted = self.fitted[PointId.device(device)]
        [:sense, device, fitted || 0] unless marked?(device) && !fitted
      end

      # @return [Boolean] whether on and off are marked on a switch as it was found
      def marked?(device) = job.control(device)&.on_off_marked || found_device(device)&.fetch("on_off_marked", nil)

      # --- what can be asked for

      # @return [Boolean] whether a tool is at hand and can be used
      def tool?(name) = job.tool?(name) && !refusals.impossible?(name == "bench" ? ["bench"] : ["probe", name])

      # The reading that tells whether a point is live: volts to a ground in the same box, or else the detector.
      # @return [Array(String, Array<String>), nil] tool and points
      def live_reading(place, point)
        ground = grounds(place).first
        return "voltage", [point, ground] if ground && tool?("voltage")

        ["ncv", [point]] if tool?("ncv")
      end

      # @param step [Hash] in the form of the protocol
      # @param times [Integer] how many times "unsure" counts as declined
      # @param toggled [Hash{String => String}] switch => position, of those that would be thrown first
      # @return [Boolean] whether the person at the house said that it cannot be done, or was unsure of it
      def declined?(step, times = 1, toggled: {})
        return false if refusals.none?

        step = Steps.of(step)
        refusals.declined?(step, circumstances(step, toggled), times)
      end

      # @param step [Hash] in the form of the protocol
      # @return [Boolean] whether it cannot be done, or was taken in vain with everything as it is now
      def exhausted?(step) = questions.exhausted?(Steps.of(step), standing)

      # @return [Boolean] whether moving the wires of a place was declined
      def declined_at?(place) = refusals.declined_at?(place)

      # @return [Array] what was refused of marking
      def unmarkable = refusals.unmarkable

      # @return [Hash, nil] the row of a device in an open box
      def found_device(id)
        opened.each_value do |found|
          row = found["devices"].find { |device| device["id"] == id }
          return row if row
        end
        nil
      end

      private

      def restored
        @boxes = {}
      end

      # How everything stands; a breaker that nobody looked at is taken to be on
      def standing = [arrangement, positions, breakers.transform_values { |at| at || "on" }, opened.keys]

      # What the same question may be asked again under. Nobody throws toggles to be asked the same reading once more.
      def circumstances(step, toggled = {}) =
        [arrangement, (positions.merge(toggled) if step.depends_on_toggles?), breakers]
    end
  end
end

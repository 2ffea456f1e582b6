# frozen_string_literal: true

module Dielectra
  module Evidence
    # Where things stand after the steps so far: what is on, what is off, what is proved dead and since when, what is
    # open, what touches what, and where the electrician is. A fold over the steps; immutable.
    class Situation
      # Times that one may be unsure of the light before it is not asked for any more where all hangs on it.
      LOOKS = 4

      # What a situation is made of, and what each is before the first step.
      FIELDS = {
        breakers_found: {
        },
        positions: {
        },
        opened: {
        },
        dead: {
        },
        live: {
        },
        bare: [],
        arrangement: Arrangement.as_found,
        tapes: {
        },
        declined: {
        },
        foreign: {
        },
        foreign_points: {
        },
        proved: [],
        benched: {
        },
        fitted: {
        },
        energized: [],
        stirred: [],
        refusals: {
        },
        insisted: [nil, 0]
      }.each_value(&:freeze).freeze

      attr_reader :job, :at, :breakers, *FIELDS.keys

      # Before the first step: nobody has looked at a breaker or a toggle yet.
      def self.start(job) =
        new(job:, at: job.controls.first.place, breakers: job.breakers.to_h { |id| [id, nil] }, **FIELDS)

      # @return [Situation] after all steps of a job
      def self.of(job) =
        job.steps.each_with_index.reduce(start(job)) { |so_far, (step, index)| so_far.after(step, index + 1) }

      def initialize(job:, at:, breakers:, **fields)
        @job = job
        @at = at
        @breakers = breakers.freeze
        FIELDS.each_key { |name| instance_variable_set(:"@#{name}", fields.fetch(name).freeze) }
      end

      # @param step [Hash] a step with its answer
      # @param number [Integer] the step's number, remembered for what it proved
      def after(step, number = step["id"])
        answer = step["answer"] || {}
        return refused(step, number) if answer["cannot"] || none_found?(step, answer)
        return doubted(step) if answer["unsure"]

        with(
          at: place_of(step),
          stirred: stirred_by(step),
          refusals: refusals.except(Situation.sort_of(step)),
          insisted: [nil, 0],
          **changes(step, answer, number)
        )
      end

      # Refusals of one sort of step, none of them taken in between, from which on it is taken to be impossible; and how much less
      # being unsure counts.
      IMPOSSIBLE = 3
      UNSURE = 0.34

      # What a step is one of: readings with the same tool, throws of the same switch, moves in the same box.
      # @return [Array<String>]
      def self.sort_of(step)
        case step["do"]
        when "probe"
          ["probe", step["tool"]]
        when "set", "wiggle", "bench"
          step.values_at("do", "device")
        when "arrange", "open", "prove_dead"
          step.values_at("do", "place")
        when "replace"
          step.values_at("do", "kind")
        when "breaker"
          step.values_at("do", "device", "to")
        else
          [step["do"]]
        end
      end

      # Whether a tool is at hand and can be used.
      def tool?(name) = job.tool?(name) && !impossible?({ "do" => name == "bench" ? "bench" : "probe", "tool" => name })

      # What stands for the power in `stirred`.
      POWER = "power"

      # What has been thrown, moved or powered up since anything was last seen or read: only then does what comes and goes change.
      def stirred_by(step)
        case step["do"]
        when "watch", "probe"
          []
        when "set"
          stirred | [step["device"]]
        when "breaker"
          step["to"] == "on" ? stirred | [POWER] : stirred
        when "open", "arrange"
          stirred | [step["place"]]
        when "wiggle"
          [step["device"], place_of_device(step["device"])]
        when "bench"
          [step["device"]]
        when "replace"
          stirred | [step["device"], place_of_device(step["device"])]
        else
          stirred
        end
      end

      # The breaker of the circuit, on, off or tripped; nil while nobody has looked.
      def power =
        own_breakers.then do |all|
          all.all? { |one| %w[off tripped].include?(one) } ? "off" : (all.include?(nil) ? nil : "on")
        end

      # Whether every breaker that is known of is off, a second circuit's included.
      def off? = breakers.values.all?("off")

      # Boxes of the circuit that are open; others that somebody opened besides tell nothing of it.
      # @return [Array<String>]
      def opened_boxes = opened.keys & job.boxes.map(&:id)

      # @return [Boolean] whether a second circuit keeps a place live and its breaker is not known yet
      def second_circuit?(place) = (foreign[place] || []).any? && (breakers.keys - job.breakers).empty?

      # A point of a place that was live with the job's breakers off.
      def foreign_point(place) = foreign_points.fetch(place)

      # Breakers that were found on and are not now.
      # @return [Array<String>]
      def left_off = breakers.keys.select { |id| breakers[id] != "on" && !job.breakers.include?(id) }

      # @return [Boolean] whether a breaker was found off or tripped when somebody first looked
      def found_off? = breakers_found.values.any? { |at| at != "on" }

      def open?(place) = opened.key?(place)

      # @return [Boolean] whether a place was proved dead and no breaker has been turned on since
      def proved_dead?(place) = off? && dead.key?(place)

      # @param times [Integer] how often one has to have been unsure of it with everything as it is
      # @param toggled [Hash{String => String}] switch => position, of those that would be thrown first
      # @return [Boolean] whether the person at the house said that this cannot be done, or was unsure of it
      def declined?(step, times = 1, toggled: {})
        return true if impossible?(step) || (insisted == [Situation.subject(step), INSISTED])

        declined.any? &&
          (
            declined.key?(Situation.subject(step)) || declined.key?([:cannot, *asked(step, toggled)]) ||
              declined.fetch(asked(step, toggled), 0) >= times
          )
      end

      # Whether a point is metal of a box or a device that nothing is joined to: what touches it out of sight nobody knows.
      def loose_metal?(point)
        return false unless point.end_with?(".box", ".ground")

        place = place_of_point(point)
        open?(place) && joints(place).none? { |joint| joint.size > 1 && joint.include?(point) }
      end

      # What was refused of marking.
      def unmarkable =
        declined.each_key.select { |key| key.is_a?(Hash) && key["do"] == "mark" } + refusals.slice(["mark"]).to_a

      # Whether somebody refused to move the wires of a place.
      def declined_at?(place) =
        impossible?({ "do" => "arrange", "place" => place }) ||
          declined.each_key.any? { |key| key.is_a?(Hash) && key["do"] == "arrange" && key["place"] == place }

      # What touches what in an opened place now.
      # @return [Array<Array<String>>]
      def joints(place) = arrangement.joints.fetch(place) { found_joints(place) }

      # What touched what when the place was opened.
      def found_joints(place) = opened.fetch(place)["joints"].map { |joint| joint["points"] }

      # Joints of an opened place that were seen to be loose or scorched.
      # @return [Array<Array<String>>]
      def damaged(place) =
        opened.fetch(place)["joints"]
          .select { |joint| DAMAGED.include?(joint["condition"]) }
          .map { |joint| joint["points"] }

      # Conditions of a joint that has to be made anew, whatever else is wrong.
      DAMAGED = %w[loose scorched].freeze

      # Those that nobody has made anew yet.
      # @return [Hash{String => Array<Array<String>>}] place => joints
      def worn =
        opened_boxes
          .to_h { |place| [place, damaged(place).reject { |joint| arrangement.touched.intersect?(joint) }] }
          .reject { |_, joints| joints.empty? }

      # The same with what the devices' tabs join.
      def joints_with_tabs(place)
        opened.fetch(place)["devices"].reduce(found_joints(place)) do |joints, row|
          kind = found_kind(place, row)
          Trade::DeviceKind[job.half?(row["id"]) ? Arrangement.without_tab(kind, HOT_TAB) : kind].through(
            row["id"],
            joints
          )
        end
      end

      # The tab between the hot screws of a receptacle.
      HOT_TAB = "hot_tab"

      # Whether the tab is whole that has to be broken off for one half to be switched.
      def tab_intact?(place)
        row = opened.fetch(place)["devices"].find { |device| job.half?(device["id"]) }
        !row.nil? && row[HOT_TAB] == "intact"
      end

      # The kind of a device as it was found, tabs that were broken off included; where nobody said, wires on both of the screws
      # that a tab may join say that it was.
      # @param row [Hash] as `open` answers
      def found_kind(place, row)
        if row["kind"] == Trade::Unmarked::NAME
          return recognised(row["id"]) || Trade::Unmarked.assumed(used_screws(place, row["id"]))
        end

        used = found_joints(place).flatten
        told =
          (Trade.table("devices").dig(row["kind"], "tabs") || {})
            .except("neutral_tab")
            .reject { |tab, _| row.key?(tab) }
        broken = told.select { |_, screws| screws.all? { |screw| used.include?("#{row["id"]}.#{screw}") } }
        Trade::DeviceKind.found(row.merge(broken.transform_values { "removed" }))
      end

      # What a switch whose screws say nothing has shown itself to be on the bench.
      # @return [String, nil] a name of Trade::Unmarked; nil so long as it has not
      def recognised(device)
        up, down = [true, false].map { |raised| benched[[device, raised]] }
        Trade::Unmarked.recognised(up, down) if up && down
      end

      # What is unknown of the way a switch throws; nil where marks or a bench test tell.
      # @return [Array, nil] a name for it: that of a switch that was replaced is another
      def sense(device)
        return if recognised(device) && !fitted.key?(device)

        [:sense, device, fitted.fetch(device, 0)] unless marked?(device) && !fitted.key?(device)
      end

      # Whether on and off are marked on a switch as it was found.
      def marked?(device) =
        job.control(device)&.on_off_marked ||
          opened.each_value.any? { |found| found["devices"].any? { |row| row["id"] == device && row["on_off_marked"] } }

      # Whether nobody has switched a breaker of the job on yet, so that it stands as it was found.
      def untouched? = energized.empty?

      # Screws of a device that had a conductor under them when its box was opened.
      def used_screws(place, device)
        found_joints(place)
          .select { |joint| joint.size > 1 }
          .flatten
          .select { |point| Situation.screw?(point, device) }
          .map { |point| point.split(".").last }
          .sort
      end

      # @return [Hash{String => String}] switches whose screws say nothing and that are in their boxes still => the box
      def unmarked
        opened
          .flat_map do |place, found|
            found["devices"].filter_map { |row| [row["id"], place] if row["kind"] == Trade::Unmarked::NAME }
          end
          .to_h
          .except(*arrangement.kinds.keys)
      end

      # @return [Array<Circuit::CableEnd>]
      def cable_ends(place) = opened.fetch(place)["cable_ends"].map { |row| Circuit::CableEnd.read(row) }

      # Cable ends of a place that belong to the circuit the job is about: those that stayed live with its breaker off do not.
      # @return [Array<Circuit::CableEnd>]
      def own_cable_ends(place) = cable_ends(place).reject { |cable_end| (foreign[place] || []).include?(cable_end.id) }

      # The points of the insulated conductors of those.
      # @return [Array<String>]
      def conductors(place) =
        own_cable_ends(place).flat_map { |cable_end| cable_end.insulated.map { |wire| cable_end.point(wire) } }

      # The grounding conductors of those.
      # @return [Array<String>] points
      def grounds(place) =
        own_cable_ends(place).filter_map { |cable_end| cable_end.grounding && cable_end.point(cable_end.grounding) }

      # The reading that tells whether a point of an opened place is live, with the tools of the job: volts to a ground there, or
      # else the detector.
      # @return [Array(String, Array<String>), nil] tool and points
      def live_reading(place, point)
        ground = grounds(place).first
        return "voltage", [point, ground] if ground && tool?("voltage")

        ["ncv", [point]] if tool?("ncv")
      end

      # Opened places in which only single conductors end.
      # @return [Array<String>]
      def unsheathed =
        opened_boxes.select { |place| own_cable_ends(place).all? { |cable_end| cable_end.type == "knob_and_tube" } }

      # Those in which all of them were found apart: nothing in there says which is which.
      # @return [Array<String>]
      def unsorted = unsheathed.select { |place| apart?(found_joints(place)) }

      # @return [Boolean] whether no conductor touches anything
      def apart?(joints) = joints.none? { |joint| joint.size > 1 && joint.any? { |point| point.include?("/") } }

      # @return [Boolean] whether a device in an opened place has a conductor under one of its screws, its ground aside
      def wired?(device) =
        joints(place_of_device(device)).any? do |joint|
          joint.size > 1 && joint.any? { |point| Situation.screw?(point, device) }
        end

      # @return [Boolean] whether a point is a screw of a device, its ground aside
      def self.screw?(point, device) = point.start_with?("#{device}.") && !point.end_with?(".ground")

      # Every point of an opened place, terminals of the devices now in it included.
      def points(place)
        found = opened.fetch(place)
        terminals =
          found["devices"].flat_map do |device|
            kind = kind_of(device["id"]) || device["kind"]
            Trade::DeviceKind[kind].terminals.map { |terminal| "#{device["id"]}.#{terminal}" }
          end
        enclosure = found["enclosure"] == "metal" ? ["#{place}.box"] : []
        cable_ends(place).flat_map(&:points) + terminals + enclosure
      end

      # @return [String, nil] a device's kind where its box was opened or it was replaced
      def kind_of(id)
        return arrangement.kinds[id] if arrangement.kinds.key?(id)

        opened.each_value do |found|
          device = found["devices"].find { |row| row["id"] == id }
          return device["kind"] if device
        end
        nil
      end

      # Where a step is done; watching and what cannot be placed are done where one stands.
      def place_of(step)
        case step["do"]
        when "open", "prove_dead", "arrange"
          step["place"]
        when "breaker", "find_breaker"
          job.panel.id
        when "set", "wiggle", "bench", "replace", "tab"
          place_of_device(step["device"])
        when "probe"
          place_of_point(step["at"].first)
        when "mark"
          place_of_point(step["point"])
        else
          at
        end
      end

      def place_of_device(id) = (job.control(id) || job.loads.find { |load| load.id == id })&.place || at

      def place_of_point(point)
        head = point.split(%r{[/.]}).first
        job.place(head) ? head : place_of_device(head)
      end

      # What a step is about, answer and number aside.
      def self.subject(step) = step.except("id", "answer")

      private

      # Whether no breaker makes a conductor dead that one was looked for.
      def none_found?(step, answer) = step["do"] == "find_breaker" && answer.key?("device") && answer["device"].nil?

      def own_breakers = breakers.values_at(*job.breakers)

      # Times that the same step is asked for running.
      INSISTED = 2
      private_constant :INSISTED

      def impossible?(step) = refusals.any? && refusals.fetch(Situation.sort_of(step), 0) >= IMPOSSIBLE

      def refused(step, number) = with(declined: declined.merge(refusal(step) => number), refusals: counted(step, 1))

      def doubted(step)
        subject = Situation.subject(step)
        times = insisted.first == subject ? insisted.last + 1 : 1
        with(
          at: place_of(step),
          declined: declined.merge(asked(step) => declined.fetch(asked(step), 0) + 1),
          refusals: counted(step, UNSURE),
          insisted: [subject, times]
        )
      end

      def counted(step, weight) =
        refusals.merge(Situation.sort_of(step) => refusals.fetch(Situation.sort_of(step), 0) + weight)

      # What is refused: a look as things are, anything else for good.
      def refusal(step) = step["do"] == "watch" ? [:cannot, *asked(step)] : Situation.subject(step)

      # The same question again under the same circumstances. Of a reading one was unsure of nobody throws toggles to be asked once
      # more.
      def asked(step, toggled = {}) =
        [Situation.subject(step), arrangement, (positions.merge(toggled) if step["do"] == "watch"), breakers]

      def with(**changes) =
        Situation.new(job:, at:, breakers:, **FIELDS.keys.to_h { |name| [name, send(name)] }, **changes)

      def changes(step, answer, number)
        case step["do"]
        when "watch"
          watched(answer)
        when "set"
          { positions: positions.merge(step["device"] => step["to"]) }
        when "breaker"
          switched(step["device"], step["to"])
        when "open"
          { opened: opened.merge(step["place"] => answer["found"]) }
        when "prove_dead"
          tested(step["place"], answer["live"] || [], number)
        when "arrange"
          arranged(step["place"], step["joints"])
        when "replace"
          replaced(step["device"], step["kind"])
        when "find_breaker"
          located(answer["device"])
        when "bench"
          { benched: benched.merge([step["device"], Trade::Position.raised?(step["position"])] => answer["closed"]) }
        when "tab"
          { arrangement: arrangement.with_tab_off(step["device"], kind_of(step["device"]), step["tab"]) }
        when "mark"
          { tapes: tapes.merge(step["point"] => step["tape"]) }
        else
          {}
        end
      end

      def watched(answer)
        seen = breakers.merge((answer["breakers"] || {}).slice(*breakers.keys))
        found = seen.compact.merge(breakers_found)
        if seen.values_at(*job.breakers).include?("on")
          { breakers: seen, breakers_found: found, dead: {} }
        else
          { breakers: seen, breakers_found: found }
        end
      end

      # A second circuit's breaker, known of from now on.
      def located(id)
        return {} if id.nil? || breakers.key?(id)

        { breakers: breakers.merge(id => "on"), breakers_found: breakers_found.merge(id => "on") }
      end

      def switched(id, to)
        changed = { breakers: breakers.merge(id => to), breakers_found: breakers.compact.merge(breakers_found) }
        to == "on" ? { **changed, dead: {}, live: {}, energized: energized | [id] } : changed
      end

      def tested(place, points, number)
        if points.empty?
          return { dead: dead.merge(place => number), live: live.except(place), proved: proved | [place] }
        end

        seen = { dead: dead.except(place), live: live.merge(place => points), proved: proved | [place] }
        return seen unless off?

        others = (foreign[place] || []) | points.grep(%r{/}).map { |point| point.split(".").first }
        {
          **seen,
          foreign: foreign.merge(place => others),
          foreign_points: { place => points.first }.merge(foreign_points)
        }
      end

      def arranged(place, joints)
        joints = found_joints(place) if joints == "as_found"
        { arrangement: arrangement.with_joints(place, from: joints(place), to: joints), bare: bare - [place] }
      end

      # A new device in a box of which nobody has said what is in it.
      def replaced_unseen(id, kind)
        {
          arrangement:
            Arrangement.new(
              joints: arrangement.joints,
              touched: arrangement.touched,
              kinds: arrangement.kinds.merge(id => kind),
              lamps: arrangement.lamps
            ),
          fitted: fitted.merge(id => fitted.fetch(id, 0) + 1),
          positions: positions.merge(id => Trade::DeviceKind[kind].positions.last)
        }
      end

      def replaced(id, kind)
        return { arrangement: arrangement.with_lamp(id) } if kind == "lamp"

        place = place_of_device(id)
        return replaced_unseen(id, kind) unless open?(place)

        changed = arrangement.with_device(id, kind, place:, from: joints(place))
        lost = joints(place).flatten - changed.joints[place].flatten
        {
          arrangement: changed,
          bare: lost.empty? ? bare : bare | [place],
          fitted: fitted.merge(id => fitted.fetch(id, 0) + 1),
          positions: positions.merge(id => Trade::DeviceKind[kind].positions.last)
        }
      end
    end
  end
end

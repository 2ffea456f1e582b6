# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The likeliest hypothesis as a circuit: every box and cable, seen or not, joined as things stand now. What follows
    # from a circuit file, such as a netlist, follows from a job that way.
    class LikelyCircuit
      # Ohms of a bolted short
      SHORT = 0.05
      # Faults that a circuit file calls by another name
      NAMES = { load_shorted: "short", device_shorted: "short" }.freeze
      # What a hidden fault says in a circuit file, by its kind
      FIELDS = {
        contact_stuck_open: %w[device contact],
        contact_stuck_closed: %w[device contact],
        contact_intermittent: %w[device contact],
        joint_open: %w[point],
        joint_intermittent: %w[point],
        lamp_burnt: %w[device],
        conductor_open: %w[cable conductor],
        short: %w[between ohms],
        load_shorted: %w[between ohms],
        device_shorted: %w[between ohms],
        marks_wrong: %w[device seen_as]
      }.freeze
      # Watts of a lamp that nobody described
      USUAL_LAMP = { "kind" => "incandescent", "watts" => 60, "good" => true }.freeze

      # @param belief [Belief]
      # @param situation [Evidence::Situation]
      # @raise [InvalidInput] where no hypothesis is left
      def initialize(belief, situation)
        @job = situation.job
        @situation = situation
        @hypothesis = belief.hypotheses.first or raise InvalidInput, "No wiring known here fits what was seen."
        @runs = @hypothesis.skeleton.runs
        @arrangement = situation.arrangement
        @kinds = @hypothesis.kinds(@arrangement)
        @names = {}
      end

      # @return [Circuit]
      def circuit = Circuit.read(document)

      # @return [Hash] in the circuit file format
      def document
        cables = @runs.flat_map { |run| cables(run) }
        cables += strangers(cables.flat_map { |row| row["ends"] })
        {
          "format" => Circuit::FORMAT,
          "version" => 1,
          "supply" => @job.document["supply"],
          "places" => places(cables),
          "cables" => cables,
          "devices" => breakers + devices + outlets,
          "joints" => (box_joints + panel_joints + outlet_joints).select { |joint| joint["points"].any? },
          "faults" => faults
        }
      end

      private

      def places(cables)
        known = @job.places.map { |place| { "id" => place.id, "kind" => place.kind, **enclosure(place.id) } }
        others = cables.flat_map { |row| row["ends"].map { |name| EndId.place(name) } }.uniq
        others -= known.map { |row| row["id"] }
        known +
          others.map { |id| { "id" => id, "kind" => id.start_with?("beyond") ? "receptacle_box" : "junction_box" } }
      end

      def enclosure(place)
        return {} unless @situation.open?(place)

        @situation.opened[place].slice("enclosure", "volume_in3")
      end

      # The name in a file of a place in the wall
      def named(place)
        return @job.panel.id if Design::Circuits.feed?(place)
        return "beyond#{place.delete_prefix(Design::Layout::ONWARD)}" if Design::Layout.onward?(place)
        return "junction" if Design::Layout.unseen?(place)

        place
      end

      # Cable ends in open boxes that belong to no run, as those of another circuit. Where they lead is not known.
      def strangers(known)
        ends = @situation.opened.keys.flat_map { |place| @situation.cable_ends(place) }
        ends
          .reject { |one| known.include?(one.id) }
          .each_with_index
          .map do |one, at|
            wires = one.wires.map { |wire| { "id" => wire.id, "color" => wire.color, "tape" => wire.tape }.compact }
            {
              "ends" => [one.id, "#{ELSEWHERE}/#{at + 1}"],
              "type" => one.type,
              "method" => laid,
              "conductors" => wires
            }
          end
      end

      # Where cables lead that nobody has followed
      ELSEWHERE = "elsewhere"
      private_constant :ELSEWHERE

      def laid = @job.document["method"] || "nm"

      # One cable for a run, or one for each of its conductors where they are single
      def cables(run)
        return [cable(run, run.strands)] unless run.ends.any? { |name| EndId.members(name).size > 1 }

        run.strands.map { |strand| cable(run, [strand]) }
      end

      def cable(run, strands)
        ends = [0, 1].map { |side| end_name(run, strands, side) }
        wires = strands.map { |strand| wire(strand.points, strand.color, ends) }
        wires << wire(run.grounding, "bare", ends) if run.grounding
        { "ends" => ends, "type" => type(run, strands), "method" => laid, "conductors" => wires }
      end

      # The type seen at either end, or else the usual one for so many conductors
      def type(run, strands)
        return "knob_and_tube" if strands.one?

        seen = run.ends.filter_map { |name| cable_end(name)&.type }.first
        seen || (strands.size > MOST_IN_CABLE ? "raceway" : Trade::CableType.with_conductors(strands.size))
      end

      # Insulated conductors of the largest cable
      MOST_IN_CABLE = 4
      private_constant :MOST_IN_CABLE

      def cable_end(name)
        place = EndId.place(name)
        @situation.cable_ends(place).find { |one| one.id == name } if @situation.open?(place)
      end

      # A hidden end gets the next free number in its place
      def end_name(run, strands, side)
        owner = PointId.owner(strands.first.points[side])
        return owner unless EndId.unseen?(owner)

        @names[[run, strands, side]] ||= "#{named(run.places[side])}/#{next_number(run.places[side])}"
      end

      def next_number(place)
        @numbers ||= Hash.new { |all, name| all[name] = highest(name) }
        @numbers[named(place)] += 1
      end

      def highest(place)
        return 0 unless @situation.open?(place)

        @situation.cable_ends(place).map { |one| EndId.number(one.id).to_i }.max.to_i
      end

      def wire(points, color, ends)
        ids = points.map { |point| PointId.part(point) }
        ids.each_with_index { |id, side| renamed[points[side]] = "#{ends[side]}.#{id}" }
        { "ids" => ids, "color" => color }
      end

      # Hidden points by the names they have in the file
      def renamed = @renamed ||= {}

      def point(name)
        owner = PointId.owner(name)
        kind = @kinds[owner]
        return renamed.fetch(name, name) unless kind && Trade::KindName.screws?(kind)

        "#{owner}.#{screws(kind).fetch(PointId.part(name), PointId.part(name))}"
      end

      # Screws of a switch without marks, by the terminals they are
      def screws(kind)
        known = Trade::DeviceKind[kind]
        Trade::DeviceKind[known.plain].terminals.to_h { |terminal| [known.mark(terminal), terminal] }
      end

      def box_joints
        @hypothesis.boxes.keys.flat_map do |place|
          @hypothesis.joints(place, @arrangement).map { |joint| { "points" => joint.map { |name| point(name) } } }
        end
      end

      def breakers
        @job.document["breakers"].map do |row|
          {
            "id" => row["id"],
            "kind" => "breaker",
            "place" => @job.panel.id,
            "amps" => row["amps"] || 15,
            "position" => @situation.breakers[row["id"]] || "on"
          }
        end
      end

      def devices
        items = (@job.goal.controls + @job.goal.loads).uniq(&:device)
        items.map do |item|
          kind = @kinds[item.device] || item.kind || usual(item)
          tabs = Trade::KindName.broken_tabs(kind).to_h { |tab| [tab, "removed"] }
          { "id" => item.device, "kind" => Trade::KindName.plain(kind), "place" => item.place, **tabs, **lamp(item) }
        end
      end

      # A switch that no hypothesis says anything of: the kind that its place among others needs
      def usual(control)
        group = @job.goal.groups.find { |one| one.controls.include?(control) }
        group && group.controls.size > 1 ? "three_way" : "single_pole"
      end

      def lamp(item)
        return {} unless item.respond_to?(:terminals) && Trade::DeviceKind[item.kind].lamp

        { "lamp" => @job.document["loads"].find { |row| row["id"] == item.device }&.dig("lamp") || USUAL_LAMP }
      end

      def feeds = @runs.select(&:feed?)

      def panel_joints
        panel = @job.panel.id
        lines =
          feeds.flat_map do |run|
            run.strands.select { |strand| strand.role == "line" }.map { |strand| supplied(run, strand) }
          end
        returns = feeds.map { |run| point(run.point(run.feed, "neutral")) }
        grounds = feeds.filter_map { |run| run.grounding && point(run.grounding[run.side(run.feed)]) }
        lines + [{ "points" => ["#{panel}.neutral", "#{panel}.ground", *returns, *grounds] }]
      end

      def supplied(run, strand)
        number = Design::Circuits.breaker(Design::Circuits.number(strand.function))
        line = point(strand.points[run.side(run.feed)])
        { "points" => ["#{@job.breakers[number] || @job.breakers.first}.load", line] }
      end

      def onward = @runs.select { |run| run.outer? && !run.feed? }

      def outlets
        onward.each_with_index.map do |run, at|
          { "id" => "R_beyond_#{at + 1}", "kind" => "receptacle", "place" => named(far(run)) }
        end
      end

      def far(run) = run.places.find { |place| Design::Layout.onward?(place) }

      def outlet_joints
        onward.each_with_index.flat_map do |run, at|
          [%w[line hot_1], %w[neutral neutral_1]].map do |role, screw|
            { "points" => [point(run.point(far(run), role)), "R_beyond_#{at + 1}.#{screw}"] }
          end
        end
      end

      # Where a fault is, in each way a file may say it: one point, two points, or a conductor of a cable
      def at(points)
        return {} if points.empty?

        cable = points.map { |name| PointId.owner(name) }
        { "point" => points.first, "between" => points, "cable" => cable, "conductor" => PointId.part(points.first) }
      end

      def remade?(fault) =
        %i[joint_open joint_intermittent].include?(fault.kind) && @arrangement.touched.intersect?(fault.points)

      # Hidden faults that nothing was done about since. A contact or insulation of unknown ohms is left out.
      def faults
        @hypothesis.faults.filter_map do |fault|
          fields = FIELDS[fault.kind] or next
          next if @arrangement.kinds.key?(fault.device) || @arrangement.lamps.include?(fault.device)
          next if remade?(fault)

          said = {
            "device" => fault.device && PointId.device(fault.device),
            "contact" => fault.contact,
            "seen_as" => fault.seen_as,
            "ohms" => SHORT,
            **at(fault.points&.map { |name| point(name) } || [])
          }
          { "kind" => NAMES.fetch(fault.kind, fault.kind.to_s), **said.slice(*fields) }
        end
      end
    end
  end
end

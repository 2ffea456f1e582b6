# frozen_string_literal: true

module Dielectra
  module Goals
    # The goal of a job, read from its `wanted`: which control works which load, what is always live, what is new, what
    # is to be fitted, where a run may be pulled. Soundness, planning, proof, handover, inspection and conclusion ask
    # the goal. None of them knows a kind of job by name.
    #
    #   goal = Goal.new({"kind" => "restore", "control" => {"L1" => %w[S1 S2]}}, job.controls, job.loads)
    #   goal.groups # => one group: S1 and S2 work L1
    class Goal
      # The half of a receptacle that can be switched by itself.
      SWITCHED_HALF = "1"
      # The halves that can be on switches of their own.
      HALVES = %w[1 2].freeze
      # A look at several loads that do not do the same.
      MIXED = "mixed"
      # Stands between the states of several groups.
      SEPARATOR = " "

      attr_reader :controls, :loads, :groups

      # @param wanted [Hash] of the job file
      # @param controls [Array] every control of the job, with `id` and `place`
      # @param loads [Array] every load of the job, with `id`, `place` and `kind`
      def initialize(wanted, controls, loads)
        @wanted = wanted
        @all_controls = controls
        @all_loads = loads
        @groups = (grouped(controls, loads) + live_groups(loads)).freeze
        @controls = controls & @groups.flat_map(&:controls)
        worked = @groups.flat_map(&:loads)
        @loads = loads.flat_map { |load| worked.select { |one| PointId.device(one.id) == load.id } }.uniq
      end

      # @return [String] restore, or the kind of change
      def kind = @wanted["kind"]

      # @return [Array<LoadPart>] what is controlled, as the job names it
      def parts = works.keys.map { |name| LoadPart.parse(name) }

      # @return [Hash{String => Array<String>}] load or half of one => controls that work it
      def works = @wanted["control"] || {}

      # @return [Array<LoadPart>] what shall be live in every position
      def always = (@wanted["always"] || []).map { |name| LoadPart.parse(name) }

      # @return [Array<LoadPart>] those but the halves of switched receptacles, and loads that nothing works
      def always_elsewhere =
        always.reject do |part|
          next true if @loads.any? { |one| one.id == "#{part.load}.#{part.half}" }

          load = @loads.find { |one| one.id == part.load }
          if load
            load.kind == "receptacle" && part.half
          else
            part.half.nil? && @all_loads.any? { |one| one.id == part.load }
          end
        end

      # @return [Array<Hash>] controls and loads that are not there yet
      def new_items = @wanted["new"] || []

      # @return [Array<String>] devices that are to be exchanged for new ones of the same kind
      def swaps = (@wanted["swap"] || []).map { |id| PointId.device(id) }.uniq

      # @return [Array<String>] places of switches that are not there yet
      def new_switch_places = new_items.select { |row| row["kind"] == Change::SWITCH }.map { |row| row["place"] }

      # @return [Array<String>] fields of a change to the house that are filled in
      def changes = %w[new places fit retire runs].select { |field| @wanted[field] && !@wanted[field].empty? }

      # @return [Boolean] whether only one half of a receptacle is to be switched, and the other to stay live
      def half?(load) = works.key?("#{load}.#{SWITCHED_HALF}")

      # @return [Object, nil] a toggle on a yoke with another that works a load together with other switches
      def yoke_in_company =
        groups.select { |group| group.controls.size > 1 }.flat_map(&:controls).find { |control| yoke?(control) }

      # @return [Object, nil] a toggle on a yoke with another that is to do more than be on or off: the same, or one
      #   that is to be a switch of another kind
      def overtaxed_yoke =
        yoke_in_company || @all_controls.find { |control| yoke?(control) && (@wanted["fit"] || {}).key?(control.id) }

      # @param controls [Array] with `id`
      # @return [Array<Hash{String => String}>] every combination of their positions, toggles up or down
      def self.combinations(controls) =
        controls
          .map(&:id)
          .reduce([{}]) { |states, id| states.flat_map { |state| %w[up down].map { |at| state.merge(id => at) } } }

      # @return [Array<Hash{String => String}>] every combination of positions of the controls
      def combinations = Goal.combinations(controls)

      # The name of a half of a receptacle
      HALF = /\.\d+\z/
      private_constant :HALF

      # The part of a fixture that goes by the name of the whole as well.
      MAIN_PART = "light"
      private_constant :MAIN_PART

      # What a load was seen to do. The switched half of a receptacle goes by its own name or the receptacle's. The
      # light of a fan goes by its own or the fan's.
      # @param answer [Hash, nil] of a look
      # @return [String, nil]
      def light_of(answer, load)
        seen = answer&.fetch("loads", nil) or return
        device = PointId.device(load)
        half = load.match?(HALF)
        seen[load] || seen["#{load}.#{SWITCHED_HALF}"] || (seen[device] if load == "#{device}.#{MAIN_PART}" || half)
      end

      # What the loads were seen to do together, group by group.
      # @return [String, nil] for each group its state, MIXED where its loads do not do the same; nil where nobody said
      def light(answer)
        shown = groups.map { |group| group_light(answer, group) }
        shown.join(SEPARATOR) if shown.all?
      end

      # What the loads of one group were seen to do.
      # @param answer [Hash, nil] of a look
      # @return [String, nil] MIXED where they do not do the same; nil where nobody said
      def group_light(answer, group)
        shown = group.loads.filter_map { |load| light_of(answer, load.id) }.uniq
        shown.size > 1 ? MIXED : shown.first
      end

      # The states of the groups in what `light` gave
      # @param light [String, Symbol]
      # @return [Array<String>]
      def states(light) = (@states ||= {})[light] ||= light.to_s.split(SEPARATOR).freeze

      # @return [Boolean] whether every group is either on or off, and on where no control works it
      def clear?(light)
        groups.zip(states(light)).all? { |group, state| state == "on" || (state == "off" && !group.live?) }
      end

      # Whether throwing a control changed the loads of its groups, and of no other.
      # @param before [String, Symbol] what `light` gave
      # @return [Boolean]
      def heeded?(control, before, after)
        groups.each_with_index.all? do |group, number|
          (states(before)[number] != states(after)[number]) == group.control_ids.include?(control)
        end
      end

      # Whether each control works its loads from every state of the others, and the loads of no other group.
      # @param lights [Hash{Hash{String => String} => Hash{String => String}}] combination => load => on or off
      # @return [Boolean] false where a light is neither on nor off
      def obeyed?(lights)
        return false unless lights.each_value.all? { |shown| shown.values_at(*loads.map(&:id)).all?(/\A(on|off)\z/) }
        return false unless lights.each_value.all? { |shown| shown.values_at(*live_ids).all?("on") }

        lights.all? do |state, shown|
          controls.map(&:id).all? { |id| answered?(id, shown, lights.fetch(state.merge(id => opposite(state[id])))) }
        end
      end

      # @return [Array<String>] ids of what is not there yet
      def new_ids = new_items.map { |item| item["id"] }

      private

      def yoke?(control) = control.id != control.device

      def live_ids = groups.select(&:live?).flat_map(&:load_ids)

      # One group for each load that nothing is to work and that has to be live in every position
      def live_groups(loads)
        (@wanted["live"] || steady_halves).map do |name|
          part = LoadPart.parse(name)
          Group.new([], loads.select { |load| load.id == part.load }.flat_map { |load| parts_of(load, [part]) })
        end
      end

      # First halves that stay live beside a second one that is switched
      def steady_halves =
        (@wanted["always"] || []).select do |name|
          part = LoadPart.parse(name)
          HALVES.include?(part.half) && works.key?("#{part.load}.#{HALVES.last}") && !works.key?(name)
        end

      # Loads grouped by the controls that work them. A job that says nothing wants its first load worked by all its
      # controls.
      def grouped(controls, loads)
        return @wanted["live"] ? [] : [Group.new(controls, loads.first(1))] if works.empty?

        works
          .group_by { |_, names| names.sort }
          .map do |names, parts|
            own = parts.map { |name, _| LoadPart.parse(name) }
            Group.new(
              controls.select { |control| names.include?(control.id) },
              loads.flat_map { |load| parts_of(load, own.select { |part| part.load == load.id }) }
            )
          end
      end

      # A load as it is named: whole, or its parts that have a conductor each. The first half of a receptacle is the
      # whole, unless the goal speaks of the second or says what has to be live.
      def parts_of(load, named)
        named.map { |part| part.half && apart?(part) ? load.with_part(part.half) : load }.uniq
      end

      # @param part [LoadPart] of a load
      def apart?(part) = @wanted["live"] || !HALVES.include?(part.half) || works.key?("#{part.load}.#{HALVES.last}")

      # Whether throwing a control changes all loads of its groups, which do the same, and no other.
      def answered?(control, before, after)
        groups.all? do |group|
          own = group.control_ids.include?(control)
          before.values_at(*group.load_ids).uniq.one? &&
            group.load_ids.all? { |load| (before[load] != after[load]) == own }
        end
      end

      def opposite(position) = position == "up" ? "down" : "up"
    end
  end
end

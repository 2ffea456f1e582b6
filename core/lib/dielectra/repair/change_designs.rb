# frozen_string_literal: true

module Dielectra
  module Repair
    # Every way to make a change over the runs of a house and those that may be pulled. A function takes its way along a
    # spanning tree of the runs, so that runs may lie side by side or close a ring.
    class ChangeDesigns
      include Enumerable

      # New runs in one design, at most
      MOST_RUNS = 4
      # Insulated conductors of a new cable
      MOST_CONDUCTORS = 3
      # Ways of the functions through the runs that are kept of one order of the controls
      MOST_WAYS = 3

      # @param skeleton [Diagnosis::Skeleton] of the house as it stands
      # @param job [Evidence::Job] the house as it shall be
      # @param allowed [Array<Evidence::NewRun>] the runs that may still be pulled
      # @param pulled [Array<Evidence::PulledRun>] the runs that were pulled
      # @param most [Integer] new runs in one design
      def initialize(skeleton, job, allowed, pulled, most: MOST_RUNS)
        @most = most
        @skeleton = skeleton
        @job = job
        @allowed = allowed
        @pulled = pulled
        @known = skeleton.runs.map(&:places)
        @room = {}.compare_by_identity
        skeleton.runs.each { |run| @room[run.places] = run.strands.size }
      end

      # @return [Enumerator<ChangeDesign>] those with the fewest new runs first
      def each(&)
        return enum_for(:each) unless block_given?

        (0..@most).each { |count| @allowed.combination(count) { |some| over(some, &) } }
      end

      private

      def over(some, &)
        fresh = @pulled.map { |run| [run.between, nil, run.insulated.size] }
        fresh += some.map { |run| [run.between.dup, run, MOST_CONDUCTORS] }
        edges = @known + fresh.map(&:first)
        room = by_edge(@known) { |edge| @room[edge] }
        fresh.each { |edge, _, most| room[edge] = most }
        return unless needed.subset?(edges.flatten.to_set)

        trees = spanning(edges)
        return if trees.empty?

        orders.each do |chains|
          ways(chains, edges, trees, room).each do |carried|
            next if fresh.any? { |edge, run, _| run && carried[edge].empty? }

            allowed = fresh.select { |_, run, _| run }
            runs = allowed.each_with_object({}.compare_by_identity) { |(edge, run, _), all| all[edge] = run }
            works = by_edge(runs.keys) { |edge| new_work(runs[edge], carried[edge].size) }
            yield ChangeDesign.new(edges, carried, chains, works)
          end
        end
      end

      # A hash by identity
      def by_edge(edges) = edges.each_with_object({}.compare_by_identity) { |edge, all| all[edge] = yield(edge) }

      def new_work(run, count) = NewWork.new(run.between, run.length_ft, run.raceway, count)

      # Places that have to be reached
      def needed
        @needed ||= @job.goal.groups.flat_map { |group| [*group.controls, *group.loads].map(&:place) }.to_set
      end

      # The chains with their controls in every order
      def orders
        return [] if @job.goal.overtaxed_yoke

        per_group =
          @job.goal.groups.each_with_index.map do |group, number|
            group.controls.permutation.map do |order|
              Design::Chain.new(order, group.loads, halves: halves(group), number:, circuit: circuit(group))
            end
          end
        per_group.first.product(*per_group.drop(1))
      end

      # Receptacles one half of which is always live as the house stands, and of which nothing else is asked
      # @return [Array<String>] their places
      def halves(group) = @skeleton.layout.halves & group.loads.select { |load| load.part.nil? }.map(&:place)

      # The circuit that a group's loads or controls are on as the house stands
      def circuit(group)
        devices = [*group.controls, *group.loads].map(&:device)
        chains = @skeleton.layout.chains
        own = chains.find { |chain| [*chain.controls, *chain.loads].any? { |item| devices.include?(item.device) } }
        (own || chains.first).circuit
      end

      # Runs that connect all places, without a ring
      # @return [Array<Array<Array(String, String)>>]
      def spanning(edges)
        places = edges.flatten.uniq
        rings = edges.size - places.size + 1
        return [] if rings.negative?

        edges
          .combination(rings)
          .filter_map do |left_out|
            tree = edges.reject { |edge| left_out.any? { |one| one.equal?(edge) } }
            tree if connected?(tree, places)
          end
      end

      def connected?(tree, places)
        seen = [places.first]
        queue = seen.dup
        while (place = queue.shift)
          (tree.select { |edge| edge.include?(place) }.flatten - seen).uniq.each do |other|
            seen << other
            queue << other
          end
        end
        seen.size == places.size
      end

      # What each run may carry
      # @return [Array<Hash{Array => Array<String>}>]
      def ways(chains, edges, trees, room)
        options = options(chains, trees)
        found = []
        place(options, 0, by_edge(edges) { [] }, room, found)
        found.min_by(MOST_WAYS) { |carried| carried.each_value.sum(&:size) }
      end

      # For the functions that go together the sets of runs they may take
      # @return [Array<Array(Array<String>, Array<Array>)>]
      def options(chains, trees)
        needs = needs(chains)
        pairs = chains.flat_map(&:travelers)
        together = pairs + (needs.keys - pairs.flatten).zip
        together.map do |functions|
          sets = trees.map { |tree| path(tree, needs.fetch(functions.first)) }
          [functions, sets.uniq { |set| set.map(&:object_id).sort }]
        end
      end

      def needs(chains)
        found = Design::Layout.needs(chains, @known.flatten.uniq, @skeleton.layout.circuits)
        electronic(chains).each { |chain, place| found[chain.named("neutral")] |= [place] }
        found
      end

      # Controls that are to be switches with a neutral
      def electronic(chains)
        fits = @job.wanted["fit"] || {}
        chains.flat_map do |chain|
          chain.controls.filter_map do |control|
            [chain, control.place] if fits[control.id] && Trade::DeviceKind[fits[control.id]].neutral?
          end
        end
      end

      # The runs of a tree between some places
      def path(tree, places)
        tree.select do |edge|
          side = reached(tree, edge)
          places.any? { |place| side.include?(place) } && places.any? { |place| !side.include?(place) }
        end
      end

      # The places on the side of a run's first end
      def reached(tree, without)
        ((@reached ||= {}.compare_by_identity)[tree] ||= {}.compare_by_identity)[without] ||= begin
          seen = [without.first]
          queue = seen.dup
          while (place = queue.shift)
            tree.each do |edge|
              next if edge.equal?(without) || !edge.include?(place)

              (edge - seen).each do |other|
                seen << other
                queue << other
              end
            end
          end
          seen
        end
      end

      # Depth first over the functions, within the room of the runs
      def place(options, number, carried, room, found)
        return if found.size >= MOST_WAYS * 4
        return found << by_edge(carried.keys) { |edge| carried[edge] } if number == options.size

        functions, sets = options[number]
        sets.each do |set|
          next unless set.all? { |edge| carried[edge].size + functions.size <= room[edge] }

          set.each { |edge| carried[edge] += functions }
          place(options, number + 1, carried, room, found)
          set.each { |edge| carried[edge] -= functions }
        end
      end
    end
  end
end

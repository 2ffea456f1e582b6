# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Wiring shared by the hypotheses of one routing: cables from end to end, and which conductor of the feed is hot.
    # Assignments of functions that no reading distinguishes are one skeleton, and their roles are summed.
    class Skeleton
      attr_reader :layout, :runs, :weight, :verdicts, :links, :outer

      # The skeletons that agree with the boxes opened so far, heaviest first; weights sum to one. Those that a house is
      # remembered by weigh what the memory is trusted.
      # @param wide [Boolean] whether rarer layouts are looked for too
      # @param draw [Integer] which are drawn where there are too many that are alike
      # @return [Array<Skeleton>]
      def self.all(job, situation, world, most: 80, wide: false, draw: 0)
        remembered = job.memory ? Recollection.new(job, situation, world).skeletons : []
        return listed(job, situation, world, most:, wide:, draw:) if remembered.empty?

        trust = job.memory.trust(job.began)
        others = listed(job, situation, world, most: OTHERS, wide:, draw:)
        remembered.map { |one| one.weighing(trust) } + others.map { |one| one.weighing(1 - trust) }
      end

      # Skeletons held beside those that a house is remembered by
      OTHERS = 12

      # The skeletons by what shows in the opened boxes alone; see .all
      def self.listed(job, situation, world, most:, wide:, draw:)
        routing = Routing.new(job, situation, world, wide:, draw:)
        groups = routing.groups
        total = groups.sum { |group| group.sum(&:weight) }
        with_old_schemes(groups, most) { |group| group.first.layout.scheme }.map do |group|
          new(group, routing, total, job, world)
        end
      end

      # The first items of a list, plus the first few of every obsolete scheme. Obsolete schemes have to be ruled out
      # before a circuit is called right, however rare they are.
      # @yieldreturn [Design::Scheme] of an item
      def self.with_old_schemes(list, most, &)
        kept = list.first(most)
        others = list.drop(most).group_by(&).except(Design::Scheme::PRESENT)
        kept + others.values.flat_map { |items| items.first(OF_EACH_SCHEME) }
      end

      # Skeletons of each obsolete scheme that are always kept
      OF_EACH_SCHEME = 8

      def initialize(group, routing, total, job, world)
        @group = group
        @routing = routing
        @total = total
        @job = job
        @layout = group.first.layout
        @verdicts = group.first.verdicts
        @weight = group.sum(&:weight) / total
        @runs = lay(group.first)
        @world = world
        @index = world.index
        @links =
          runs
            .flat_map { |run| run.strands.map(&:points) + [run.grounding].compact }
            .map { |points| points.map { |point| @index[point] } }
        @outer = outer_links
      end

      # @return [Array<Skeleton>] the same with two single conductors exchanged that the boxes as found do not tell
      #   apart
      def exchanged(world) =
        @routing.exchanged(@group.first).map { |way| Skeleton.new([way], @routing, @total, @job, world) }

      # @param share [Float]
      # @return [Skeleton] the same with its weight taken times a share
      def weighing(share) = dup.tap { |copy| copy.weight = weight * share }

      # @return [Skeleton] the same with its two circuits on each other's breaker
      def swapped = dup.tap(&:swap)

      # @return [Array<Symbol>] what is not right in the opened boxes
      def wrong = @wrong ||= verdicts.each_value.map(&:label) - [:right]

      # @return [Array<Array(Symbol, String)>] the same, each with its place
      def wrong_places =
        @wrong_places ||=
          verdicts.filter_map { |place, verdict| [verdict.label, place].freeze unless verdict.label == :right }

      # @return [Hash{String => Hash{String => Float}}] point => role => weight, over all ways of naming
      def roles
        @roles ||=
          @group.each_with_object({}) { |way, sums| lay(way).each { |run| add_roles(sums, run, way.weight / @total) } }
      end

      # @return [Hash{String => String, nil}] conductor's point => function in a place
      def functions_at(place)
        (@functions_at ||= {})[place] ||= runs
          .select { |run| run.at?(place) }
          .map { |run| run.functions_at(place) }
          .reduce({}, :merge)
      end

      # @return [Array<String>] the conductors' points in a place, sorted
      def points_at(place) = (@points_at ||= {})[place] ||= @index.same(functions_at(place).keys.sort)

      # Possible further loads: at outlets downstream, in the other halves of receptacles, and on the feed
      # @param unplugged [Array<String>] receptacles of which everything is out
      # @return [Hash{Integer => Array<Array(Integer, Integer)>}] number in World#load_names => what lies between
      def appliances(unplugged = [])
        (@appliances ||= {})[unplugged] ||= begin
          names = @world.load_names
          {
            names.index(:beyond) => beyond(unplugged),
            names.index(:feed) => @world.sources.zip(@world.returns)
          }.reject { |_, ends| ends.empty? }
        end
      end

      def broken_conductors = @broken_conductors ||= Faults.broken(runs)

      def shorted_conductors = @shorted_conductors ||= Faults.shorted(runs) + Faults.leaking(runs)

      # @return [Array<String>] the points of the grounding conductors in a place
      def grounds_at(place) =
        runs.select { |run| run.at?(place) && run.grounding }.map { |run| run.grounding[run.side(place)] }

      # @return [Array<Array(Integer, Integer)>] line and neutral, at the near end, of what leaves for elsewhere
      def outlets =
        @outlets ||= onward.map { |run, place| %w[line neutral].map { |function| @index[run.point(place, function)] } }

      # @return [Array<String>] the points of the lines that leave a place for elsewhere
      def onward_lines(place) = onward.filter_map { |run, from| run.point(place, "line") if from == place }

      protected

      attr_writer :weight

      # Exchanges the breakers, in place
      def swap
        @breakers = [1, 0]
        @outer = outer_links
      end

      private

      # @return [Array<Array(Design::Run, String)>] runs that leave for elsewhere, each with where it leaves
      def onward =
        @onward ||=
          runs
            .select { |run| run.outer? && !run.feed? }
            .map { |run| [run, run.places.find { |name| !Design::Layout.onward?(name) }] }

      def beyond(unplugged)
        halves =
          @job
            .goal
            .loads
            .select { |load| load.kind == "receptacle" && load.part.nil? && !unplugged.include?(load.device) }
            .map { |load| ["#{load.id}.hot_2", "#{load.id}.neutral_2"] }
        (halves + fed_onward(unplugged)).map { |pair| pair.map { |point| @index[point] } }
      end

      # Line and neutral of the runs that leave, unless each leads to an outlet of the job and all of these are empty
      def fed_onward(unplugged)
        outlets = @job.loads.select { |load| load.kind == "receptacle" }.map(&:id) & @job.bystanders
        return [] if outlets.any? && (outlets - unplugged).empty? && onward.size <= outlets.size

        onward.map { |run, place| %w[line neutral].map { |function| run.point(place, function) } }.select(&:all?)
      end

      def add_roles(sums, run, weight)
        run.strands.each do |strand|
          role = strand.function ? Design::Layout.role(strand.function) : "spare"
          role = "onward" if role == "line" && run.places.any? { |place| Design::Layout.onward?(place) }
          strand.points.each { |point| (sums[point] ||= Hash.new(0.0))[role] += weight }
        end
        run.grounding&.each { |point| (sums[point] ||= Hash.new(0.0))["ground"] += weight }
      end

      def lay(way) = way.layout.edges.map { |edge| run(way, edge, *way.sides[edge]) }

      def run(way, edge, near = nil, far = nil)
        strands = near && far ? way.strands(edge, near, far) : half_seen(way, edge, near, far)
        colors = (near || far)&.colors || unseen_colors(strands.size)
        ends = [[near, 0], [far, 1]].map { |port, side| port ? port.ends.join("+") : blind(edge, side) }
        Design::Run.new(
          places: edge,
          ends:,
          grounding: grounding(edge, near, far),
          strands:
            strands.each_with_index.map do |(here, there, function), slot|
              Design::Run::Strand.new([here, there], colors[slot], function)
            end
        )
      end

      # The name of an unseen cable end, by where its run leads
      def blind(edge, side) = "#{edge[side]}/~#{edge[1 - side]}"

      def half_seen(way, edge, near, far)
        port = near || far
        return unseen(way, edge) unless port

        side = near ? 0 : 1
        there = blind(edge, 1 - side)
        port.points.each_index.map do |slot|
          number = port.points[slot][%r{/(\d+)}, 1] if port.ends.size > 1 || port.single?
          far_point = "#{there}.#{[port.tails[slot], number].compact.join("_")}"
          points = [port.points[slot], far_point]
          [*(side.zero? ? points : points.reverse), way.functions[edge][side][slot]]
        end
      end

      def unseen(way, edge)
        functions = way.layout.carried(edge)
        colors = unseen_colors(functions.size)
        way = Design::Coloring.likeliest(functions, colors, 1, polarized: Design::Layout.polarized(edge)).first
        colors.each_with_index.map do |color, slot|
          name = knob_and_tube? ? "#{color}_#{slot}" : color
          ["#{blind(edge, 0)}.#{name}", "#{blind(edge, 1)}.#{name}", way.functions[slot]]
        end
      end

      def unseen_colors(count)
        return ["black"] * count if knob_and_tube?

        Trade::CableType.colors(Trade::CableType.with_conductors(count.clamp(2, 4))) + (["black"] * [count - 4, 0].max)
      end

      def knob_and_tube? = @job.single_conductors?

      def grounding(edge, near, far)
        return if near || far ? (near || far).grounding.nil? : knob_and_tube?

        [[near, 0], [far, 1]].map { |port, side| port ? port.grounding : "#{blind(edge, side)}.bare" }
      end

      # Feeds and bond: pairs of points that the panel joins. The supply's own bond comes last.
      def outer_links
        pairs = runs.select(&:feed?).flat_map { |run| fed(run, Design::Circuits.number(run.feed)) }
        pairs << @world.returns.first(2) if layout.sharing?
        pairs << [@world.returns.first, @index[PointIndex::EARTH]]
      end

      # Which of the job's breakers feeds a circuit
      def breaker(circuit) = Design::Circuits.breaker(circuit).then { |number| @breakers ? @breakers[number] : number }

      # The lines of a run from the panel, two where circuits share a neutral
      # @return [Array<Array(Integer, String)>] circuit and point
      def lines(run)
        found = run.strands.select { |strand| strand.role == "line" }
        found.map { |strand| [Design::Circuits.number(strand.function), strand.points[run.side(run.feed)]] }
      end

      # What the panel joins to a run from it
      def fed(run, circuit)
        pairs = lines(run).map { |number, point| [@world.sources[breaker(number)], @index[point]] }
        pairs << [@world.returns[breaker(circuit)], @index[run.point(run.feed, "neutral")]]
        pairs << [@index[PointIndex::EARTH], @index[run.grounding[run.side(run.feed)]]] if run.grounding
        pairs
      end
    end
  end
end

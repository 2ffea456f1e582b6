# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Every way the runs of a layout can be the cables that show in the boxes opened so far, and every way their
    # conductors can carry what the runs have to carry. Depth first over the runs, the heaviest kept.
    class Routing
      include Enumerable

      # Share of the heaviest way below which a way is left out.
      FLOOR = 1e-5
      # Conductors of a cable end, with its type where it is known.
      Choice = Struct.new(:ends, :points, :colors, :grounding, :type)

      # @param job [Evidence::Job]
      # @param situation [Evidence::Situation]
      def initialize(job, situation)
        @job = job
        @situation = situation
        @knob_and_tube = job.document["method"] == "knob_and_tube"
        @ends = situation.opened.keys.to_h { |place| [place, situation.cable_ends(place).map { |cable_end| choice(cable_end) }] }
        @verdicts = {}
      end

      # Yields layout, runs, weight and the verdict of each opened box, for every way worth keeping.
      def each(&)
        best = 0.0
        layouts.each do |layout|
          edges = layout.edges.sort_by { |edge| [-edge.count { |place| @situation.open?(place) }, layout.edges.index(edge)] }
          step(layout, edges, [], {}, layout.weight, {}) do |runs, weight, verdicts|
            best = [best, weight].max
            yield(layout, runs, weight, verdicts) if weight >= best * FLOOR
          end
        end
      end

      # @return [Symbol, nil] :feed, :onward, or nil for a run between boxes
      def self.polarized(edge)
        return :feed if edge.include?(Design::Layout::FEED)

        :onward if edge.any? { |place| place.start_with?("onward") }
      end

      # @return [Array<Design::Layout>] layouts that agree with the number of cables in each opened box
      def layouts
        found = Design::CableTrees.new(
          controls: @job.wanted_controls.map(&:place), light: @job.wanted_load.place,
          others: (@job.boxes.map(&:id) - @job.wanted_controls.map(&:place) - [@job.wanted_load.place]),
          degrees: @knob_and_tube ? {} : @ends.transform_values(&:size)
        ).to_a.sort_by { |layout| -layout.weight }
        @ends.empty? ? found.first(60) : found
      end

      private

      def step(layout, edges, runs, used, weight, verdicts, &block)
        if edges.empty?
          return unless @ends.all? { |place, ends| (used[place] || []).size == ends.size }

          return yield(runs, weight, verdicts)
        end
        edge, *rest = edges
        runs_for(layout, edge, used, runs.size) do |run, share, taken|
          now = weight * share
          next if now < FLOOR * FLOOR || twin?(run, runs)

          together = runs + [run]
          settled = verdicts.merge(settle(layout, edge, rest, together))
          now *= settled.except(*verdicts.keys).values.reduce(1.0) { |product, verdict| product * verdict.weight }
          step(layout, rest, together, taken, now, settled, &block) if now >= FLOOR * FLOOR
        end
      end

      # Travelers are named in the order of the first run that has them; the other order is the same circuit.
      def twin?(run, runs)
        order = run.strands.filter_map { |strand| strand.function if strand.function&.start_with?("traveler") }
        order == order.sort.reverse && order.size > 1 && runs.none? { |earlier| earlier.strands.any? { |strand| order.include?(strand.function) } }
      end

      # Verdicts on opened boxes all of whose runs are laid by now.
      def settle(layout, edge, rest, runs)
        edge.select { |place| @situation.open?(place) && rest.none? { |other| other.include?(place) } }
            .to_h { |place| [place, verdict(layout, place, runs)] }
      end

      def verdict(layout, place, runs)
        functions = runs.select { |run| run.at?(place) }.map { |run| run.functions_at(place) }.reduce({}, :merge)
        @verdicts[[place, layout.chain, functions]] ||= workmanship(layout, place).judge(@situation.found_joints(place), functions)
      end

      def workmanship(layout, place)
        device = @job.wanted_controls.find { |control| control.place == place }&.id
        device ||= @job.wanted_load.id if @job.wanted_load.place == place
        found = @situation.opened[place]["devices"].find { |row| row["id"] == device }
        Design::Workmanship.new(device:, kind: found && found["kind"], chain_place: Skeleton.chain_place(layout.chain, place))
      end

      # Yields every run an edge can be, its weight, and the cable ends used by then.
      def runs_for(layout, edge, used, number)
        functions = layout.carried(edge)
        sides = edge.map { |place| choices(place, functions.size, used) }
        polarized = Routing.polarized(edge)
        sides[0].product(sides[1]) do |near, far|
          next if near && far && !same_cable?(near, far)

          spare = ((near || far)&.colors&.size || functions.size) - functions.size
          share = (Trade.priors.dig("layout", "spare_conductor")**spare) * (functions.size > 3 ? Trade.priors.dig("layout", "four_conductor_cable") : 1.0)
          taken = edge.zip([near, far]).select(&:last).reduce(used) do |so_far, (place, choice)|
            so_far.merge(place => (so_far[place] || []) + choice.ends)
          end
          laid(edge, functions, near, far, polarized, number) { |run, weight| yield run, weight * share, taken }
        end
      end

      # The cable ends of an opened place that are still free, singly, or as many single conductors as are needed.
      def choices(place, size, used)
        return [nil] unless @ends.key?(place)

        free = @ends[place].reject { |choice| (choice.ends - (used[place] || [])).empty? }
        cables = free.reject { |choice| choice.type == "knob_and_tube" }.select { |choice| choice.points.size >= size }
        singles = free.select { |choice| choice.type == "knob_and_tube" }.combination(size).map { |group| bundle(group) }
        cables + singles
      end

      def choice(cable_end)
        Choice.new([cable_end.id], cable_end.insulated.map { |wire| cable_end.point(wire) }, cable_end.insulated.map(&:color),
                   cable_end.grounding && cable_end.point(cable_end.grounding), cable_end.type || "")
      end

      def bundle(group)
        Choice.new(group.flat_map(&:ends), group.flat_map(&:points), group.flat_map(&:colors), nil, "knob_and_tube")
      end

      # Cables of one type whose conductors look alike; loose singles match any singles.
      def same_cable?(near, far)
        return false unless near.type == far.type && near.colors.sort == far.colors.sort

        %w[knob_and_tube raceway].include?(near.type) || near.points.map { |point| tail(point) }.sort == far.points.map { |point| tail(point) }.sort
      end

      def tail(point) = point.split(".").last

      def laid(edge, functions, near, far, polarized, number, &)
        seen = near || far
        return singles(edge, functions, near, far, polarized, &) if near && far && seen.type == "knob_and_tube"

        colors = seen ? seen.colors : default_colors(functions.size)
        ways = Design::Coloring.ways(functions, colors, polarized:)
        ways = ways.first(1) unless seen
        near_points, far_points = [near, far].zip(edge).map { |choice, place| points(choice, place, number, seen, colors) }
        pairings = near && far ? pairings(near, far) : [near_points.zip(far_points)]
        ways.product(pairings) do |way, pairs|
          yield(run(edge, [near, far], pairs, colors, way.functions, number), way.weight / pairings.size)
        end
      end

      # Which conductor here is which there: by name in a cable; in a raceway any of the same colour.
      # @return [Array<Array<Array(String, String)>>]
      def pairings(near, far)
        return [near.points.map { |point| [point, far.points.find { |other| tail(other) == tail(point) }] }] unless near.type == "raceway"

        far.points.permutation.filter_map do |order|
          colors = order.map { |point| far.colors[far.points.index(point)] }
          near.points.zip(order) if colors == near.colors
        end
      end

      # Two bundles of single conductors, either of which says nothing about the other.
      def singles(edge, functions, near, far, polarized)
        Design::Coloring.ways(functions, near.colors, polarized:).each do |here|
          Design::Coloring.ways(functions, far.colors, polarized:).each do |there|
            pairs = here.functions.each_with_index.map { |function, slot| [near.points[slot], far.points[there.functions.index(function)]] }
            yield run(edge, [near, far], pairs, near.colors, here.functions, 0), here.weight * there.weight
          end
        end
      end

      def default_colors(count)
        @knob_and_tube ? ["black"] * count : Trade::CableType.colors(Trade::CableType.with_conductors(count))
      end

      def points(choice, place, number, seen, colors)
        return choice.points if choice
        return seen.points.map { |point| "#{place}/~#{number + 1}.#{tail(point)}#{"_#{point[%r{/(\d+)}, 1]}" if seen.type == "knob_and_tube"}" } if seen

        colors.each_with_index.map { |color, slot| "#{place}/~#{number + 1}.#{color}#{"_#{slot}" if @knob_and_tube}" }
      end

      def run(edge, sides, pairs, colors, functions, number)
        ends = sides.zip(edge).map { |choice, place| choice ? choice.ends.join("+") : "#{place}/~#{number + 1}" }
        seen = sides.compact.first
        bare = seen ? !seen.grounding.nil? : !@knob_and_tube
        grounding = (sides.zip(edge).map { |choice, place| choice ? choice.grounding : "#{place}/~#{number + 1}.bare" } if bare)
        strands = pairs.each_with_index.map { |points, slot| Design::Run::Strand.new(points, colors[slot], functions[slot]) }
        Design::Run.new(places: edge, ends:, strands:, grounding: (grounding if grounding&.all?))
      end
    end
  end
end

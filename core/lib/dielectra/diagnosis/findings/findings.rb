# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # What follows from a belief, summed over the hypotheses: the role of every conductor, which cable ends belong
    # together, and the causes
    class Findings
      # Posterior a role needs to be stated
      AGREED = 0.9
      # The destination of cables that leave for outlets downstream
      ELSEWHERE = "onward"

      def initialize(belief, situation)
        @belief = belief
        @situation = situation
      end

      # @return [Hash{String => Hash{String => Float}}] conductor end in an open box => role => probability
      def roles
        @roles ||= opened_wires.to_h { |point, wire| [point, wire.grounding? ? { "ground" => 1.0 } : shares(point)] }
      end

      # @return [Hash{String => String}] the grounding conductors in open boxes
      def grounds = opened_wires.select { |_, wire| wire.grounding? }.transform_values { "ground" }

      # The role of each conductor as joined now; what the hypotheses dispute is left out
      # @return [Hash{String => String}]
      def proved_roles
        points = opened_wires.reject { |_, wire| wire.grounding? }.keys
        leading = @belief.leading(share: 0.99, most: 20)
        Findings
          .weighed(leading, leading.map { |hypothesis| Roles.new(@belief.world, hypothesis, @situation).of(points) })
          .transform_values { |shares| shares.max_by(&:last) }
          .select { |_, (_, share)| share >= AGREED }
          .transform_values(&:first)
      end

      # @param hypotheses [Array<Hypothesis>]
      # @param roles [Array<Hash{String => String}>] point => role under each
      # @return [Hash{String => Hash{String => Float}}] point => role => share of the hypotheses' weight
      def self.weighed(hypotheses, roles)
        total = hypotheses.sum(&:weight)
        hypotheses
          .zip(roles)
          .each_with_object({}) do |(hypothesis, named), sums|
            named.each { |point, role| (sums[point] ||= Hash.new(0.0))[role] += hypothesis.weight / total }
          end
      end

      # @return [Array<Array(Array(String, String), Float)>] pairs of cable ends, each with its probability
      def links
        sums = Hash.new(0.0)
        @belief.hypotheses.each do |hypothesis|
          hypothesis.skeleton.runs.each do |run|
            sums[run.ends.sort] += hypothesis.weight if run.ends.none? { |name| !EndId.single?(name) }
          end
        end
        sums.sort_by { |_, share| -share }
      end

      # Where the cables of the opened boxes are likely to lead
      # @return [Hash{String => Hash{String => Float}}] cable end => place => probability
      def destinations
        sums = {}
        @belief.hypotheses.each do |hypothesis|
          hypothesis.skeleton.runs.each do |run|
            run
              .ends
              .zip(run.places.reverse) do |names, other|
                names
                  .split("+")
                  .each do |name|
                    next if EndId.unseen?(name)

                    there = Design::Layout.onward?(other) ? ELSEWHERE : other
                    (sums[name] ||= Hash.new(0.0))[there] += hypothesis.weight
                  end
              end
          end
        end
        sums
      end

      # @return [Array<Hash>] in the form of a conclusion, from the likeliest hypothesis and what was changed
      def causes
        found =
          (
            if @situation.found_off? && @situation.arrangement == Evidence::Arrangement.as_found && unsuspicious?
              []
            else
              stated(repaired.to_a, hidden_causes)
            end
          )
        # Where two boxes do not match, either may be called miswired. The box that was rewired is named.
        found = @situation.found_off? ? [no_supply] : repaired.all if found.empty?
        (found - lamps_of_new_fixtures(found)) | repaired.bonded
      end

      # A new fixture comes without a bulb. That is no cause of what was wrong before.
      def lamps_of_new_fixtures(found) =
        found.select { |cause| cause["kind"] == "lamp" && @situation.arrangement.kinds.key?(cause["device"]) }

      def no_supply =
        {
          "kind" => "no_supply",
          "place" => @situation.job.panel.id,
          "device" => @situation.breakers_found.find { |_, position| position != "on" }.first
        }

      # The suspects, likeliest first, with their posteriors
      # @return [Array<Array(Hash, Float)>]
      def suspects
        sums = Hash.new(0.0)
        @belief.hypotheses.each { |hypothesis| sums[suspected(hypothesis)] += hypothesis.weight }
        sums.sort_by { |_, share| -share }
      end

      # What is wrong in a hypothesis, hidden or seen
      def suspected(hypothesis)
        shown =
          hypothesis
            .skeleton
            .verdicts
            .reject { |_, verdict| verdict.label == :right }
            .map do |place, verdict|
              next { "kind" => "wrong_device", "place" => place } if verdict.label == :wrong_device

              { "kind" => "miswired", "place" => place, **repaired.loose(place) }
            end
        shown += scheme(hypothesis)
        shown + hypothesis.deviations.map { |deviation| Findings.cause(deviation) }
      end

      # An obsolete scheme counts as a cause regardless of other deviations.
      def scheme(hypothesis)
        layout = hypothesis.skeleton.layout
        if layout.scheme == Design::Scheme::PRESENT
          []
        else
          [{ "kind" => "miswired", "place" => layout.control_places.first, "scheme" => layout.scheme.name.to_s }]
        end
      end

      # Causes above a probability, plus those already repaired
      # @param least [Float]
      # @return [Array<Hash>]
      def certain_causes(least)
        changed = repaired.to_a
        causes.select { |cause| changed.include?(cause) || share_of(cause) >= least }
      end

      # One sentence per finding, naming the steps it rests on
      # @return [Array<String>]
      def because(log, named = causes) = Explanation.new(@belief, @situation, log).sentences(named)

      # @return [Hash] a deviation in the form of a conclusion; points that nobody has seen, and junctions nobody knows
      #   of, have no names in there, and a cable end that nobody has seen has that of its box
      def self.cause(deviation)
        inside = deviation.kind == :no_supply || deviation.points&.any? { |point| PointId.unseen?(point) }
        points = deviation.points unless inside
        place = deviation.place unless deviation.place && Design::Layout.unseen?(deviation.place)
        {
          "kind" => deviation.cause,
          "place" => (place unless deviation.kind == :overload),
          "device" => deviation.device,
          "points" => points,
          "contact" => (deviation.contact unless deviation.device_kind),
          "device_kind" => deviation.device_kind,
          "between" => deviation.cable&.map { |name| EndId.seen_part(name) }
        }.compact
      end

      private

      def repaired = @repaired ||= Repaired.new(@belief, @situation, grounds.keys)

      def opened_wires
        @situation
          .opened
          .keys
          .flat_map do |place|
            @situation
              .cable_ends(place)
              .flat_map { |cable_end| cable_end.wires.map { |wire| [cable_end.point(wire), wire] } }
          end
          .to_h
      end

      def shares(point)
        sums = Hash.new(0.0)
        @belief.hypotheses.each do |hypothesis|
          roles = hypothesis.skeleton.roles.fetch(point, {})
          total = roles.values.sum
          roles.each { |role, weight| sums[role] += hypothesis.weight * weight / total }
        end
        sums.select { |_, share| share > 0.001 }.sort_by { |_, share| -share }.to_h
      end

      # Causes that were repaired and faults still hidden. Hidden faults of a switch that was replaced are left out.
      def stated(changed, hidden)
        wrong = changed.select { |cause| %w[wrong_device tab].include?(cause["kind"]) }.map { |cause| cause["device"] }
        (changed + hidden.reject { |cause| wrong.include?(cause["device"]) }).uniq
      end

      # Whether the likeliest hypothesis has a sound supply
      def unsuspicious? =
        @belief.hypotheses.first.nil? ||
          @belief.hypotheses.first.deviations.none? { |deviation| deviation.kind == :no_supply }

      # Posterior of a cause of its kind, in its place or run
      def share_of(cause)
        @belief.probability do |hypothesis|
          suspected(hypothesis).any? do |other|
            other.values_at("kind", "place", "between", "scheme") ==
              cause.values_at("kind", "place", "between", "scheme")
          end
        end
      end

      def hidden_causes
        best = @belief.hypotheses.first
        return [] unless best

        changed = @situation.arrangement == Evidence::Arrangement.as_found
        shown = changed ? suspected(best).reject { |cause| cause.key?("points") || cause.key?("device") } : []
        (shown | scheme(best)) + best.deviations.map { |deviation| Findings.cause(deviation) }
      end
    end
  end
end

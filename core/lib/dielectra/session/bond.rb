# frozen_string_literal: true

module Dielectra
  module Session
    # Whether a piece of metal (a box, a yoke) is joined to ground, as far as the metal itself was read with something
    # that loads it: a low-impedance tester from a hot conductor, or ohms to the neutral with the power off, since the
    # panel bonds the two. A meter of 10 megohms and a beep of up to 30 ohms show that it is not, and never that it is.
    class Bond
      HOT = %w[line onward].freeze

      # @param session [Troubleshooting]
      def initialize(session)
        @session = session
        @situation = session.situation
      end

      # @param metal [String] the point that was touched
      # @return [Symbol, nil] :path, :no_path, or nil where no reading tells
      def of(metal) = readings(metal).filter_map { |step, other| told(step, other) }.last

      # @param place [String] of an open box
      # @return [Array<String>] its metal, the box before the yokes
      def metal(place) =
        @situation.points(place).select { |point| PointId.metal?(point) }.sort_by { |one| PointId.box?(one) ? 0 : 1 }

      # @param point [String] of a conductor
      # @return [String, nil] what the likeliest hypothesis takes it for
      def role(point) = roles[point]

      private

      # Readings of the metal since its box was last rearranged
      # @return [Array<Array(Hash, String)>] each with the conductor at the other end
      def readings(metal)
        place = @situation.place_of_point(metal)
        @session
          .log
          .since_moved(place)
          .readings
          .select { |entry| entry["at"].include?(metal) && entry["at"].size == 2 }
          .map { |entry| [entry.fields, (entry["at"] - [metal]).first] }
      end

      def told(step, other)
        answer = step["answer"]
        case step["tool"]
        when "low_z", "voltage"
          volts(step["tool"], answer["volts"] / @session.job.supply_volts.to_f, role(other))
        when "resistance"
          (answer["ohms"] && answer["ohms"] < COPPER ? :path : :no_path) if role(other) == "neutral"
        when "continuity"
          :no_path if role(other) == "neutral" && answer["reads"] == "silent"
        end
      end

      COPPER = Diagnosis::DeadReading::COPPER_OHMS
      private_constant :COPPER

      def volts(tool, share, role)
        return if role == "neutral" || role.nil?
        if tool == "voltage"
          return(:no_path if HOT.include?(role) && Physics::Uncertainty.volts_class(share) == :nothing)
        end

        return :path if Physics::Uncertainty.volts_class(share) == :full

        :no_path if HOT.include?(role)
      end

      def roles
        @roles ||=
          begin
            best = @session.belief.hypotheses.first
            points = @situation.opened_boxes.flat_map { |place| @situation.conductors(place) }
            best ? Diagnosis::Roles.new(@session.belief.world, best, @situation).of(points) : {}
          end
      end
    end
  end
end

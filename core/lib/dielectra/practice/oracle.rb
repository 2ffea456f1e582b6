# frozen_string_literal: true

module Dielectra
  module Practice
    # A house in which one given hypothesis is true. It answers steps as Practice::House does.
    class Oracle
      # The hypothesis does not determine the answer.
      class SaysNothing < StandardError
      end

      # Ohms of copper, and of a load.
      OHMS = { true => 0.2, :perhaps => 20.0, false => nil }.freeze

      # @param truth [Diagnosis::Hypothesis]
      # @param situation [Evidence::Situation]
      # @param belief [Diagnosis::Belief]
      def initialize(truth, situation, belief)
        @truth = truth
        @situation = situation
        @world = belief.world
        @prediction = belief.prediction
        @arrangement = @world.same(situation.arrangement)
      end

      # @param fields [Hash] a step in the form of the protocol
      # @return [Hash, nil] nil where the hypothesis does not say
      def answer(fields)
        Steps.of(fields).answer_from(self)
      rescue SaysNothing
        nil
      end

      def loads = @world.lamps.keys.to_h { |lamp| [lamp, light(lamp)] }

      def breakers = { @situation.job.breakers.first => @situation.power || "on" }

      def wiggled(_device) = loads

      def live(_place) = []

      def bench(device, position)
        raised = contacts(device => Trade::Position.raised?(position))
        @truth.closed(@arrangement, device, raised[device])
      end

      def read(tool, points)
        case tool
        when "continuity"
          { "reads" => joined(*points) ? "beep" : "silent" }
        when "resistance"
          { "ohms" => OHMS.fetch(joined(*points)) }
        when "ncv"
          at = @prediction.potential(@truth, @arrangement, contacts, points.first)
          { "reads" => at == :line ? "glow" : "dark" }
        else
          full = @prediction.full(@truth, @arrangement, *points).anybits?(@world.bit(contacts))
          { "volts" => full ? @situation.job.supply_volts.to_f : 0.0 }
        end
      end

      # @return [Boolean, Symbol] whether two points are joined; :perhaps where a load lies between them
      def joined(one, other)
        path = @prediction.path(@truth, @arrangement, one, other)
        state = @world.bit(contacts)
        return true if path.sure.anybits?(state)

        path.loads.each_value.reduce(path.series, :|).anybits?(state) && :perhaps
      end

      # A hypothesis does not determine how a box looks.
      def uncover(_place) = raise(SaysNothing)

      def find_breaker_of_point(_point) = raise(SaysNothing)

      def find_breaker_of_load(_load) = raise(SaysNothing)

      # These steps change the situation, not the oracle.
      %i[throw_toggle switch_breaker arrange replace break_tab tape].each { |name| define_method(name) { |*| nil } }

      private

      # How the contacts most likely stand.
      def contacts(put = {})
        (@contacts ||= {})[put] ||= Diagnosis::Toggles.now(@world, @situation, put).likeliest(@truth.odds)
      end

      def light(lamp)
        shown = @prediction.light(@truth, @arrangement, contacts, lamp)
        shown == :tripped ? "off" : shown.to_s
      end
    end
  end
end

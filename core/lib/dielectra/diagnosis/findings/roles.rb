# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The roles of conductors in a hypothesis as joined now, read off the nets with every switch taken out
    class Roles
      def initialize(world, hypothesis, situation)
        @world = world
        @hypothesis = hypothesis
        @arrangement = situation.arrangement
      end

      # @param points [Array<String>] conductor ends
      # @return [Hash{String => String}] point => role
      def of(points)
        base = @hypothesis.base(@arrangement)
        nets = ->(point) { base[point] || point }
        named = { @world.returns => "neutral", @world.sources => "line" }
        named = named.flat_map { |ends, role| ends.map { |point| [nets[point], role] } }.to_h
        @world.lamps.each_value { |ends| ends.each { |point| named[nets[point]] ||= "load" } }
        travelers(nets).each { |net| named[net] ||= "traveler" }
        points.to_h { |point| [point, role(named[nets[@world.index[point]]], point)] }
      end

      private

      def role(name, point)
        return "spare" unless name

        name == "line" && onward?(point) ? "onward" : name
      end

      def onward?(point)
        @hypothesis.skeleton.runs.any? do |run|
          run.outer? && !run.feed? && run.strands.any? { |strand| strand.points.include?(point) }
        end
      end

      def travelers(nets)
        @hypothesis
          .kinds(@arrangement)
          .flat_map do |device, kind|
            Trade::DeviceKind[kind].travelers.map { |terminal| nets[@world.index["#{device}.#{terminal}"]] }
          end
      end
    end
  end
end

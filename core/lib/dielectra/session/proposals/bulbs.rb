# frozen_string_literal: true

module Dielectra
  module Session
    # A bulb that is known to be good, put into each fixture.
    class Bulbs < Proposal
      def to_a
        return [] if @situation.power == "off"

        doubtful = @job.goal.loads.reject { |load| @situation.arrangement.lamps.include?(load.device) || !lamp?(load) }
        doubtful.map do |load|
          there = moved(load.place).spend(@costs["replace"] + @costs["watch"])
          renewed = @now.world.same(@situation.arrangement.with_lamp(load.device))
          step = @permits.looking.step(:replace, device: load.device, kind: Steps::Replace::LAMP)
          @now.action(:lamp, load.id, there, @now.lights(renewed, @now.toggles), step)
        end
      end

      private

      def lamp?(load) = load.terminals == Trade::DeviceKind[load.kind].lamp
    end
  end
end

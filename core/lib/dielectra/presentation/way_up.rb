# frozen_string_literal: true

module Dielectra
  module Presentation
    # Single switches whose load is on with the toggle down: they hang upside down, and no wire is wrong.
    class WayUp
      # @param session [Session::Troubleshooting]
      def initialize(session)
        @job = session.job
        @situation = session.situation
        @seen = session.proof.seen
      end

      # @return [Array<String>] a sentence for each
      def to_a
        @job.goal.groups.each_with_index.filter_map do |group, index|
          control = group.controls.first if group.controls.size == 1
          next unless control && upside_down?(control.id, index)

          "The #{Naming.switch(control.id, @job)} switch hangs upside down: down is on. No wire is wrong. " \
            "Turn it end for end with the power off, and see that up is on."
        end
      end

      private

      # Whether the group was seen on with the toggle down, and off with it up
      def upside_down?(id, index)
        by_toggle = @seen.group_by { |raised, _| raised[id] }
        states = ->(up) { (by_toggle[up] || []).map { |_, light| @job.goal.states(light)[index] }.uniq }
        states[false] == ["on"] && states[true] == ["off"]
      end
    end
  end
end

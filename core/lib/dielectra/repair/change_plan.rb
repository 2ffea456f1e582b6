# frozen_string_literal: true

module Dielectra
  module Repair
    # What has to be done for a change: boxes set, runs pulled, devices fitted and taken out, and then the rewire. Where
    # the runs there are and those that may be pulled do not carry it, `needs` says which one run would do.
    class ChangePlan
      # @return [Array<Hash>] steps that change the house, in working order, in the form of the protocol
      attr_reader :work
      # @return [Plan, nil] the rewire that follows, as far as it is known
      attr_reader :rewire
      # @return [Float] minutes of all of it
      attr_reader :minutes
      # @return [Array<Hash>, nil] runs of which one alone would do: `run` and `type`; nil where it can be done
      attr_reader :needs
      # @return [ChangeDesign, nil]
      attr_reader :design

      # @return [Mishaps, nil] what it stays safe in
      attr_reader :mishaps

      def initialize(work: [], rewire: nil, minutes: 0.0, needs: nil, design: nil, places: [], rules: 0.0, mishaps: nil)
        @work = work
        @rewire = rewire
        @minutes = minutes
        @needs = needs
        @design = design
        @places = places
        @rules = rules
        @mishaps = mishaps
      end

      # @return [Float] what ways are compared by: minutes, and for rules that are not met some more
      def cost = minutes + @rules

      def possible? = needs.nil?

      # @return [Array<String>] boxes that have to be open for it and are there
      attr_reader :places

      # Two plans with the same key are the same work, as far as the open boxes show.
      # @param open [Array<String>] opened places
      def key(open)
        return :impossible, needs unless possible?

        [work, places - open, rewire.joints.slice(*open).sort, rewire.replacements.sort, rewire.tabs.sort]
      end
    end
  end
end

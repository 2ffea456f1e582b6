# frozen_string_literal: true

module Dielectra
  module Repair
    # What one box has to be joined like, given what its conductors are to carry, with as little changed as possible.
    class Target
      attr_reader :joints, :changed

      # @param current [Array<Array<String>>] what touches what now
      # @param functions [Hash{String => String, nil}] conductor's point => function
      # @param workmanship [Design::Workmanship] of the device that is, or will be, in the box
      # @param grounds [Array<String>] everything in the box that belongs to the ground
      def initialize(current:, functions:, workmanship:, grounds:)
        @current = current
        @functions = functions
        @grounds = grounds
        @device = "#{workmanship.device}."
        best = workmanship.turns.map { |turn| arrange(workmanship.joints(functions, turn:)) }
                          .min_by { |joints| Evidence::Arrangement.changed(current, joints).size }
        @changed = Evidence::Arrangement.changed(current, best)
        best = with_grounds(best)
        @joints = Evidence::Arrangement.canonical(best)
        @changed = Evidence::Arrangement.changed(current, best)
      end

      private

      def arrange(joints) = spares(joints) + kept_grounds + others

      # What has nothing to do with the circuit, such as a second one passing through: it stays as it is.
      def others
        @others ||= @current.map { |joint| joint.reject { |point| mine?(point) } }.select { |joint| joint.size > 1 }
      end

      def mine?(point) = @functions.key?(point) || @grounds.include?(point) || point.start_with?(@device)

      # Spares stay where they are as long as that is plain.
      def spares(joints)
        joints = joints.map(&:dup)
        @current.each do |joint|
          idle = joint.select { |point| @functions.key?(point) && @functions[point].nil? }
          next if idle.empty?

          others = joint - idle
          if others.empty?
            joints << idle if idle.size > 1
          else
            home = joints.select { |candidate| others.grep(%r{/}).intersect?(candidate) }
            home.first.concat(idle) if home.size == 1
          end
        end
        joints
      end

      def kept_grounds = @current.map { |joint| joint & @grounds }.select { |joint| joint.size > 1 }

      # A box that has to be worked in, and whose grounds lie loose, gets them joined.
      def with_grounds(joints)
        return joints if @changed.empty? || kept_grounds.any? || @grounds.none? { |point| point.include?("/") }

        joints + [@grounds]
      end
    end
  end
end

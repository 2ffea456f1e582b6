# frozen_string_literal: true

module Dielectra
  module Repair
    # What one box has to be joined like, given what its conductors are to carry, with as little changed as possible.
    class Target
      # @return [Array<String>] points that have to touch something else than now
      attr_reader :changed

      # @param current [Array<Array<String>>] what touches what now
      # @param functions [Hash{String => String, nil}] conductor's point => function
      # @param workmanship [Design::Workmanship] of the device that is, or will be, in the box
      # @param grounds [Array<String>] everything in the box that belongs to the ground
      # @param partners [Hash{String => Array<String>}] Arrangement.partners of what touches what now, where it is at hand
      def initialize(current:, functions:, workmanship:, grounds:, partners: Evidence::Arrangement.partners(current))
        @current = current
        @functions = functions
        @grounds = grounds
        @device = "#{workmanship.device}."
        @partners = partners
        choose(workmanship.turns.map { |turn| spares(workmanship.joints(functions, turn:)) + kept_grounds + others })
      end

      # @return [Array<Array<String>>] what shall touch what
      def joints = @joints ||= Evidence::Arrangement.canonical(@best)

      private

      # The way round that changes least.
      def choose(ways)
        changes = ways.map { |joints| changed_by(joints) }
        least = changes.each_index.min_by { |number| changes[number].size }
        @changed = changes[least]
        @best = with_grounds(ways[least])
        @changed = changed_by(@best) unless @best.equal?(ways[least])
      end

      def changed_by(joints)
        after = Evidence::Arrangement.partners(joints)
        (@partners.keys | after.keys).reject { |point| @partners[point] == after[point] }
      end

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

      def kept_grounds = @kept_grounds ||= @current.map { |joint| joint & @grounds }.select { |joint| joint.size > 1 }

      # A box that has to be worked in, and whose grounds lie loose, gets them joined.
      def with_grounds(joints)
        return joints if @changed.empty? || kept_grounds.any? || @grounds.none? { |point| point.include?("/") }

        joints + [@grounds]
      end
    end
  end
end

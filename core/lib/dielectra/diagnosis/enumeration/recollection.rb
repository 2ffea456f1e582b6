# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The skeletons of a house as it is remembered: those that agree with the boxes opened so far and with the
    # remembered contents of the closed ones.
    class Recollection
      # Factor on the weight of a skeleton for each remembered role or link that it contradicts
      CONTRADICTED = 0.03
      # Share of the heaviest below which a skeleton is left out
      LEAST = 1e-3

      # @param job [Evidence::Job] with a memory
      # @param situation [Evidence::Situation]
      # @param world [World]
      def initialize(job, situation, world)
        @job = job
        @situation = situation
        @world = world
        @memory = job.memory
        @closed = @memory.places.keys.reject { |place| situation.open?(place) }
      end

      # @return [Array<Skeleton>] heaviest first; weights sum to one; empty where what was found contradicts the memory
      def skeletons
        return [] if @memory.standing(@situation).size < @memory.places.size

        all = routing.groups.filter_map { |group| group_as_left(group) }
        rows = all.map { |group| [group.sum(&:weight) * agreement(skeleton(group)), group] }
        heaviest = rows.map(&:first).max or return []
        held = rows.select { |weight, _| weight >= heaviest * LEAST }.sort_by { |weight, _| -weight }
        total = held.sum(&:first)
        held.map { |weight, group| skeleton(scaled(group, weight / total)) }
      end

      private

      def routing = @routing ||= Routing.new(@job, @memory.recalled(@situation), @world)

      # The ways of a group under which the remembered boxes were left right, without a verdict on them
      def group_as_left(group)
        ways =
          group.select do |way|
            @closed.all? { |place| way.verdicts[place].nil? || way.verdicts[place].label == :right }
          end
        ways = ways.map { |way| way.dup.tap { |copy| copy.verdicts = way.verdicts.except(*@closed) } }
        ways unless ways.empty?
      end

      def scaled(group, weight)
        total = group.sum(&:weight)
        group.map { |way| way.dup.tap { |copy| copy.weight = way.weight / total * weight } }
      end

      def skeleton(group) = Skeleton.new(group, routing, 1.0, @job, @world)

      # How well a skeleton agrees with the remembered roles and links
      def agreement(skeleton)
        told = skeleton.roles
        roles = @memory.roles.count { |point, role| told.key?(point) && told[point].max_by(&:last).first != role }
        ends = skeleton.runs.to_h { |run| [run.ends.first, run.ends.last] }.then { |ways| ways.merge(ways.invert) }
        links = @memory.links.count { |one, other| ends.key?(one) && ends[one] != other }
        CONTRADICTED**(roles + links)
      end
    end
  end
end

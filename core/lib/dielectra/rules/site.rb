# frozen_string_literal: true

module Dielectra
  module Rules
    # What rules are judged by: the open boxes as they are now, what was read, what was done, and what a plan adds. It
    # knows what was seen, and says so where something was not.
    class Site
      attr_reader :session, :situation, :job, :plan, :local

      # @param session [Session::Troubleshooting, Session::Change]
      # @param plan [Repair::ChangePlan, nil] a change that is not done yet
      # @param local [Local]
      # @param place [String, nil] the only box that is looked at; nil for all
      def initialize(session, plan = nil, local: Local.new, place: nil)
        @session = session
        @situation = session.situation
        @job = session.job
        @plan = plan if plan&.possible?
        @local = local
        @only = place
      end

      # @return [Array<String>] open boxes
      def opened = @opened ||= situation.opened_boxes.select { |place| @only.nil? || place == @only }

      # @return [Evidence::Job] with the change asked for, where one is
      def asked = session.respond_to?(:asked) ? session.asked : job

      def bond = @bond ||= Session::Bond.new(session)

      # @return [Diagnosis::Hypothesis, nil] the likeliest
      def best = session.belief.hypotheses.first

      # @return [Hash{String => String}] conductor => role as things are joined now, under the likeliest hypothesis
      def roles(place)
        return {} unless best

        (@roles ||= {})[place] ||= Diagnosis::Roles.new(session.belief.world, best, situation).of(
          situation.conductors(place)
        )
      end

      # @param point [String] a conductor
      # @return [Float] probability that it is a neutral
      def neutral_share(point) = (@shares ||= session.findings.roles).fetch(point, {}).fetch("neutral", 0.0)

      # @return [Array<Hash>] rows of the devices that are in a box now, by the kind they are now
      def devices(place) =
        situation.opened[place]["devices"].filter_map do |row|
          next if situation.retired.include?(row["id"])

          row.merge("kind" => Trade::KindName.plain(situation.kind_of(row["id"]) || row["kind"]))
        end

      def switches(place) = devices(place).select { |row| kind(row).switch? }

      def kind(row) = Trade::DeviceKind[row["kind"]]

      # @return [Array<Hash>] steps of a kind that were done
      def done(*kinds) = session.log.done(*kinds).map(&:fields)

      # @return [String] "step 4" or "steps 4 and 7"
      def steps_named(steps)
        numbers = steps.filter_map { |step| step["id"] }.uniq
        numbers.one? ? "step #{numbers.first}" : "steps #{Presentation::Naming.list(numbers.map(&:to_s))}"
      end

      # @return [Array<Hash>] the steps of a plan, or of the change that was made
      def change_work = @change_work ||= plan ? plan.work : done("box", "cable", "fit", "retire", "tab")

      # @return [Array<String>] gauges of the cables in a box that say one
      def gauges(place) =
        situation.cable_ends(place).filter_map { |one| one.type&.split("/")&.first }.select { |one| gauge?(one) }.uniq

      def gauge?(name) = Sums::Breaker::MOST.key?(name) || Sums::BoxFill::ALLOWANCE.key?(name)

      # @return [Integer, nil] amperes of a job's breaker, and whether they were read off its handle
      # @return [Array(Integer, Boolean)]
      def amps
        rows = job.document["breakers"].reject { |row| row["other"] }
        row = rows.max_by { |one| one["amps"].to_i } or return nil, false
        [row["amps"], situation.breaker_log.amps.key?(row["id"])]
      end

      def year = job.document["year_built"]

      def method = job.document["method"]

      def edition = local.edition
    end
  end
end

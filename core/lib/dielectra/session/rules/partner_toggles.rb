# frozen_string_literal: true

module Dielectra
  module Session
    # A toggle of the job shares its yoke with one that the job says nothing of, and there are loads that nobody said
    # what works them. Each such toggle of the box is thrown once with the power on, and the loads are watched: what is
    # in the box is understood then.
    class PartnerToggles < Rule
      # Times that a toggle is thrown before it is taken for one that works none of the loads
      MOST = 2

      # @return [Step, nil]
      def step
        return if @situation.opened.any? || @situation.breakers.value?("off") || unknown_loads.empty?
        return if yokes.empty?

        control = untold.find { |one| workings.tried.fetch(one.id, 0) < MOST }
        step = control && toward(control.id)
        step unless step.nil? || @situation.declined?(step.to_h)
      end

      private

      def workings = @situation.workings

      def goal = @session.job.goal

      # Toggles that nobody said what they work, in the boxes of such yokes
      def untold = @session.job.controls.select { |one| one.place == yokes.first.place && !known?(one) }

      def known?(control) =
        goal.controls.include?(control) || workings.seen.key?(control.id) || elsewhere.works.key?(control.id)

      def elsewhere = @elsewhere ||= Evidence::Elsewhere.new(@session.log, @session.job)

      # Toggles of the goal that share their yoke with another one
      def yokes =
        @yokes ||=
          goal.controls.select do |control|
            @session.job.controls.any? { |one| one.device == control.device && one.id != control.id }
          end

      def unknown_loads =
        @session.job.loads.map(&:id) - goal.loads.map { |load| PointId.device(load.id) } - workings.seen.values

      def toward(id)
        at = @situation.positions[id]
        return @session.permits.thrown(id, "up") if at.nil?
        return @session.permits.looking.step(:watch) unless workings.watched?(@situation.positions)

        @session.permits.thrown(id, Trade::Position.raised?(at) ? "down" : "up")
      end
    end
  end
end

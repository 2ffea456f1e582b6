# frozen_string_literal: true

module Dielectra
  module Presentation
    # The closing list of a job that has ended: after a repair, and after a stop, when some of the circuit stays off or
    # apart.
    class Closing
      # @param session [Session::Troubleshooting, Session::Change]
      # @param conclusion [Session::Conclusion, nil] nil where the job goes on
      def initialize(session, conclusion)
        @session = session
        @situation = session.situation
        @conclusion = conclusion
      end

      # @return [Array<String>] one line for each thing to do, in order
      def to_a = stopped? ? after_stop : after_repair

      # Insulated conductors of an open box that touch nothing, and were joined when it was opened
      # @return [Hash{String => Array<String>}] place => points
      def self.capped(situation)
        situation
          .opened_boxes
          .to_h do |place|
            was = situation.found_joints(place).select { |joint| joint.size > 1 }.flatten
            now = situation.joints(place).select { |joint| joint.size > 1 }.flatten
            [place, (situation.conductors(place) & was) - now]
          end
          .reject { |_, points| points.empty? }
      end

      private

      def stopped? = @conclusion&.status == "stopped"

      def opened = @opened ||= @situation.opened_boxes.map { |place| Naming.place(place) }

      def after_repair
        return *shells, "The customer was shown that it works" if opened.empty?

        [
          "Off, and proved dead: #{Naming.list(opened)}",
          "Wires folded, nothing pinched, grounds joined",
          "Plates and covers on: #{Naming.list(opened)}",
          "On again, and every combination once more",
          *shells,
          "Conductors tagged, and the panel labeled",
          "The customer was shown that it works"
        ]
      end

      # Lamps whose box stayed closed: nobody has seen which lead the shell is on.
      def shells
        closed = @session.job.goal.loads.select { |load| load.kind == "luminaire" && !@situation.open?(load.place) }
        closed.map do |load|
          "#{Naming.load(load.id, @session.job).sub("the ", "").capitalize}: bulb out, switch on. " \
            "The shell must read dead against ground"
        end
      end

      def after_stop = [*off, *capped, *covers, *works, "The customer was told what does not work, and what it takes"]

      def left_off = @left_off ||= Session::Departure.new(@session).left_off

      def off
        return [] if left_off.empty?

        names = Naming.list(left_off)
        verb = left_off.one? ? "stays" : "stay"
        ["#{names} #{verb} off, locked and tagged. Nobody turns it on before a licensed electrician has been here"]
      end

      def capped
        Closing
          .capped(@situation)
          .map do |place, points|
            ends = Naming.list(points.map { |point| Naming.point(point) })
            "Capped and tagged in the #{Naming.place(place)} box: #{ends}"
          end
      end

      def covers
        return [] if opened.empty?

        dead = left_off.empty? ? "Off, proved dead, then plates" : "Plates"
        ["#{dead} and covers on: #{Naming.list(opened)}", *("On again" if left_off.empty?)]
      end

      # Where wires were moved, whether anybody has looked since
      def works
        return [] unless left_off.empty? && opened.any?

        ["What worked before works: every toggle thrown once, and the outlets downstream tried"]
      end
    end
  end
end

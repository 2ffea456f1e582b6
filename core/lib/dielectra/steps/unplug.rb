# frozen_string_literal: true

module Dielectra
  module Steps
    # Everything taken out that is plugged in at a receptacle.
    class Unplug < Kind
      FIELDS = { "load" => TOGGLED }.freeze

      def permit = :looking

      def touches = :nothing

      def sort = [self.class.label, fields["load"]]

      def place(situation) = situation.place_of_device(PointId.device(fields["load"]))

      def changes(situation, _number) =
        { arrangement: situation.arrangement.with_unplugged(PointId.device(fields["load"])) }

      private

      def check_references(situation)
        super
        load = situation.job.loads.find { |one| one.id == PointId.device(fields["load"]) }
        refuse("#{fields["load"]} is not a load of this job.", "/load") unless load
        refuse("#{fields["load"]} is no outlet.", "/load") unless load.kind == "receptacle"
      end

      def perform(house) = house.unplug(PointId.device(fields["load"]))
    end
  end
end

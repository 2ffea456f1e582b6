# frozen_string_literal: true

module Dielectra
  module Presentation
    # What places and points are called.
    module Naming
      module_function

      # @return [String] `stairs_top` is "stairs top"
      def place(id) = Design::Layout.unseen?(id) ? "unknown junction" : id.tr("_", " ")

      # @return [String] `porch/2.red` is "red of cable 2", `S1.common` is "the common screw of S1"
      def point(id)
        owner = PointId.owner(id)
        part = PointId.part(id)
        return "#{part.tr("_", " ")} of cable #{EndId.number(owner)}" if PointId.conductor?(id)

        part == "box" ? "the metal box" : "the #{part.tr("_", " ")} screw of #{owner}"
      end

      # @return [String] a piece of metal with its place: "the yoke of S1 in the pantry box"
      def metal(id, situation)
        metal = PointId.box?(id) ? "the metal of the" : "the yoke of #{PointId.owner(id)} in the"
        "#{metal} #{place(situation.place_of_point(id))} box"
      end

      # @return [String] "one, two and three"
      def list(items) = items.size < 2 ? items.join : "#{items[0..-2].join(", ")} and #{items.last}"
    end
  end
end

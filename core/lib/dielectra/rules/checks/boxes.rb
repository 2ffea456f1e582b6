# frozen_string_literal: true

module Dielectra
  module Rules
    module Checks
      # Boxes: their volume, their joints, and what hangs on them
      class Boxes < Check
        # Volume, with the figures
        def fill
          Repair::BoxRoom
            .of(@site)
            .map do |room|
              next unknown("Read the volume of #{box(room.place)}. It needs #{room.needed} in³.") unless room.volume
              next met("#{in_box(room.place)}: #{room.working}; it has #{room.volume} in³.") if room.enough?

              not_met("#{in_box(room.place)}: #{room.working}; it has #{room.volume} in³. #{room.remedy}")
            end
        end

        # A splice outside every box that anybody knows of
        def reachable
          unseen = @site.best && !@site.best.skeleton.layout.unseen.empty?
          if unseen
            [unknown("There is most likely a junction that nobody has found. It has to be in a box one can reach.")]
          else
            []
          end
        end

        # A box that holds a fan
        def fan
          fans = @site.asked.loads.select { |load| load.kind.start_with?("fan") } + new_fans
          fans.map do |load|
            unknown("The box of #{load.respond_to?(:id) ? load.id : load} has to be listed for a fan.")
          end
        end

        private

        def new_fans = @site.asked.goal.new_items.select { |row| row["kind"] == "fan" }.map { |row| row["id"] }
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a new run.
      class Cable < Words
        # Inches of free conductor in a box, and feet of slack for a run
        FREE = 6
        SLACK = 3

        def told(situation)
          from, to = self["between"].map { |place| Naming.place(place) }
          return "Pull #{what} from #{from} to #{to}", into, nil if raceway?

          feet = Evidence::NewRun.allowed(situation.job).find { |run| run.between?(self["between"]) }&.length_ft
          ["Pull #{what} from #{from} to #{to}", length(feet), "Look for pipes and cables before you drill."]
        end

        # How a cable gets from one box to another in a finished house
        WAYS = [
          "Attic above: down through the top plate of that bay. Basement or crawl space below: up through the bottom " \
            "plate. Neither: behind the baseboard, or through a closet.",
          "Fire blocks, tile and an insulated outer wall are reasons to go around.",
          "An old cable pulls a new one in only where it is loose. Most are stapled inside the wall.",
          "Bore in the middle of a stud, 1¼ in (32 mm) from its edge, or nail a steel plate over it. Seal holes " \
            "between floors with fire caulk.",
          "The new cable is in at both ends before anything of the old circuit is disconnected.",
          "Patching the wall is part of the time. Say so before the first cut."
        ].freeze

        def done_well(_situation) = raceway? ? [] : WAYS

        def choices(situation_of) = [["It is in", in_place(situation_of.situation), nil]]

        def answered(_answer, _region) = "pulled"

        def refused(_situation) =
          "no run could be pulled from #{self["between"].map { |place| Naming.place(place) }.join(" to ")}"

        private

        def raceway? = !self["colors"].nil?

        def what = raceway? ? Naming.list(self["colors"]) : self["type"]

        def into = "Into the raceway that is there. Leave #{FREE} in of each free at both ends."

        def length(feet)
          need = "Leave #{FREE} in free past the sheath at both ends, and staple it near the boxes."
          feet.to_i.zero? ? need : "About #{(feet + SLACK).ceil} ft with slack. #{need}"
        end

        # The answer where nobody named the ends otherwise: the next number in each box
        def in_place(situation)
          return { "conductors" => pulled_in(situation) } if raceway?

          { "ends" => self["between"].map { |place| "#{place}/#{next_number(situation, place)}" } }
        end

        def next_number(situation, place) = situation.cable_ends(place).map { |one| one.id[/\d+\z/].to_i }.max.to_i + 1

        def pulled_in(situation)
          ends = self["between"].map { |place| situation.cable_ends(place).find { |one| one.type == "raceway" } }
          self["colors"].map do |color|
            ends.map do |cable_end|
              number = cable_end.wires.count { |wire| wire.id.start_with?("#{color}_") } + 1
              "#{cable_end.id}.#{color}_#{number}"
            end
          end
        end
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for wires moved in a box: what the hands do in one sentence, then what is capped and what stays.
      class Arrange < Words
        # Most conductors named one by one; more loose at once count as a box taken apart
        MOST_NAMED = 8
        MANY = 4

        PARTED =
          "A neutral may carry another circuit's current. Open the white splice last, and read across the gap as it " \
            "parts. If it reads, stop: another breaker has to be off."

        def told(situation)
          place = self["place"]
          rewire = Rewiring.new(situation.joints(place), @step.joints(situation), situation.found_joints(place))
          [
            title(rewire, Naming.place(place)),
            stays(rewire, Naming.place(place)),
            (PARTED if @step.parts_neutrals?(situation))
          ]
        end

        def refused(situation) = "the wires in the #{place(situation)} box could not be moved"

        private

        def title(rewire, name)
          moved = rewire.moved
          return "Take everything apart in the #{name} box" if rewire.apart? && moved.size > MANY
          return "In the #{name} box, take off #{named(rewire.freed)}" if rewire.freeing?
          return "In the #{name} box, make up #{named(moved)} again" if rewire.as_found?

          moved.size > MOST_NAMED ? "Rewire the #{name} box as listed" : "In the #{name} box, move #{named(moved)}"
        end

        def stays(rewire, name)
          [
            rewire.freed.any? ? cap(rewire.freed) : "Cut back, strip and tighten what you make up.",
            ("Everything else in the #{name} box stays as it is." if rewire.leaves_some?)
          ].compact.join(" ")
        end

        def cap(freed)
          return "Look at its end, then cap it." if freed.one?

          "Look at the ends. Cap #{named(freed)}."
        end

        def named(points) = Naming.list(points.map { |point| Naming.point(point) })

        # What changes from one way of joining a box to another.
        class Rewiring
          def initialize(before, after, found)
            @before = before
            @after = after
            @found = found
          end

          # @return [Array<String>] conductors that touch something else than before
          def moved = @moved ||= Evidence::Arrangement.changed(@before, @after).grep(PointId::CONDUCTOR)

          # @return [Array<String>] those that touch nothing any more
          def freed = @freed ||= moved.reject { |point| joined.include?(point) }

          # @return [Boolean] whether nothing that moved touches a conductor any more
          def apart? =
            @after.none? { |joint| joint.size > 1 && joint.grep(PointId::CONDUCTOR).any? && joint.intersect?(moved) }

          # @return [Boolean] whether only what was taken off, and what it touched, changes
          def freeing? =
            freed.any? &&
              (moved - freed).all? { |point| @before.any? { |joint| joint.include?(point) && joint.intersect?(freed) } }

          # @return [Boolean] whether conductors go back to what they were found on
          def as_found?
            found = Evidence::Arrangement.partners(@found)
            now = Evidence::Arrangement.partners(@after)
            moved.any? && moved.all? { |point| found[point] && found[point] == now[point] }
          end

          # @return [Boolean] whether a joint stays as it is
          def leaves_some? = @before.any? { |joint| joint.size > 1 && @after.any? { |other| other.sort == joint.sort } }

          private

          def joined = @joined ||= @after.select { |joint| joint.size > 1 }.flatten
        end
      end
    end
  end
end

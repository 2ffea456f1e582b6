# frozen_string_literal: true

module Dielectra
  module Rules
    module Checks
      # Colors that say something else than the conductor does
      class Marking < Check
        HOT = %w[line onward load traveler].freeze
        # Probability of being a neutral above which nobody is told to mark a conductor
        DOUBT = 0.03
        # Runs whose conductors are not in a cable
        SINGLE = %w[raceway knob_and_tube].freeze

        # A neutral's color on a hot conductor of a cable
        def hot
          whites.map { |place, point, role, marked| judged(place, point, role, marked) } + planned
        end

        private

        # @return [Array<Array(String, String, String, Boolean)>] place, conductor, role, and whether it is marked
        def whites
          @site.opened.flat_map do |place|
            roles = @site.roles(place)
            @situation
              .own_cable_ends(place)
              .reject { |one| SINGLE.include?(one.type) && !everywhere? }
              .flat_map { |one| whites_of(one, place, roles) }
          end
        end

        def whites_of(cable_end, place, roles)
          colors = cable_end.insulated.map(&:color)
          cable_end.insulated.filter_map do |wire|
            point = cable_end.point(wire)
            unless joined?(place, point) && HOT.include?(roles[point]) &&
                     @job.region.marked_when_hot?(wire.color, colors)
              next
            end

            [place, point, roles[point], !wire.tape.nil? || @situation.tapes.key?(point)]
          end
        end

        # A conductor that touches nothing is not hot yet.
        def joined?(place, point) = @situation.joints(place).any? { |joint| joint.size > 1 && joint.include?(point) }

        # Sleeves are asked for in every kind of run, tape on white only in cables.
        def everywhere? = @job.region.sleeves?

        def judged(place, name, role, marked)
          if !marked && @site.neutral_share(name) > DOUBT
            return unknown("#{in_box(place)}, #{point(name)} may be a neutral. Mark it once it is known to be hot.")
          end

          unless marked
            return not_met("#{in_box(place)}, mark #{point(name)} #{@job.region.tape}: it is hot.#{return_of(role)}")
          end

          other = @site.best && far_end(name)
          if other && !@situation.open?(other)
            return unknown("#{in_box(place)} #{point(name)} is marked. Mark its other end too, in #{box(other)}.")
          end

          met("#{in_box(place)} #{point(name)} is marked #{@job.region.tape}.#{return_of(role)}")
        end

        # A white that brings the switched hot back is found in old work. New work sends the supply down on it.
        def return_of(role)
          return "" unless role == "load" && !@job.region.sleeves?

          " It is the switched return. New work sends the supply down on the white."
        end

        # @return [String, nil] the box at the other end of a conductor
        def far_end(name)
          strand = @site.best.skeleton.runs.flat_map(&:strands).find { |one| one.points.include?(name) } or return
          other = strand.points.find { |one| one != name } or return
          place = EndId.place(PointId.owner(other))
          place if @job.place(place)
        end

        # What a plan marks
        def planned
          tapes = @site.plan ? @site.plan.rewire.tapes : {}
          tapes.map { |name, tape| met("The plan marks #{point(name)} #{tape} in #{box(PointId.head(name))}.") }
        end
      end
    end
  end
end

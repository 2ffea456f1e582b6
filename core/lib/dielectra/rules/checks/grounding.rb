# frozen_string_literal: true

module Dielectra
  module Rules
    module Checks
      # Grounds: of switches, in boxes, by armor, and what must not be used as one. A ground counts as one where the
      # metal itself was read (Session::Bond).
      class Grounding < Check
        PLATE =
          "A replacement gets an insulating plate and screws where grounded metal is within " \
            "#{Sums::Reach::UP} ft up or #{Sums::Reach::ACROSS} ft across, or ground-fault protection ahead.".freeze
        SETTLED = { "near" => "Grounded metal is within reach.", "far" => "No grounded metal is within reach." }.freeze

        # Yokes and metal plates
        def switches = in_each_box { |place| yoke(place) if @site.switches(place).any? }

        # Grounds of a box in one joint, with the devices and the metal box
        def joined
          in_each_box do |place|
            next if @situation.grounds(place).empty?

            together = @situation.grounds(place) + metal(place)
            next met("#{in_box(place)} all grounds are in one joint.") if one_joint?(place, together)

            not_met(
              "#{in_box(place)}, join all bare and green conductors, with a tail to the device and to a metal box."
            )
          end
        end

        # Armor: a ground only with its bonding strip, and read
        def armor
          return [] unless @site.method == "ac"

          in_each_box do |place|
            steel = metal(place).find { |one| PointId.box?(one) } or next
            next if @situation.grounds(place).any?

            armored(place, @site.bond.of(steel))
          end
        end

        # Grounds that carry what is none
        def borrowed
          in_each_box do |place|
            grounds = every_ground(place) + metal(place)
            stray = @situation.joints(place).find { |joint| joint.intersect?(grounds) && stranger?(joint - grounds) }
            if stray
              not_met("#{in_box(place)}, take #{named(stray - grounds)} off the ground. A ground carries no current.")
            end
          end
        end

        # A new cable's ground in a box that has none
        def separate
          in_each_box do |place|
            new = @situation.pulled.filter_map(&:grounding).flatten.select { |one| PointId.head(one) == place }
            next unless new.any? && @site.job.new_places.none? { |one| one.id == place } && ungrounded?(place, new)

            unknown(
              "The bare wire of the new cable ends on nothing in #{box(place)}. A separate ground has to be run to it."
            )
          end
        end

        private

        # Grounding conductors, those of new cables with them
        def every_ground(place) =
          @situation.cable_ends(place).filter_map { |one| one.grounding && one.point(one.grounding) }

        def metal(place) = @site.bond.metal(place)

        def yoke(place)
          told = metal(place).to_h { |one| [one, @site.bond.of(one)] }
          return met("#{in_box(place)} the metal was read as joined to ground.") if told.value?(:path)
          return plated(place) if told.value?(:no_path) || nothing_there?(place)

          unknown(
            "Read the metal in #{box(place)}: ohms to the neutral with the power off, or a loading tester from hot."
          )
        end

        # No ground conductor, no metal that could be one
        def nothing_there?(place) = !@situation.box(place).grounded? && metal(place).none? { |one| PointId.box?(one) }

        def plated(place)
          far = @site.local.grounded_metal[place] == "far"
          return met("#{in_box(place)} there is no ground. #{SETTLED["far"]}") if far

          not_met("#{in_box(place)} there is no path to ground. #{PLATE}")
        end

        def armored(place, told)
          case told
          when :path
            met("The armor of #{box(place)} was read as joined to ground.")
          when :no_path
            not_met("The armor of #{box(place)} is no ground: it has no bonding strip, or a connection is bad.")
          else
            unknown("Read #{box(place)}: old armor without a bonding strip is no ground.")
          end
        end

        def one_joint?(place, points) =
          points.size < 2 || @situation.joints(place).any? { |joint| (points - joint).empty? }

        def stranger?(points) = points.any? { |one| PointId.conductor?(one) || !PointId.metal?(one) }

        def named(points) = Presentation::Naming.list(points.map { |one| point(one) })

        def ungrounded?(place, new)
          (@situation.grounds(place) - new).empty? && metal(place).none? { |one| @site.bond.of(one) == :path }
        end
      end
    end
  end
end

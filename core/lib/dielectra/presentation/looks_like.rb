# frozen_string_literal: true

module Dielectra
  module Presentation
    # What a closed box will probably look like inside: the contents that the likeliest hypotheses have there, right or
    # with something wrong, as a person would write them down.
    class LooksLike
      # Looks offered, and hypotheses they are taken from
      OFFERED = 6
      CONSIDERED = 300
      # Cables up to which their order is looked past
      FEW = 4

      # One look: what would be found, and what is wrong with it
      Look = Struct.new(:found, :weight, :wrong)

      # @param session [Session::Troubleshooting]
      # @param place [String] a closed box
      def initialize(session, place)
        @session = session
        @place = place
      end

      # @return [Array<Hash>] likeliest first, each with `words`, `share`, `percent`, what is `found`, and the `box`
      def to_a
        looks.map do |look|
          {
            "words" => words(look),
            "share" => look.weight.round(3),
            "percent" => Wording.percent(look.weight),
            "found" => look.found,
            "box" => FoundBox.new(@place, look.found, @session.job.region).to_h
          }
        end
      end

      private

      def looks
        @session
          .belief
          .hypotheses
          .first(CONSIDERED)
          .each_with_object({}) do |hypothesis, seen|
            box = hypothesis.boxes[@place] or next
            found = found(hypothesis, box)
            ways = [found, turned(found)].compact
            ways.each do |way|
              look = seen[key(way)] ||= Look.new(way, 0.0, box.deviation)
              look.weight += hypothesis.weight / ways.size
            end
          end
          .values
          .max_by(OFFERED, &:weight)
      end

      # The same with the travelers of a switch exchanged, which is as likely and works as well
      # @return [Hash, nil] nil where there is no pair of them
      def turned(found)
        pair =
          found["devices"]
            .filter_map do |row|
              screws = Trade::DeviceKind[row["kind"]].travelers.map { |terminal| "#{row["id"]}.#{terminal}" }
              screws if screws.size == 2
            end
            .first
        return unless pair&.all? { |screw| found["joints"].any? { |joint| joint["points"].include?(screw) } }

        swap = pair.zip(pair.reverse).to_h
        joints =
          found["joints"].map { |joint| { "points" => joint["points"].map { |point| swap.fetch(point, point) } } }
        found.merge("joints" => joints)
      end

      def words(look)
        case look.wrong&.kind
        when nil
          "right"
        when :exchanged
          "exchanged"
        when :apart
          "all loose"
        when :wrong_device
          "wrong switch"
        else
          "miswired"
        end
      end

      # @return [Hash] what `open` would answer, the cables numbered in the order of what is in them
      def found(hypothesis, box)
        runs = hypothesis.skeleton.runs.select { |run| run.at?(@place) }
        rows =
          runs
            .map { |run| [run.ends[run.side(@place)], wires(run)] }
            .sort_by { |_, wires| [-wires.size, wires.map(&:last)] }
        names = rows.each_with_index.to_h { |(name, _), at| [name, "#{@place}/#{at + 1}"] }
        {
          "enclosure" => enclosure,
          "cable_ends" => rows.map { |name, wires| cable(names[name], wires) },
          "devices" => box.devices.map { |id, kind| device(id, kind) },
          "joints" => joints(box, names)
        }
      end

      # Conductors at this end: name and color
      def wires(run)
        side = run.side(@place)
        own = run.strands.map { |strand| [PointId.part(strand.points[side]), strand.color] }
        own += [[PointId.part(run.grounding[side]), @session.job.region.grounding]] if run.grounding
        own
      end

      def cable(id, wires)
        colors = wires.map(&:last)
        plain = colors - [@session.job.region.grounding]
        type = @session.job.region.cables.find { |_, usual| usual.sort == plain.sort }&.first
        ordered = type ? wires.sort_by { |_, color| order(type).index(color) || 9 } : wires
        {
          "id" => id,
          "type" => type || "raceway",
          "conductors" => ordered.map { |name, color| { "id" => name, "color" => color } }
        }
      end

      def order(type) = @session.job.region.cables.to_h.fetch(type)

      def device(id, kind)
        tabs = Trade::KindName.broken_tabs(kind).to_h { |tab| [tab, "removed"] }
        { "id" => id, "kind" => Trade::KindName.plain(kind), **tabs }
      end

      def joints(box, names)
        box
          .joints
          .map { |joint| joint.map { |point| renamed(point, names) } }
          .map { |joint| ground?(joint) && enclosure == "metal" ? [*joint, "#{@place}.box"] : joint }
          .select { |joint| joint.size > 1 }
          .map { |points| { "points" => points } }
      end

      def renamed(point, names)
        owner = PointId.owner(point)
        names.key?(owner) ? "#{names[owner]}.#{PointId.part(point)}" : point
      end

      def ground?(joint) = joint.any? { |point| point.end_with?(".ground") }

      # Boxes of one house are mostly of one kind.
      def enclosure
        @enclosure ||=
          @session.situation.opened.values.filter_map { |row| row["enclosure"] }.tally.max_by(&:last)&.first || "metal"
      end

      # Equal for what looks alike whatever the cables' order is
      def key(found)
        ids = found["cable_ends"].map { |row| row["id"] }
        orders = ids.size <= FEW ? ids.permutation.to_a : [ids]
        orders.map { |order| spelled(found, ids.zip(order).to_h) }.min
      end

      def spelled(found, names)
        cables =
          found["cable_ends"].map do |row|
            "#{names[row["id"]]} #{row["type"]} #{row["conductors"].map { |wire| wire["color"] }.join(" ")}"
          end
        joints = found["joints"].map { |joint| joint["points"].map { |point| renamed(point, names) }.sort.join(" ") }
        [cables.sort, found["devices"].map(&:to_s), joints.sort].flatten.join("|")
      end
    end
  end
end

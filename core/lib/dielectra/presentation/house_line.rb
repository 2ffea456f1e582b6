# frozen_string_literal: true

module Dielectra
  module Presentation
    # The line that a circuit takes through the house, as it most likely runs: the panel, the boxes as stops with their
    # power state, and the runs between them.
    class HouseLine
      # Probability above which a run counts as known, once one of its ends was seen
      KNOWN = 0.95
      WORDS = { "on" => "On", "off" => "Off", "tripped" => "Tripped", "unknown" => "Not checked" }.freeze
      STATES = {
        "live" => "still live",
        "powered" => "live",
        "unproved" => "not proved",
        "dead" => "proved dead"
      }.freeze

      # @param session [Session::Troubleshooting]
      def initialize(session)
        @session = session
        @situation = session.situation
        @power = Power.new(@situation).to_h
      end

      # @return [Array<Hash>] the stops of the trunk in order from the panel, then the branches, each with its `place`,
      #   `name`, `what` is there, `state`, `word`, `sentence`, whether one is `here`, whether it is a `branch`, and
      #   the `run` that leads to it: `from`, `share`, `percent`, whether it is `known`, the cable's `type`, and its
      #   `fault`; see Tracing#run
      def to_a
        [panel, *(trunk - [feed]).map { |place| stop(place) }, *branches.map { |place| stop(place, branch: true) }]
      end

      private

      def feed = @session.job.panel.id

      def panel
        {
          "place" => feed,
          "name" => "Panel",
          "what" => "breaker #{@power["breakers"].map { |row| row["id"] }.join(", ")}",
          "state" => @power["state"],
          "word" => WORDS.fetch(@power["state"]),
          "sentence" => @power["sentence"],
          "open" => false,
          "here" => @situation.at == feed,
          "branch" => false,
          "run" => nil
        }
      end

      def stop(place, branch: false)
        row = @power["boxes"].find { |box| box["place"] == place }
        {
          "place" => place,
          "name" => row["name"],
          "what" => what(place),
          "state" => row["state"],
          "word" => "#{row["open"] ? "Open" : "Closed"}, #{STATES.fetch(row["state"])}",
          "sentence" => row["sentence"],
          "open" => row["open"],
          "here" => @situation.at == place,
          "branch" => branch,
          "run" => run(place)
        }
      end

      # The switches and loads at a place, in words
      def what(place)
        switches, loads = @session.job.devices_at(place).partition { |item| @session.job.control(item.id) }
        names =
          loads.map do |item|
            item.kind == "luminaire" ? "light" : @session.job.region.term(Trade::DeviceKind[item.kind])
          end
        names.unshift("switch#{"es" if switches.size > 1} #{Naming.list(switches.map(&:id))}") if switches.any?
        names.empty? ? "junction" : names.join(", ")
      end

      def run(place)
        from = parents[place] or return
        share = shares[[from, place].sort] || 0.0
        known = share >= KNOWN && [from, place].any? { |at| @situation.open?(at) }
        {
          "from" => from,
          "share" => share.round(3),
          "percent" => known ? nil : Wording.percent(share),
          "known" => known,
          "type" => type(from, place),
          "fault" => tracing.run(from, place)
        }
      end

      def tracing = @tracing ||= Tracing.new(@session)

      # The cable's type, where one of its ends was seen
      def type(from, place)
        [[from, place], [place, from]].each do |here, there|
          next unless @situation.open?(here)

          found =
            @situation
              .cable_ends(here)
              .find { |one| destinations[one.id]&.then { |shares| shares.fetch(there, 0.0) >= KNOWN } }
          return found.type.tr("_", " ") if found&.type
        end
        nil
      end

      def destinations = @destinations ||= @session.findings.destinations

      # @return [Hash{Array(String, String) => Float}] how likely a run lies between two places
      def shares
        @shares ||=
          @session
            .belief
            .hypotheses
            .each_with_object(Hash.new(0.0)) do |hypothesis, sums|
              hypothesis
                .skeleton
                .runs
                .map { |run| run.places.sort }
                .uniq
                .each { |pair| sums[pair] += hypothesis.weight }
            end
      end

      # The likeliest tree from the panel: place => the one it is fed from
      def parents
        @parents ||=
          begin
            left = @session.job.boxes.map(&:id)
            reached = [feed]
            found = {}
            until left.empty?
              from, to = reached.product(left).max_by { |pair| [shares.fetch(pair.sort, 0.0), -left.index(pair.last)] }
              found[to] = from
              reached << to
              left.delete(to)
            end
            found
          end
      end

      # The longest way from the panel
      def trunk =
        @trunk ||= parents.keys.map { |place| way(place) }.max_by { |way| [way.size, load?(way.last) ? 1 : 0] }

      def way(place) = place ? [*way(parents[place]), place] : []

      def load?(place) = @session.job.goal.loads.any? { |load| load.place == place }

      def branches = parents.keys - trunk
    end
  end
end

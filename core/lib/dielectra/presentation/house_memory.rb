# frozen_string_literal: true

module Dielectra
  module Presentation
    # What a job leaves behind for the next visit to its house: what each breaker feeds, the devices with their kind,
    # the rules that are not met, and what was left open.
    class HouseMemory
      # @param session [Session::Troubleshooting, Session::Change]
      # @param local [Rules::Local]
      def initialize(session, local = Rules::Local.new)
        @session = session
        @local = local
        @job = session.job
        @situation = session.situation
      end

      # @return [Hash] `breakers` (each with `id`, `amps`, `feeds`, and whether that was `proved`), `devices` (each with
      #   `place`, `name`, `kind`, `seen`, and whether it was `fitted` by the job), `rules` and `open` (sentences)
      def to_h =
        { "breakers" => breakers, "devices" => devices, "rules" => rules, "open" => Record.new(@session, "").left }

      private

      # Rules that are not met, each with its article
      def rules
        RuleSheet.new(@session, @local).unmet.map { |note| "#{note["because"]} #{note["article"]}, #{note["edition"]}" }
      end

      # Devices that the job put in
      def fitted
        @fitted ||=
          @session.log.done("replace", "fit").reject { |entry| entry["kind"] == "lamp" }.map { |entry| entry["device"] }
      end

      def breakers
        rows = @job.document["breakers"].to_h { |row| [row["id"], row["amps"]] }
        others = @situation.breakers.keys - rows.keys
        own = Naming.list(@job.goal.loads.map { |load| fed(load) })
        known = @job.breakers - [Evidence::Roster::UNKNOWN]
        rows_of = known.map { |id| { "id" => id, "amps" => rows[id], "feeds" => own } }
        rows_of +=
          (@job.listed_breakers - @job.breakers).map do |id|
            { "id" => id, "amps" => rows[id], "feeds" => "not #{own}, whatever the label says" }
          end
        rows_of += others.map { |id| { "id" => id, "amps" => nil, "feeds" => "another circuit, met in #{where(id)}" } }
        rows_of.map { |row| row.merge("proved" => @situation.breaker_log.proved?(row["id"])) }
      end

      # A load by its place, which may say already what it is
      def fed(load)
        place = Naming.place(load.place)
        what = load.part || Naming.kind(load.kind)
        place.end_with?(what) ? place : "#{place} #{what}"
      end

      # The boxes in which a breaker of another circuit was met
      def where(breaker)
        places = @situation.other_breakers.select { |_, ids| ids.include?(breaker) }.keys
        return "a box of this job" if places.empty?

        "the #{Naming.list(places.map { |place| Naming.place(place) })} box#{"es" if places.size > 1}"
      end

      def devices
        items = (@job.controls + @job.loads).uniq(&:device)
        items.map do |item|
          kind = @situation.kind_of(item.device)
          named =
            (
              if kind && Trade::DeviceKind.known?(Trade::KindName.plain(kind))
                @job.region.term(Trade::DeviceKind[Trade::KindName.plain(kind)])
              end
            )
          {
            "place" => Naming.place(item.place),
            "name" => item.device,
            "kind" => named,
            "seen" => !kind.nil?,
            "fitted" => fitted.include?(item.device)
          }
        end
      end
    end
  end
end

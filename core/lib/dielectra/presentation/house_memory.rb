# frozen_string_literal: true

module Dielectra
  module Presentation
    # What a job leaves behind for the next visit to its house: what each breaker feeds, the devices with their kind,
    # and what was left open.
    class HouseMemory
      # @param session [Session::Troubleshooting, Session::Change]
      def initialize(session)
        @session = session
        @job = session.job
        @situation = session.situation
      end

      # @return [Hash] `breakers` (each with `id`, `amps`, `feeds`), `devices` (each with `place`, `name`, `kind`,
      #   `seen`), and `open` (sentences)
      def to_h = { "breakers" => breakers, "devices" => devices, "open" => Record.new(@session, "").left }

      private

      def breakers
        rows = @job.document["breakers"].to_h { |row| [row["id"], row["amps"]] }
        others = @situation.breakers.keys - rows.keys
        own =
          Naming.list(
            @job.goal.loads.map { |load| "#{Naming.place(load.place)} #{load.part || Naming.kind(load.kind)}" }
          )
        @job.breakers.map { |id| { "id" => id, "amps" => rows[id], "feeds" => own } } +
          others.map { |id| { "id" => id, "amps" => nil, "feeds" => "another circuit, met in a box of this job" } }
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
          { "place" => Naming.place(item.place), "name" => item.device, "kind" => named, "seen" => !kind.nil? }
        end
      end
    end
  end
end

# frozen_string_literal: true

module Dielectra
  module Practice
    # A finished job as a house to practice on: the likeliest circuit as it was found, the job as it was told, and what
    # was wrong. Places get other names, and nothing that a person wrote goes along.
    class OwnCase
      # What of a job goes along
      KEPT = %w[format version supply places breakers controls loads wanted year_built method tools began].freeze
      # Names for boxes, by their kind
      ROOMS = {
        "switch_box" => %w[hall landing pantry study porch cellar],
        "luminaire_box" => %w[ceiling far_ceiling stair_light yard_light],
        "receptacle_box" => %w[wall_outlet far_outlet corner_outlet],
        "junction_box" => %w[junction],
        "panel" => %w[panel]
      }.freeze
      # Fields that name a place, or something in it
      PLACED = %w[id place ends points point between cable].freeze
      # The name of a place or a device, before what it has: a cable end, a screw, or nothing
      NAME = %r{\A[A-Za-z][A-Za-z0-9_]*(?=[/.]|\z)}

      # @param session [Session::Troubleshooting] that has ended
      # @raise [InvalidInput] for a job that has not ended, is a change, or in which nothing was wrong
      def initialize(session)
        @session = session
        @job = session.job
        @causes = Array((session.next.causes if session.next.is_a?(Session::Conclusion)))
        refuse("it is not finished") unless session.next.is_a?(Session::Conclusion)
        refuse("it is a change") if @job.change?
        refuse("nothing was found wrong in it") if @causes.empty?
      end

      # @return [Hash] from which Case.read makes the house
      # @raise [InvalidInput] where the likeliest circuit shows no trouble
      def document
        made = { "circuit" => renamed(circuit), "job" => renamed(told), "causes" => renamed(causes) }
        house = Case.read(made)
        refuse("the circuit as it is known now shows no trouble") unless troubled?(house)
        made
      end

      private

      def refuse(why) = raise(InvalidInput, "This job cannot be practiced on: #{why}.")

      def circuit
        situation = @session.situation
        found = situation.breakers.merge(situation.breakers_found)
        as_found = situation.with(arrangement: Evidence::Arrangement.as_found, breakers: found)
        Diagnosis::LikelyCircuit.new(@session.belief, as_found).document
      end

      def told
        reports =
          @session.log.select { |entry| entry.kind == "report" }.map { |entry| entry.fields.except("id", "story") }
        @job.document.slice(*KEPT).merge("steps" => reports)
      end

      def causes = @causes.map { |cause| { "kinds" => [cause["kind"]], **cause.slice("place", "device") } }

      def troubled?(house)
        inspection = Inspection.new(house.circuit, house.job)
        !inspection.obeys? || inspection.hazards.any? || house.circuit.breakers.any? { |one| one.position != "on" }
      end

      # Old name => new name, of places
      def names
        @names ||=
          begin
            rows = circuit["places"].group_by { |row| row["kind"] }
            rows.each_with_object({}) do |(kind, some), all|
              some.each_with_index do |row, at|
                all[row["id"]] = ROOMS.fetch(kind)[at] || "#{ROOMS[kind].last}_#{at + 1}"
              end
            end
          end
      end

      # The same with every place under its new name
      def renamed(value)
        case value
        when Hash
          value.to_h { |key, one| [key, PLACED.include?(key) ? moved(one) : renamed(one)] }
        when Array
          value.map { |one| renamed(one) }
        else
          value
        end
      end

      def moved(value)
        return value.map { |one| moved(one) } if value.is_a?(Array)

        value.is_a?(String) ? value.sub(NAME) { |name| names.fetch(name, name) } : renamed(value)
      end
    end
  end
end

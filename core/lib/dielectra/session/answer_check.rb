# frozen_string_literal: true

module Dielectra
  module Session
    # Refuses a step whose answer could not have come from it, before anything is recorded.
    class AnswerCheck
      NEEDED = {
        "report" => %w[loads],
        "watch" => %w[loads],
        "wiggle" => %w[loads],
        "open" => %w[found],
        "prove_dead" => %w[live],
        "bench" => %w[closed],
        "find_breaker" => %w[device]
      }.freeze
      READS = { "ncv" => %w[glow dark], "continuity" => %w[beep silent] }.freeze

      def initialize(situation)
        @situation = situation
      end

      # @raise [InvalidInput]
      def check!(step)
        Schema.check!(:step, step)
        answer = step["answer"] or refuse("lacks its answer.", "/answer")
        return if answer["cannot"] || answer["unsure"]

        missing = NEEDED.fetch(step["do"], []).reject { |name| answer.key?(name) }
        refuse("lacks #{missing.first}.", "/answer") if missing.any?
        check_references(step)
        check_probe(step, answer) if step["do"] == "probe"
        check_found(step, answer["found"]) if step["do"] == "open"
      end

      private

      def refuse(sentence, pointer) = raise(InvalidInput.new(sentence, pointer:))

      def check_references(step)
        job = @situation.job
        place = step["place"]
        refuse("#{place} is not a place of this job.", "/place") if place && job.place(place).nil?
        device = step["device"]
        known = job.controls.map(&:id) + job.loads.map(&:id) + @situation.breakers.keys
        refuse("#{device} is not a device of this job.", "/device") if device && !known.include?(device)
        stray = (step["positions"] || {}).keys.find { |id| job.control(id).nil? }
        refuse("#{stray} is not a control of this job.", "/positions/#{stray}") if stray
        needs_open(place, "/place") if step["do"] == "arrange"
        check_joints(step) if step["do"] == "arrange" && step["joints"] != "as_found"
      end

      def needs_open(place, pointer)
        refuse("#{place} has not been opened.", pointer) unless @situation.open?(place)
      end

      def check_joints(step)
        known = @situation.points(step["place"])
        seen = {}
        step["joints"].each_with_index do |joint, index|
          joint.each do |point|
            refuse("#{point} is not in #{step["place"]}.", "/joints/#{index}") unless known.include?(point)
            refuse("#{point} is in two joints.", "/joints/#{index}") if seen[point]
            seen[point] = true
          end
        end
      end

      def check_probe(step, answer)
        tool = step["tool"]
        wanted = READS[tool]
        if wanted && !wanted.include?(answer["reads"])
          refuse("#{tool} answers #{wanted.join(" or ")}.", "/answer/reads")
        end
        refuse("lacks volts.", "/answer") if %w[voltage low_z].include?(tool) && !answer["volts"].is_a?(Numeric)
        refuse("lacks ohms.", "/answer") if tool == "resistance" && !answer.key?("ohms")
        points = Trade.instruments.fetch(tool)["points"]
        refuse("#{tool} touches #{points} point#{"s" if points > 1}.", "/at") unless step["at"].size == points
        return if tool == "plug_in"

        step["at"].each_with_index do |point, index|
          place = @situation.place_of_point(point)
          needs_open(place, "/at/#{index}")
          refuse("#{point} is not in #{place}.", "/at/#{index}") unless @situation.points(place).include?(point)
        end
      end

      def check_found(step, found)
        place = step["place"]
        ends = found["cable_ends"].map { |row| Circuit::CableEnd.read(row) }
        ends.each_with_index do |cable_end, index|
          unless cable_end.place == place
            refuse("#{cable_end.id} is not in #{place}.", "/answer/found/cable_ends/#{index}/id")
          end
        end
        terminals =
          found["devices"].flat_map do |row|
            Trade::DeviceKind[row["kind"]].terminals.map { |terminal| "#{row["id"]}.#{terminal}" }
          end
        known = ends.flat_map(&:points) + terminals + ["#{place}.box"]
        seen = {}
        found["joints"].each_with_index do |joint, index|
          joint["points"].each do |point|
            refuse("#{point} is not in #{place}.", "/answer/found/joints/#{index}/points") unless known.include?(point)
            refuse("#{point} is in two joints.", "/answer/found/joints/#{index}/points") if seen[point]
            seen[point] = true
          end
        end
      end
    end
  end
end

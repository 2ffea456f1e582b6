# frozen_string_literal: true

module Dielectra
  module Presentation
    # The record of a job: a page for the customer in words that anybody understands, and for the next electrician every
    # box before and after, every conductor with its role and how it was proved, the readings, the rules, and what was
    # not looked at.
    class Record
      # Where a role comes from, in the order in which it is trusted
      READ = "read in step"
      SEEN = "from how it is joined"
      INFERRED = "follows from the rest"

      # @param session [Session::Troubleshooting, Session::Change]
      # @param code [String] what finds the job again
      def initialize(session, code, local: Rules::Local.new)
        @session = session
        @local = local
        @situation = session.situation
        @code = code
        @conclusion = session.next.is_a?(Session::Conclusion) ? session.next : nil
      end

      # @return [Hash] `code`, `status`, `customer` and `electrician`
      def to_h
        {
          "code" => @code,
          "status" => @conclusion&.status || "open",
          "customer" => customer,
          "electrician" => electrician
        }
      end

      # Checklist before closing the job, from the boxes that were opened.
      # @return [Array<String>]
      def closing = Closing.new(@session, @conclusion).to_a

      # Handover note of an unfinished job: open boxes, breakers off and loose wires.
      # @return [String, nil]
      def unfinished
        return if @conclusion

        open = @situation.opened_boxes
        parts = []
        parts << "open: #{Naming.list(open.map { |place| Naming.place(place) })}" if open.any?
        off = @situation.breakers.select { |_, position| position && position != "on" }.keys
        parts << "off: #{Naming.list(off)}" if off.any?
        bare = @situation.bare
        parts << "apart: #{Naming.list(bare.map { |place| Naming.place(place) })}" if bare.any?
        parts.empty? ? nil : parts.join("; ")
      end

      # @return [Array<String>] what was left undone, and why
      def left
        refused = @conclusion ? @conclusion.refused : []
        rows = refused.filter_map { |id| @session.steps.find { |step| step["id"] == id } }
        found = rows.map { |step| "#{Instruction.refused(step.except("id", "answer"), @situation).capitalize}." }
        found << "#{@conclusion.why[0].upcase}#{@conclusion.why[1..]}." if @conclusion&.why
        found = found.reject { |one| found.any? { |other| other != one && other.start_with?(one) } }
        found += Closing.capped(@situation).map { |place, points| capped(place, points) } if stopped?
        found << "The job is not finished: #{unfinished}." if unfinished
        found
      end

      private

      def stopped? = @conclusion&.status == "stopped"

      def capped(place, points) =
        "Capped in the #{Naming.place(place)} box: #{Naming.list(points.map { |point| Naming.point(point) })}."

      def customer
        {
          "was" => was,
          "done" => done,
          "left" => left,
          "watch" => watch,
          "minutes" => @session.minutes.round,
          "materials" => materials
        }
      end

      # The fault found, or the change requested
      def was
        return [ChangeChoices.asked(@session.asked).then { |words| "Asked for: #{words}." }] if change?

        causes = @conclusion ? @conclusion.causes : []
        return ["Nothing is known to be wrong."] if causes.empty?

        causes.map { |cause| "#{Wording.cause(cause)}." }
      end

      def change? = @session.respond_to?(:asked)

      def done
        rows = @session.steps.uniq { |step| step.slice("do", "place", "device", "between", "point") }
        rows.filter_map { |step| Done.sentence(step)&.then { |words| "#{words}." } }
      end

      def watch
        closed = @session.job.boxes.map(&:id) - @situation.opened_boxes
        rows = ["Call again if a light flickers, a switch gets warm or a breaker trips."]
        rows << "Not looked into: #{Naming.list(closed.map { |place| Naming.place(place) })}." if closed.any?
        rows + RuleSheet.new(@session, @local).unmet.map { |note| note["because"] }
      end

      def materials
        kinds =
          @session
            .steps
            .select { |step| %w[replace fit].include?(step["do"]) && Steps.done?(step) }
            .map { |step| step["kind"] }
        rows =
          kinds.tally.map do |kind, count|
            "#{count} × #{kind == "lamp" ? "lamp" : @session.job.region.term(Trade::DeviceKind[kind])}"
          end
        rows + @session.steps.select { |step| step["do"] == "cable" && Steps.done?(step) }.map { |step| run(step) }
      end

      def run(step)
        from, to = step["between"].map { |place| Naming.place(place) }
        "#{step["type"] || step["colors"].join(" and ")}, #{from} to #{to}"
      end

      # --- for the next electrician

      def electrician
        {
          "line" => HouseLine.new(@session).to_a.map { |stop| "#{stop["name"]}: #{stop["what"]}" },
          "boxes" => @situation.opened_boxes.map { |place| box(place) },
          "readings" => readings,
          "rules" => RuleSheet.new(@session, @local).to_h["notes"],
          "closed" => (@session.job.boxes.map(&:id) - @situation.opened_boxes).map { |place| Naming.place(place) },
          "findings" => @conclusion ? @conclusion.because : []
        }
      end

      def box(place)
        boxes = Boxes.new(@session)
        {
          "place" => place,
          "name" => Naming.place(place),
          "code" => "#{@code}-#{place}",
          "before" => boxes.joined(place, @situation.found_joints(place)),
          "after" => boxes.joined(place, @situation.joints(place)),
          "conductors" => conductors(place),
          "grounding" => Session::Grounding.new(@session).to_h[place]
        }
      end

      # @return [Array<Hash>] `point`, `name`, `role`, `share` and `proof` of each conductor
      def conductors(place)
        roles = @conclusion ? @conclusion.roles : {}
        @situation
          .cable_ends(place)
          .flat_map do |cable_end|
            cable_end.points.map do |point|
              shares = @session.findings.roles.fetch(point, {})
              role = roles[point] || shares.max_by(&:last)&.first || "not known"
              { "point" => point, "name" => Naming.point(point), "role" => role, "proof" => proof(point, role) }
            end
          end
      end

      def proof(point, role)
        return "not known" if role == "not known"

        read = @session.steps.select { |step| step["do"] == "probe" && step["at"].include?(point) && Steps.done?(step) }
        return "#{READ} #{read.map { |step| step["id"] }.join(", ")}" if read.any?

        joined =
          @situation.joints(@situation.place_of_point(point)).any? { |joint| joint.size > 1 && joint.include?(point) }
        joined ? SEEN : INFERRED
      end

      def readings
        @session
          .steps
          .select { |step| %w[probe watch bench wiggle].include?(step["do"]) }
          .map do |step|
            told = Instruction.of(step.except("id", "answer"), @situation)
            {
              "number" => step["id"],
              "what" => told["title"],
              "answer" => Instruction.answered(step, step["answer"] || {}, @session.job.region)
            }
          end
      end
    end
  end
end

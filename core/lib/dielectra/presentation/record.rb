# frozen_string_literal: true

module Dielectra
  module Presentation
    # The record of a job: a page for the customer in words that anybody understands, and for the next electrician every
    # box before and after, every conductor with its role and how it was proved, the readings, the rules, and what was
    # not looked at.
    class Record
      # Where a role comes from, in the order in which it is trusted
      READ = "read in step"
      SEEN = "follows from how it is joined"

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
        rows = refused.filter_map { |id| @session.log.find { |entry| entry.number == id } }
        found = rows.map { |entry| "#{Instruction.refused(entry.question, @situation).capitalize}." }
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
        return not_reproduced if causes.empty? && @conclusion&.status == "solved"
        return ["Nothing is known to be wrong."] if causes.empty?

        causes.map { |cause| "#{Wording.cause(cause)}." }
      end

      # Nothing wrong was found, and nothing was done: that is no repair.
      def not_reproduced
        turned = WayUp.new(@session).to_a
        return turned if turned.any?

        closed = @session.job.boxes.map(&:id) - @situation.opened_boxes
        untried = closed.map { |place| "the #{Naming.place(place)} box" }
        rows = ["Not reproduced: every position was watched and worked. Nothing was changed."]
        rows << "Not looked into: #{Naming.list(untried)}." if untried.any?
        rows
      end

      def change? = @session.respond_to?(:asked)

      def done
        steps = @session.log.map(&:fields).uniq { |step| step.slice("do", "place", "device", "between", "point") }
        steps.filter_map { |step| Done.sentence(step)&.then { |words| "#{words}." } }
      end

      def watch
        closed = @session.job.boxes.map(&:id) - @situation.opened_boxes
        rows = ["Call again if a light flickers, a switch gets warm or a breaker trips."]
        rows << "Not looked into: #{Naming.list(closed.map { |place| Naming.place(place) })}." if closed.any?
        rows + RuleSheet.new(@session, @local).unmet.map { |note| note["because"] }
      end

      def materials
        rows =
          @session
            .log
            .done("replace", "fit")
            .map { |entry| entry["kind"] }
            .tally
            .map do |kind, count|
              "#{count} × #{kind == "lamp" ? "lamp" : @session.job.region.term(Trade::DeviceKind[kind])}"
            end
        rows + @session.log.done("cable").map { |entry| run(entry) }
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
              { "point" => point, "name" => Naming.point(point), **known(point, role, shares) }
            end
          end
      end

      # The role of a conductor, and how that is known: read, from how it is joined, or likely. A spare is one that was
      # read dead and open.
      def known(point, role, shares)
        read = readings_of(point)
        if role == "spare" && !Session::Spares.new(@session).proved?(point)
          return { "role" => UNIDENTIFIED, "proof" => "not read" }
        end
        return { "role" => role, "proof" => "not known" } if role == "not known"
        if read.any?
          return { "role" => role, "proof" => "#{READ} #{Naming.list(read.map { |entry| entry.number.to_s })}" }
        end
        return { "role" => role, "proof" => "pulled for it in this job" } if pulled?(point)

        share = shares.fetch(role, 0.0)
        likely = share.positive? && share < SURE
        { "role" => role, "proof" => likely ? "likely, #{Wording.percent(share)}" : SEEN }
      end
      UNIDENTIFIED = "unused, not identified"
      # Probability below which a role is only likely
      SURE = 0.995
      private_constant :UNIDENTIFIED, :SURE

      def readings_of(point) = @session.log.readings.select { |entry| entry["at"].include?(point) }

      def pulled?(point) = @situation.pulled.any? { |run| run.conductors.flatten.include?(point) }

      # Readings and looks in order, each look with the toggles as they stood
      def readings
        @session
          .log
          .select { |entry| %w[probe watch bench wiggle].include?(entry.kind) }
          .filter_map { |entry| reading(entry.fields, entry.before) }
      end

      def reading(step, so_far)
        told = Instruction.of(step.except("id", "answer"), so_far)
        {
          "number" => step["id"],
          "what" => [told["title"], toggles(so_far)].compact.join("; "),
          "answer" => Instruction.answered(step, step["answer"] || {}, @session.job.region)
        }
      end

      # @return [String, nil] "porch up, pantry down"; nil where nobody noted any
      def toggles(situation)
        known = @session.job.controls.select { |control| situation.positions[control.id] }
        return if known.empty?

        known.map { |one| "#{Naming.switch(one.id, @session.job)} #{situation.positions[one.id]}" }.join(", ")
      end
    end
  end
end

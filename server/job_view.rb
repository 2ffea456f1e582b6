# frozen_string_literal: true

module Server
  # Everything the screens of a job show, as the core says it.
  class JobView
    # @param about [Hash] see CallSummary
    # @param session [Dielectra::Session::Troubleshooting]
    # @param version [Integer] of the job
    # @param local [Dielectra::Rules::Local]
    def initialize(about, session, version:, local:)
      @local = local
      @about = about
      @session = session
      @version = version
    end

    def to_h
      {
        call: CallSummary.new(@about, @session).to_h,
        version: @version,
        volts: @session.job.supply_volts,
        controls:,
        loads:,
        groups:,
        grid:,
        line: Dielectra::Presentation::HouseLine.new(@session).to_a,
        power: Dielectra::Presentation::Power.new(situation).to_h,
        boxes:,
        next: advice,
        conclusion: conclusion&.to_h,
        suspects:,
        tracing: Dielectra::Presentation::Tracing.new(@session).to_h,
        steps:,
        ahead: Dielectra::Presentation::Ahead.of(@session).to_h,
        repair: (Dielectra::Presentation::Rewire.new(@session).to_h unless surveying?),
        change: (Dielectra::Presentation::ChangeChoices.new(@session, @local).to_h if change?),
        memory: Dielectra::Presentation::HouseMemory.new(@session, @local).to_h,
        on_record: Dielectra::Presentation::OnRecord.new(@session).to_h,
        unused: Dielectra::Presentation::Unused.new(@session).to_a,
        minutes: @session.minutes.round(1)
      }
    end

    private

    def change? = @session.respond_to?(:surveying?)

    # Whether the house is still being got to know for a change
    def surveying? = change? && @session.surveying?

    def situation = @session.situation

    def wording = Dielectra::Presentation::Wording

    def conclusion = @session.next.is_a?(Dielectra::Session::Conclusion) ? @session.next : nil

    def advice
      return if conclusion

      rules = Dielectra::Presentation::RuleSheet.new(@session, @local).at(@session.next)
      { **Dielectra::Presentation::Advice.next(@session).to_h, "rules" => rules }
    end

    def controls
      @session.job.goal.controls.map do |control|
        {
          id: control.id,
          place: control.place,
          name: Dielectra::Presentation::Naming.switch(control.id, @session.job),
          marked: control.on_off_marked,
          position: situation.positions[control.id],
          kind: situation.kind_of(control.id)
        }
      end
    end

    def loads
      @session.job.goal.loads.map do |load|
        { id: load.id, place: load.place, name: place_name(load.place), kind: load.kind }
      end
    end

    def groups = Dielectra::Presentation::Grid.new(@session).groups

    def place_name(place) = Dielectra::Presentation::Naming.place(place)

    def grid = Dielectra::Presentation::Grid.new(@session).to_a

    def boxes = Dielectra::Presentation::Boxes.new(@session).to_a

    # Suspects shown
    MOST_SUSPECTS = 5
    private_constant :MOST_SUSPECTS

    def suspects
      alike = @session.findings.suspects.group_by { |causes, _| wording.causes(causes) }
      rows = alike.map { |sentence, some| [sentence, some.sum(&:last), some.first.first] }
      rows
        .reject { |_, share, _| share < 0.005 }
        .max_by(MOST_SUSPECTS) { |_, share, _| share }
        .map do |sentence, share, causes|
          { sentence:, share: share.round(4), percent: wording.percent(share), causes: }
        end
    end

    def steps
      @session.log.map do |entry|
        step = entry.fields
        told = Dielectra::Presentation::Instruction.of(entry.question, entry.before)
        {
          number: step["id"],
          title: told["title"],
          answer: Dielectra::Presentation::Instruction.answered(step, step["answer"] || {}, @session.job.region),
          place: place_name(told["place"]),
          minutes: entry.minutes.round(1),
          step: step.except("id"),
          others: Dielectra::Presentation::Corrections.of(step, @session.job)
        }
      end
    end
  end
end

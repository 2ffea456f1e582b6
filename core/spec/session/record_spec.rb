# frozen_string_literal: true

# What is asked for the record, beyond what the repair needs: which conductor is which, and what it was.
RSpec.describe "Readings for the record" do
  def made(family, trouble, seeds = 1..) =
    seeds.lazy.map { |seed| Dielectra::Practice::Scenario.new(Random.new(seed), family:, trouble:) }

  # @param first [Hash, nil] a step that is taken first, whatever is advised
  def played(scenario, first: nil)
    house = Dielectra::Practice::House.new(scenario.circuit)
    rules = []
    session = Dielectra::Session::Troubleshooting.new(scenario.job)
    session.record(first.merge("answer" => house.answer(first))) if first
    until session.next.is_a?(Dielectra::Session::Conclusion)
      rules << session.decision.rule
      session.record(session.next.to_h.merge("answer" => house.answer(session.next.to_h)))
    end
    [session, house, rules]
  end

  describe Dielectra::Session::RoleCheck do
    it "names every conductor it names rightly, and nearly all of them" do
      counts =
        %i[one two cloth]
          .map { |family| made(family, :apart_one).first }
          .map do |scenario|
            session, house, = played(scenario)
            points =
              session.situation.opened.keys.flat_map do |place|
                session.situation.own_cable_ends(place).flat_map(&:points)
              end
            truth = Dielectra::Practice::TrueRoles.new(house.circuit, scenario.job).of(points)
            [
              session.next.roles.slice(*truth.keys).count { |point, role| truth[point] == role },
              session.next.roles.slice(*truth.keys).size,
              truth.size
            ]
          end
      right, stated, all = counts.transpose.map(&:sum)
      expect([right, stated > 0.95 * all]).to eq([stated, true])
    end

    it "asks with the power on, and only once the light obeys" do
      session, _, rules = played(made(:two, :apart_one).first)
      asked = session.steps.drop(session.job.steps.size).zip(rules).select { |_, rule| rule == :roles }.map(&:first)
      expect(asked.map { |step| step["tool"] || step["do"] }.uniq - %w[voltage ncv set]).to be_empty
      expect(rules.index(:roles)).to be > rules.size / 2
    end
  end

  it "says what is not known where no box was opened" do
    solved, = played(made(:one, :lamp_burnt).first, first: { "do" => "replace", "device" => "L1", "kind" => "lamp" })
    expect([solved.next.status, solved.situation.opened, solved.next.because.last]).to match(
      ["solved", {}, /No box was opened/]
    )
  end

  describe Dielectra::Session::CauseCheck do
    it "names marks that lie as such, though a new switch would have repaired it" do
      named =
        made(:two, :marks_wrong)
          .first(2)
          .map { |scenario| played(scenario).first.next.causes.map { |cause| cause["kind"] } }
      expect(named).to all(include("marks_wrong").or(include("miswired")))
    end

    it "asks nothing where one cause is plain" do
      session = opened("tower_stair", "tower_door")
      looked = Dielectra::Session::Action.new(purpose: :repair, subject: session.plan, step: session.next)
      expect(described_class.new(session).step(looked)).to be_nil
    end
  end
end

# frozen_string_literal: true

RSpec.describe Dielectra::Rules::Book do
  let(:book) { described_class.of("north_america") }

  def state(article, edition = 2023, **facts)
    note = book.notes(Dielectra::Rules::Facts.new(**facts), edition).find { |row| row["article"] == article }
    note&.fetch("state")
  end

  it "judges every rule both ways, and not at all where nothing is known" do
    described_class.regions.each do |region|
      described_class
        .of(region)
        .rules
        .each do |rule|
          facts = ->(value) do
            known = rule.fact == "fill" ? { fill: value ? 20.0 : 10.0, volume: 18.0 } : { rule.fact.to_sym => value }
            Dielectra::Rules::Facts.new(**known)
          end
          seen = [facts.call(true), facts.call(false), Dielectra::Rules::Facts.new].map { |some| rule.judge(some) }
          expect(seen).to eq([:not_met, :met, nil]), "#{region} #{rule.name}"
        end
    end
  end

  it "says at a step only what matters there" do
    facts = Dielectra::Rules::Facts.new(built_with_lead: true, backstab: true)
    at = %w[box arrange watch].map { |step| book.notes(facts, step:).map { |note| note["article"] } }
    expect(at).to eq([["EPA RRP"], ["110.14(A)"], []])
  end

  it "is met by marking where a plan marks the conductor" do
    expect(state("200.7(C)", 2023, hot_white_unmarked: Dielectra::Rules::Facts::TO_BE_MARKED)).to eq("met_by_marking")
  end

  it "leaves out what an edition does not have" do
    expect([2008, 2011].map { |edition| state("404.2(C)", edition, new_switch_without_neutral: true) }).to eq(
      [nil, "not_met"]
    )
  end

  it "names every rule by its article, in our words" do
    expect(book.rules.map { |rule| [rule.article, rule.sentence] }.flatten).to all(match(/\S/))
  end

  it "reads the facts of a job off its open boxes" do
    job = demo_job("chart_room")
    house = Dielectra::Practice::House.new(demo_circuit("chart_room"), job:)
    session = Dielectra::Session::Troubleshooting.for(job)
    until session.situation.open?("chart_room")
      step = session.next.to_h
      session.record(step.merge("answer" => house.answer(step)))
    end
    facts = Dielectra::Rules::Facts.of(session)
    expect([facts.backstab, facts.ungrounded_switch, facts.built_with_lead, facts.volume]).to eq(
      [true, false, true, 20.3]
    )
  end

  describe "of a switch without a ground" do
    let(:job) { demo_job("signal_gallery") }
    let(:session) do
      house = Dielectra::Practice::House.new(demo_circuit("signal_gallery"), job:)
      Dielectra::Session::Troubleshooting
        .for(job)
        .tap do |one|
          until one.situation.opened.keys.intersect?(job.controls.map(&:place))
            step = one.next.to_h
            one.record(step.merge("answer" => house.answer(step)))
          end
        end
    end
    let(:place) { session.situation.opened_boxes.find { |name| job.controls.map(&:place).include?(name) } }

    def sheet(edition: 2023, **metal)
      local = Dielectra::Rules::Local.new(edition:, grounded_metal: metal.transform_keys(&:to_s))
      Dielectra::Presentation::RuleSheet.new(session, local).to_h
    end

    def plate(sheet) = sheet["notes"].find { |note| note["article"] == "404.9(B)" }["state"]

    it "asks whether grounded metal is near, and is met where none is" do
      expect(sheet["metal"].map { |row| row.values_at("place", "answer") }).to eq([[place, nil]])
      states = [sheet, sheet(place.to_sym => "near"), sheet(place.to_sym => "far")].map { |one| plate(one) }
      expect(states).to eq(%w[not_met not_met met])
    end

    it "is read by the edition that was adopted" do
      expect(sheet(edition: 2017)["notes"].map { |note| note["edition"] }.uniq).to eq([2017])
    end
  end
end

# frozen_string_literal: true

# Jobs played at random: whatever is answered, no step that comes out may be unsafe in the house it is asked in.
RSpec.describe "Safety of every step" do
  # An answer that may be right, unsure, impossible or plainly wrong.
  def wild(house, step, random)
    right = house.answer(step)
    case random.rand
    when 0...0.80
      right
    when 0.80...0.87
      { "unsure" => true }
    when 0.87...0.92
      step["do"] == "breaker" ? right : { "cannot" => "it is out of reach" }
    else
      wrong(right)
    end
  end

  def wrong(answer)
    opposite = { "beep" => "silent", "silent" => "beep", "glow" => "dark", "dark" => "glow" }
    return answer.merge("reads" => opposite[answer["reads"]]) if answer["reads"]
    if answer["loads"]
      return answer.merge("loads" => answer["loads"].transform_values { |light| light == "on" ? "off" : "on" })
    end

    answer
  end

  # Only what the person really did changes the house.
  def played(family)
    random = Random.new(7)
    scenario = Dielectra::Practice::Scenario.new(random, family:)
    house = Dielectra::Practice::House.new(scenario.circuit, random:)
    watchman = Dielectra::Practice::SafetyObserver.new(house, scenario.job)
    session = Dielectra::Session::Troubleshooting.new(scenario.job)
    40.times do |number|
      step = session.next
      break if step.is_a?(Dielectra::Session::Conclusion)

      numbered = step.numbered(number + 1)
      watchman.check!(numbered)
      answer = %w[watch probe].include?(step.do) ? wild(house, numbered, random) : house.answer(numbered)
      session.record(numbered.merge("answer" => answer.except("id")))
    end
    watchman
  end

  %i[one two three conduit second_circuit old_scheme knob_and_tube].each do |family|
    it "holds in a house played with wild answers (#{family})" do
      forbidden = played(family).unsafe.grep_v(/not fit to be energized/)
      expect(forbidden).to be_empty
    end
  end

  it "holds for the power as well where answers are honest" do
    unsafe =
      %i[one two second_circuit].flat_map do |family|
        scenario = Dielectra::Practice::Scenario.new(Random.new(102), family:)
        house = Dielectra::Practice::House.new(scenario.circuit)
        watchman = Dielectra::Practice::SafetyObserver.new(house, scenario.job)
        play(house, scenario.job) { |step| watchman.check!(step) }
        watchman.unsafe
      end
    expect(unsafe).to be_empty
  end
end

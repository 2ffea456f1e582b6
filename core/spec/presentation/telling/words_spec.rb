# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Telling::Words do
  let(:session) { opened("tower_stair", "tower_door") }

  [
    { "do" => "watch" },
    { "do" => "wiggle", "device" => "S1" },
    { "do" => "set", "device" => "S1", "to" => "up" },
    { "do" => "breaker", "device" => "B1", "to" => "off" },
    { "do" => "open", "place" => "lamp_room" },
    { "do" => "prove_dead", "place" => "tower_door" },
    { "do" => "find_breaker", "point" => "tower_door/1.black" },
    { "do" => "arrange", "place" => "tower_door", "joints" => "as_found" },
    { "do" => "mark", "point" => "tower_door/1.white", "tape" => "black" },
    { "do" => "bench", "device" => "S1", "position" => "up" },
    { "do" => "replace", "device" => "S1", "kind" => "three_way" },
    { "do" => "probe", "tool" => "continuity", "at" => %w[tower_door/1.black tower_door/1.white] },
    { "do" => "probe", "tool" => "voltage", "at" => %w[tower_door/1.black tower_door/1.white] },
    { "do" => "probe", "tool" => "ncv", "at" => %w[tower_door/1.black] }
  ].each do |step|
    name = step.values.first(3).join(" ")

    it "has a title in plain words for #{name}" do
      title, detail, caution = described_class.of(step).told(session.situation)
      expect(title).to match(/\A[A-Z].{5,}[^.!]\z/)
      expect([detail, caution].compact).to all(end_with(".").or(end_with("?")))
    end

    it "offers only answers that the protocol takes, for #{name}" do
      described_class
        .of(step)
        .choices(session)
        .each do |label, answer, _|
          expect(label).to match(/\A\S.*\S\z/)
          fields = step.merge("answer" => answer)
          expect { Dielectra::Steps.check!(fields, session.situation) }.not_to raise_error
        end
    end

    it "says what could not be done, for #{name}" do
      expect(described_class.of(step).refused(session.situation)).to match(/\A[a-zB]\S* .*[^.]\z/)
    end
  end
end

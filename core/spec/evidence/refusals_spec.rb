# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Refusals do
  def step(**fields) = Dielectra::Steps.of(fields.transform_keys(&:to_s))

  let(:open_a) { step(do: "open", place: "a") }
  let(:replace) { %w[S1 S2 S3].map { |id| step(do: "replace", device: id, kind: "three_way") } }
  let(:watch) { step(do: "watch") }
  let(:now) { [:as_it_is] }

  it "does not ask again for what was refused, but for other things" do
    refusals = described_class.new.refused(open_a, 3, now)
    expect([refusals.declined?(open_a, now, 1), refusals.declined?(step(do: "open", place: "b"), now, 1)]).to eq(
      [true, false]
    )
  end

  it "asks for a look again once something has changed" do
    refusals = described_class.new.refused(watch, 3, now)
    expect([refusals.declined?(watch, now, 1), refusals.declined?(watch, [:otherwise], 1)]).to eq([true, false])
  end

  it "takes a sort of step for impossible after three refusals in a row" do
    three = replace.each_with_index.reduce(described_class.new) { |all, (one, index)| all.refused(one, index, now) }
    again = replace.first(2).reduce(described_class.new) { |all, one| all.refused(one, 1, now) }.taken(replace.last)
    expect([three, again].map { |one| one.impossible?(replace.first.sort) }).to eq([true, false])
  end

  it "asks twice what somebody was unsure of, and no third time in a row" do
    probe = step(do: "probe", tool: "continuity", at: %w[a/1.black a/1.white])
    once = described_class.new.doubted(probe, now)
    twice = once.doubted(probe, now)
    expect([once.declined?(probe, now, 2), twice.declined?(probe, now, 3)]).to eq([false, true])
  end

  it "knows where wires may not be moved" do
    refusals = described_class.new.refused(step(do: "arrange", place: "a", joints: []), 3, now)
    expect([refusals.declined_at?("a"), refusals.declined_at?("b")]).to eq([true, false])
  end
end

# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Cable do
  subject(:step) { Dielectra::Steps.of({ "do" => "cable", "between" => %w[hall landing], "type" => "14/3" }) }

  def situation(*dead) =
    instance_double(Dielectra::Evidence::Situation).tap do |one|
      allow(one).to receive(:proved_dead?) { |place| dead.include?(place) }
    end

  it "is started where one stands, and ends in a box proved dead as well" do
    expect { step.confine!(situation("hall", "landing"), "hall") }.not_to raise_error
    expect { step.confine!(situation("hall", "landing"), "landing") }.to raise_error(ArgumentError, /does not start/)
    expect { step.confine!(situation("hall"), "hall") }.to raise_error(ArgumentError, /not proved dead/)
  end
end

# frozen_string_literal: true

require_relative "contexts"
require_relative "../../bench/support/random_play"
require_relative "../../bench/support/random_draft"

# Sessions that are told anything the protocol allows, with everything that screens and files show asked for as they go.
# bench/sessions.rb plays more of them, and to their ends.
RSpec.describe RandomPlay do
  # Steps of each; most exceptions are met within these
  let(:most) { 6 }

  # The seeds stand for nothing: they make a failure the same each time.
  (1..64).each do |seed|
    it "stands whatever draft #{seed} is told" do
      report = described_class.new(RandomDraft.new(Random.new(seed), most: 2).document, seed, full: false, most:).run
      expect(report.failures).to eq([])
    end
  end

  Dir[File.expand_path("../../demo/*.circuit.json", __dir__)]
    .product((1..5).to_a)
    .each do |path, seed|
      it "stands whatever #{File.basename(path, ".circuit.json")} is told, seed #{seed}" do
        job = JSON.parse(File.read(path.sub(".circuit.", ".job.")))
        report = described_class.new(job, seed, circuit: JSON.parse(File.read(path)), full: false, most:).run
        expect(report.failures).to eq([])
      end
    end
end

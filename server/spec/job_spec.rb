# frozen_string_literal: true

require_relative "contexts"

RSpec.describe Server::Job do
  include_context "with the application"

  let(:job) { described_class.find_by!(title: "Boathouse light dead") }

  def reported(light) =
    { "do" => "report", "positions" => { "S1" => "up" }, "answer" => { "loads" => { "L1" => light } } }

  it "lets two hands write to it at once" do
    Array
      .new(2) do |hand|
        Thread.new do
          5.times do |turn|
            described_class.find(job.id).add!("taken", step: reported((hand + turn).even? ? "on" : "off"))
          end
        ensure
          ActiveRecord::Base.connection_handler.clear_active_connections!
        end
      end
      .each(&:join)
    numbers = described_class.find(job.id).steps.map { |step| step["id"] }
    expect(numbers.last(10)).to eq(((numbers.size - 9)..numbers.size).to_a)
  end
end

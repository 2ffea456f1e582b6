# frozen_string_literal: true

require_relative "browser"

RSpec.describe "A meter with a data port in the browser", type: :feature do
  include_context "with a browser"

  # Takes steps without the screen until one is next that the block wants.
  # @return [Hash] that step
  def up_to(id)
    loop do
      session = Server::Folding.session(Server::Job.find(id))
      step = session.next.to_h
      return step if yield(step, session)

      taken_elsewhere(id, step.merge("answer" => house.answer(step)))
    end
  end

  # What the probes show there, where that is not what they show in the air too
  def shown(step)
    return unless %w[voltage low_z resistance].include?(step["tool"])

    value = house.read(step["tool"], step["at"]).values.first
    value if value.is_a?(Numeric) && value > Dielectra::Meter::Scpi::TOUCHING
  end

  # The simulated meter, its probes on some points, for as long as the block runs
  def listening(points)
    server = TCPServer.new("127.0.0.1", 0)
    meter = Dielectra::Meter::StandIn.new { [house, points] }
    serving = Thread.new { loop { Thread.new(server.accept) { |line| meter.serve(line) } } }
    Server::Setting.set!({ "meter" => "127.0.0.1:#{server.addr[1]}" })
    yield
  ensure
    serving.kill
    server.close
  end

  it "answers the step once the probes were held on its points" do
    viewport(1280, 800)
    step = up_to(1) { |one, session| Dielectra::Presentation::Advice.next(session).to_h["parts"].empty? && shown(one) }
    count = Server::Job.find(1).steps.size + 1
    listening(step["at"]) do
      visit "/jobs/1"
      expect(page).to have_css("[role=status]", text: /Hold \d s more to enter it/)
      expect(page).to have_css("[role=tab]", text: "Steps (#{count})")
    end
    taken = Server::Job.find(1).steps.last
    expect(taken["at"]).to eq(step["at"])
    expect(taken["answer"].values.first).to be_within(shown(step) * 0.02).of(shown(step))
  end
end

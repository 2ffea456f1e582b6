# frozen_string_literal: true

require_relative "browser"

RSpec.describe "A box in the browser", type: :feature do
  include_context "with a browser"

  # What a box holds, whatever the order it is told in
  def held(found)
    cables = found["cable_ends"].map { |row| [row["id"], row["type"], row["conductors"].map { |wire| wire["id"] }] }
    joints = found["joints"].map { |joint| joint["points"].sort }.select { |points| points.size > 1 }
    [found["enclosure"], cables.sort, found["devices"].map { |row| row.values_at("id", "kind") }, joints.sort]
  end

  def steps(count) = expect(page).to(have_css("[role=tab]", text: "Steps (#{count})"))

  # Opens a box that need not be the next one, enters it, and takes it back.
  # @return [Hash] what the server was told
  def entered(id, name)
    before = Server::Job.find(id).steps.size
    find("summary", text: "Something else").click
    within("section[aria-label=Now]") do
      find("button", text: /^#{name}$/i).click
      click_button "Open the box"
    end
    yield
    steps(before + 1)
    found = Server::Job.find(id).steps.last.dig("answer", "found")
    press("u")
    steps(before)
    found
  end

  it "is the same by shorthand and by taps" do
    viewport(1280, 800)
    truth = Dielectra::Practice::House.new(demo_circuit("horn_shed"))
    taken_elsewhere(4, { "do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true } })
    visit "/jobs/4"
    demo_job("horn_shed").boxes.each do |place|
      found = truth.answer({ "do" => "open", "place" => place.id })["found"]
      words = Dielectra::Presentation::Naming.place(place.id)
      typed = entered(4, words) { type(found) }
      tapped = entered(4, words) { write_down(found) }
      expect([held(typed), held(tapped)]).to eq([held(found)] * 2)
    end
  end
end

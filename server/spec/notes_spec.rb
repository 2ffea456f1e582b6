# frozen_string_literal: true

require_relative "contexts"

RSpec.describe "Notes" do
  include_context "with the application"

  it "are looked up by their words, and all are there without any" do
    send_json(:get, "/notes?q=hot+white")
    expect(said["notes"].first).to include("id" => "hot_white", "box" => include("drawing"))
    send_json(:get, "/notes")
    expect(said["notes"].size).to be > 30
  end

  it "are not looked up by what is no text" do
    expect(send_json(:get, "/notes?q[]=white")).to be_between(400, 422)
    expect(send_json(:get, "/notes?q=#{"a" * 300}")).to be_between(400, 422)
  end
end

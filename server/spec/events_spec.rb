# frozen_string_literal: true

require_relative "../app"
require "socket"
require "timeout"

RSpec.describe Server::Events do
  # A page that listens, and what it has heard.
  def listener
    here, there = UNIXSocket.pair
    described_class.add(there)
    here
  end

  def heard(socket, pattern)
    text = +""
    Timeout.timeout(60) { text << socket.readpartial(4_096) until text.match?(pattern) }
    text
  end

  it "tells every page that listens" do
    pages = Array.new(2) { listener }
    described_class.publish(job: 4, version: 17)
    pages.each { |page| expect(heard(page, /"version":17/)).to include('data: {"job":4,"version":17}') }
    pages.each(&:close)
  end

  it "lets go of a page that is gone" do
    gone = listener
    stays = listener
    both = described_class.count
    gone.close
    Timeout.timeout(60) do
      described_class.publish(job: 1, version: 1)
      sleep(0.02) until described_class.count < both
    end
    expect(heard(stays, /version/)).to include('"version":1')
    stays.close
  end

  it "answers with a stream that the server may keep open, and with a reason where it may not" do
    kept, = described_class.new.call({ "REQUEST_METHOD" => "GET", "rack.hijack?" => true })
    refused, = described_class.new.call({ "REQUEST_METHOD" => "GET" })
    expect([kept, refused]).to eq([200, 405])
  end
end

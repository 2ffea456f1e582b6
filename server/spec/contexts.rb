# frozen_string_literal: true

require_relative "../app"
require "rack/test"
require "securerandom"
require "tmpdir"

# A data folder of the example's own with the demo day in it: @folder, in the temporary folder @beside.
RSpec.shared_context "with a data folder" do
  around do |example|
    Dir.mktmpdir do |beside|
      @beside = beside
      @folder = File.join(beside, "data")
      Server::Database.open(@folder)
      Server::Folding.forget
      Server::Demo.load!
      example.run
    ensure
      Server::Folding.forget
      ActiveRecord::Base.connection_handler.clear_all_connections!
    end
  end
end

# Sends the same request again as long as the answer is not there yet, as every client does.
module Patiently
  def patiently
    yield
    yield while last_response.accepted?
  end
end

# The whole application over such a folder, each answer held against the description of the API.
RSpec.shared_context "with the application" do
  include Rack::Test::Methods
  include Patiently
  include_context "with a data folder"

  around do |example|
    ENV["DIELECTRA_CHECK_RESPONSES"] = "1"
    example.run
  ensure
    ENV.delete("DIELECTRA_CHECK_RESPONSES")
  end

  def app = @app ||= Server.app

  # @return [Object] what the last answer says
  def said = JSON.parse(last_response.body)

  # @param version [Integer, nil] of the job that a change is made against
  # @return [Integer] the status
  def send_json(verb, path, body = {}, version: nil)
    header "Content-Type", "application/json"
    header "Host", "127.0.0.1"
    header "Idempotency-Key", SecureRandom.uuid
    header "If-Match", version && "\"#{version}\""
    patiently { public_send(verb, "/api#{path}", verb == :get ? {} : JSON.generate(body)) }
    last_response.status
  end
end

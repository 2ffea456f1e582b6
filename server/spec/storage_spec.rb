# frozen_string_literal: true

require_relative "contexts"
require "open3"

RSpec.describe Server::Storage do
  include_context "with the application"

  {
    SQLite3::FullException => [507, /disk is full/],
    SQLite3::ReadOnlyException => [503, /cannot be written/],
    SQLite3::BusyException => [503, /in use/]
  }.each do |cause, (status, words)|
    it "answers #{status} where the database says #{cause.name.split("::").last}, and keeps what was there" do
      job = Server::Job.first
      before = job.entries.count
      allow(Server::Receipt).to receive(:keep!) do
        raise cause
      rescue SQLite3::Exception
        raise ActiveRecord::StatementInvalid, "it failed"
      end
      step = { do: "watch", answer: { unsure: true } }
      expect(send_json(:post, "/jobs/#{job.id}/steps", step, version: job.version)).to eq(status)
      expect([said["detail"], said["code"]]).to match([words, status == 507 ? "disk_full" : "not_now"])
      expect(job.reload.entries.count).to eq(before)
    end
  end

  it "says in a sentence that a folder cannot be written" do
    path = File.join(@beside, "a file")
    File.write(path, "")
    expect(described_class.unfit(File.join(path, "data"))).to match(
      /cannot be written \(EEXIST\)\. Nothing was started\.\z/
    )
    expect(described_class.unfit(@folder)).to be_nil
  end
end

# frozen_string_literal: true

require "digest"
require "zlib"

module Server
  # What was answered to one write, under the key that the write carried.
  class Receipt < ActiveRecord::Base
    # Receipts kept of each job
    MOST = 40

    belongs_to :job

    # @return [String] the answer as it was sent
    def text = Zlib.inflate(body).force_encoding(Encoding::UTF_8)

    # @return [String, nil] what a job shows, where its last answer still says it
    def self.shown(job)
      last = where(job:).order(:id).last
      last.text if last && last.version == job.version && last.code == basis
    end

    # Has a job worked out anew when it is shown next; an answer that is asked for again stays.
    def self.outdate(job) = where(job:).update_all(code: "")

    # @return [String] digest of what an answer depends on besides the job: the code, and what is set
    def self.basis =
      Digest::SHA256.hexdigest(JSON.generate([Sessions.code, *Setting.now.values_at("minutes", "edition")]))[0, 16]

    # @param key [String] chosen by the client
    # @param said [String] digest of the request
    # @param version [Integer] of the job then
    def self.keep!(job, key:, said:, status:, text:, version:)
      create!(job:, key:, said:, status:, version:, code: basis, body: Zlib.deflate(text))
      old = where(job:).order(id: :desc).offset(MOST).pluck(:id)
      where(id: old).delete_all if old.any?
    end
  end
end

# frozen_string_literal: true

require "zlib"

module Server
  # What was answered to one write, under the key that the write carried.
  class Receipt < ActiveRecord::Base
    # Receipts kept of each job
    MOST = 40

    belongs_to :job

    # @return [String] the answer as it was sent
    def text = Zlib.inflate(body).force_encoding(Encoding::UTF_8)

    # @param key [String] chosen by the client
    # @param said [String] digest of the request
    def self.keep!(job, key:, said:, status:, text:)
      create!(job:, key:, said:, status:, body: Zlib.deflate(text))
      old = where(job:).order(id: :desc).offset(MOST).pluck(:id)
      where(id: old).delete_all if old.any?
    end
  end
end

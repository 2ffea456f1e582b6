# frozen_string_literal: true

require "digest"
require "securerandom"

module Server
  # A device that was paired, and the person who works with it. It shows a token that only it has; the server keeps the
  # token's digest. A device that was revoked gets in no more.
  class Device < ActiveRecord::Base
    # Seconds between two notes of when a device was seen
    NOTED = 60

    validates :person, :name, presence: true, length: { maximum: 60 }

    scope :paired, -> { where(revoked_at: nil) }

    # @return [Array(Device, String)] and the token, which is told once
    def self.pair!(person:, name:)
      token = SecureRandom.urlsafe_base64(32)
      [create!(person: person.strip, name: name.strip, token_digest: digest(token), seen_at: Time.now), token]
    end

    # @return [Device, nil]
    def self.of(token)
      device = paired.find_by(token_digest: digest(token)) if token && !token.empty?
      device&.tap(&:seen!)
    end

    def self.digest(token) = Digest::SHA256.hexdigest(token)

    def seen! = (update_columns(seen_at: Time.now) if seen_at.nil? || seen_at < Time.now - NOTED)

    def revoke! = update!(revoked_at: Time.now)

    def to_h = { id:, person:, name:, seen: seen_at&.utc&.iso8601 }
  end
end

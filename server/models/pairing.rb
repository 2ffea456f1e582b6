# frozen_string_literal: true

require "digest"
require "securerandom"

module Server
  # A code with which one device can be paired once, for a few minutes. Only its digest is kept.
  class Pairing < ActiveRecord::Base
    MINUTES = 10
    # Letters and digits that are not taken for each other
    ALPHABET = "ABCDEFGHJKMNPQRSTUVWXYZ23456789".chars.freeze
    LENGTH = 8

    # @return [String] a new code, in two groups
    def self.open!
      where("expires_at < ?", Time.now).delete_all
      code = Array.new(LENGTH) { ALPHABET.sample(random: SecureRandom) }.join
      create!(code_digest: digest(code), expires_at: Time.now + (MINUTES * 60))
      "#{code[0, 4]}-#{code[4, 4]}"
    end

    # Uses a code up.
    # @return [Boolean] whether it was open
    def self.use!(code)
      where(code_digest: digest(code), used_at: nil)
        .where("expires_at > ?", Time.now)
        .update_all(used_at: Time.now)
        .positive?
    end

    # However it is written: letters in either case, with or without the dash.
    def self.digest(code) = Digest::SHA256.hexdigest(code.to_s.upcase.delete("^A-Z0-9"))
  end
end

# frozen_string_literal: true

module Server
  # A JPEG picture as it may be kept: whole, and without what a camera writes beside it (position, owner, thumbnails).
  # Source of the segments: ITU-T T.81, annex B.
  module Jpeg
    START = "\xFF\xD8".b
    FINISH = "\xFF\xD9".b
    # Segments that are kept before the picture's data: tables, frames and scans; of the application segments only JFIF
    # and the one that says how colors are coded
    KEPT = [0xDB, *(0xC0..0xCF), 0xDD, 0xDA, 0xE0, 0xEE].freeze
    SCAN = 0xDA
    MOST = 3 * 1024 * 1024

    # @param bytes [String]
    # @return [String, nil] the picture alone; nil for what is no JPEG
    def self.bare(bytes)
      bytes = bytes.b
      return unless bytes.start_with?(START) && bytes.rstrip.include?(FINISH) && bytes.bytesize <= MOST

      kept = START.dup
      at = 2
      loop do
        return unless bytes.getbyte(at) == 0xFF

        kind = bytes.getbyte(at + 1)
        length = bytes.byteslice(at + 2, 2)&.unpack1("n")
        return if kind.nil? || length.nil? || length < 2
        return kept + bytes.byteslice(at..) if kind == SCAN

        kept << bytes.byteslice(at, length + 2) if KEPT.include?(kind)
        at += length + 2
      end
    end
  end
end

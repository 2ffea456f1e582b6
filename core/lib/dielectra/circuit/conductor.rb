# frozen_string_literal: true

module Dielectra
  class Circuit
    # One conductor of a cable. Its id is the same at both ends but where the ends cannot be told apart.
    class Conductor
      attr_reader :ids, :color, :tape

      def self.read(row) = new(ids: row["ids"] || ([row["id"]] * 2), color: row["color"], tape: row["tape"])

      # @param tape [String, Array(String, String), nil] a re-identification, at both ends or end by end
      def initialize(ids:, color:, tape: nil)
        @ids = Ractor.make_shareable(ids)
        @color = color
        @tape = Ractor.make_shareable(tape)
      end

      def seen_at(side) = WireEnd.new(ids[side], color, tape.is_a?(Array) ? tape[side] : tape)

      # A copy whose tape at one end is another.
      def taped(side, color)
        both = tape.is_a?(Array) ? tape.dup : [tape, tape]
        both[side] = color
        Conductor.new(ids:, color: self.color, tape: both)
      end

      def to_h
        name = ids.uniq.one? ? { "id" => ids.first } : { "ids" => ids }
        { **name, "color" => color, "tape" => tape }.compact
      end
    end
  end
end

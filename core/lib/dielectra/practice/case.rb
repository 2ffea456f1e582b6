# frozen_string_literal: true

module Dielectra
  module Practice
    # A house with something wrong in it that is written down: its circuit and its job as they were found, and what is
    # wrong. It answers what a Scenario does.
    #
    #   house = Case.read("circuit" => {…}, "job" => {…}, "causes" => [{"kinds" => ["lamp"], "place" => "loft"}])
    #   house.named?("kind" => "lamp")  # => true
    class Case
      # Causes that a learner names by another word as well
      ALSO = {
        "marks_wrong" => %w[miswired],
        "tab" => %w[miswired],
        "device_shorted" => %w[device_failed],
        "conductor_open" => %w[joint_open],
        "short" => %w[load_failed]
      }.freeze
      # Causes that lie where they lie, whatever box one stands at
      ANYWHERE = %w[lamp no_supply conductor_open short overload].freeze
      # Causes that a learner can repair with what is in the van
      REPAIRABLE = %w[miswired device_failed joint_open wrong_device lamp no_supply marks_wrong tab load_failed].freeze

      attr_reader :circuit, :job

      # @param document [Hash] `circuit` and `job` in their file formats, and `causes`, each with `kinds` and, where
      #   there is one, `place`
      # @return [Case]
      # @raise [InvalidInput] for a circuit or a job that cannot be read, or a house in which nothing is wrong
      def self.read(document)
        causes = document["causes"]
        raise InvalidInput.new("a house to practice on names what is wrong.", pointer: "/causes") if causes.empty?

        new(Circuit.read(document["circuit"]), Evidence::Job.read(document["job"]), causes)
      end

      # @param circuit [Circuit]
      # @param job [Evidence::Job]
      # @param causes [Array<Hash>]
      def initialize(circuit, job, causes)
        @circuit = circuit
        @job = job
        @causes = causes
      end

      # @return [Hash] from which it is read again
      def document = { "circuit" => circuit.to_h, "job" => job.document, "causes" => @causes }

      # @param claim [Hash] `kind`, and `place` where there is one
      # @return [Boolean] whether it names the trouble, and the box where that counts
      def named?(claim)
        @causes.any? do |cause|
          (cause["kinds"] | ALSO.values_at(*cause["kinds"]).compact.flatten).include?(claim["kind"]) &&
            (ANYWHERE.include?(claim["kind"]) || cause["place"].nil? || cause["place"] == claim["place"])
        end
      end

      # @return [Hash] the trouble in the form of a cause
      def truth = { "kind" => @causes.first["kinds"].first, **@causes.first.slice("place", "device") }

      # @return [Boolean] whether nothing in reach repairs it, so that the rest has to work and the bad part is cut off
      def beyond? = @causes.any? { |cause| !cause["kinds"].intersect?(REPAIRABLE) }

      # @param left [Circuit] the house as a player left it
      # @param session [Session::Troubleshooting] of that player
      # @return [Float] minutes of one who knew what is wrong
      def knowing(left, session) = Least.new(circuit, left, session, job).minutes

      # A fixed procedure is known for one circuit only.
      # @return [nil]
      def procedure = nil
    end
  end
end

# frozen_string_literal: true

require "json"
require "net/http"
require "socket"

module Server
  # Where the probes of the simulated meter are, and in what state the house is there: as told, or as the next step of a
  # job on a running server has it.
  class MeterProbes
    # @param circuit [Dielectra::Circuit]
    # @param at [Array<String>, nil] two points
    # @param steps [String, nil] path of a job file
    # @param follow [String, nil] address of a job on a running server
    # @raise [Dielectra::InvalidInput] where neither says where the probes are
    def initialize(circuit, at:, steps:, follow:)
      raise Dielectra::InvalidInput, "say where the probes are, with --at or --follow." unless at || follow

      @circuit = circuit
      @at = at
      @steps = steps
      @follow = follow
    end

    # @return [Array(Dielectra::Practice::House, Array<String>)]
    # @raise [Dielectra::InvalidInput]
    def now
      job = document
      house = Dielectra::Practice::House.new(@circuit)
      (job ? job["steps"] : []).each { |step| house.answer(step.except("answer")) }
      [house, @at || asked || []]
    end

    private

    def document
      return got("/file") if @follow

      JSON.parse(File.read(@steps, encoding: "UTF-8")) if @steps
    end

    # The points of the step that the server asks for
    def asked = got.dig("next", "step", "at")

    def got(path = "")
      answer = Net::HTTP.get_response(URI("#{@follow}#{path}"))
      if answer.is_a?(Net::HTTPSuccess)
        JSON.parse(answer.body)
      else
        raise(Dielectra::InvalidInput, "the server said #{answer.code}.")
      end
    end
  end
end

# frozen_string_literal: true

module Server
  # The closing checklist of a job. The job can be closed when every line is ticked. A closed job takes no steps until
  # it is reopened.
  class Closing
    # @param job [Job]
    # @param lines [Array<String>] what there is to tick; see Dielectra::Presentation::Record#closing
    def initialize(job, lines)
      @job = job
      @lines = lines
    end

    # @return [Hash] `ticked` lines, and the day it was `closed_on`, or nil
    def to_h = { "ticked" => @job.ticked & @lines, "closed_on" => @job.closed_on&.iso8601 }

    # @param ticked [Array<String>]
    # @param closed [Boolean]
    # @raise [Problem] for a line that there is none of, and for closing with something unticked
    def set!(ticked, closed)
      stray = (ticked - @lines).first
      raise Problem.new(422, "There is nothing to tick called “#{stray}”.", "/ticked") if stray

      missing = (@lines - ticked).first
      raise Problem.new(422, "Not ticked yet: #{missing}.", "/closed") if closed && missing

      @job.update!(ticked:, closed_on: closed ? @job.closed_on || Date.current : nil, row: nil)
      Learned.note!(@job)
    end
  end
end

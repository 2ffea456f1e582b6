# frozen_string_literal: true

require "concurrent/map"
require "monitor"

module Server
  # What a job says, asked of the thinkers. A job is locked from reading to answering; other jobs are not held up.
  module Folding
    @locks = Concurrent::Map.new
    @thinkers = Thinkers.new(nil, 0)

    class << self
      # @return [Thinkers]
      attr_accessor :thinkers

      # Holds a job for as long as the block runs. May be nested.
      # @param id [Integer, Symbol]
      def locked(id, &) = @locks.compute_if_absent(id) { Monitor.new }.synchronize(&)

      # @param job [Job]
      # @param entries [Array<Entry>] that the job has, or would have
      # @param was [Array<Hash>, nil] steps before a correction
      # @return [Hash] everything the screens of the job show
      # @raise [Dielectra::InvalidInput] where a step does not fit
      def view(job, entries: job.entries.to_a, was: nil)
        people = entries.select(&:step).to_h { |entry| [entry.number, entry.person] }
        version = entries.last&.position || 0
        ask(job, "view", Entry.fold(entries), version:, was:, number: Entry.next_number(entries)).tap do |shown|
          shown["steps"].each { |row| row["person"] = people[row["number"]] }
        end
      end

      # @return [Hash] sentences and reasons
      def why(job) = ask(job, "why", job.steps)

      # @return [Array<Hash>] what could be done instead of the next step
      def instead(job) = ask(job, "instead", job.steps)

      # @return [Hash] the record of a job; see Dielectra::Presentation::Record
      def record(job) = ask(job, "record", job.steps, code: job.code)

      # @return [Hash, nil] what a finished job adds to what is learned; nil of one that goes on
      def tally(job) = ask(job, "tally", job.steps, seconds: Learned.seconds(job))

      # @return [Hash] the rules of a job; see Dielectra::Presentation::RuleSheet
      def rules(job) = ask(job, "rules", job.steps)

      # @return [Hash] how a job left its house; see Dielectra::Session::AsLeft
      def left(job) = ask(job, "left", job.steps)

      # @return [Hash] the likeliest wiring of a job: its `circuit` file and its `netlist` in SPICE
      def circuit(job) = ask(job, "circuit", job.steps)

      # @return [Hash] what the sums of the bench start from in a job
      def prefilled(job) = ask(job, "prefilled", job.steps)

      # @return [Dielectra::Session::Troubleshooting] of a job, where thinking is done in this process
      def session(job) = thinkers.inline.sessions.at(job.id, job.as_worked, job.steps, job.minutes)

      # Drops every session of this process.
      def forget = thinkers.inline&.sessions&.forget

      # @return [Problem] for a job whose journal does not fold
      def damaged(job, error)
        Problem.new(
          422,
          "This job cannot be worked out any more: #{error.message.chomp(".")}. Nothing in it is lost; " \
            "download its file.",
          "",
          file: "/api/jobs/#{job.id}/file"
        )
      end

      # The rows of all jobs, a job that was never folded by this version included.
      # @return [String] a JSON array
      def rows
        Job
          .kept
          .where(row: nil)
          .includes(:house, :entries)
          .find_each { |job| job.update_columns(row: JSON.generate(row(job))) }
        "[#{Job.kept.order(:id).pluck(:row).join(",")}]"
      end

      # @return [Array<Hash>] what a closed box will probably look like
      def looks(job, place) = ask(job, "looks", job.steps, place:)

      # @return [Hash] whether a step that a person wants can be taken now; see Dielectra::Session::Wish
      def wish(job, step) = ask(job, "wish", job.steps, wish: step)

      # @return [Hash] a finished job as a house to practice on; see Dielectra::Practice::OwnCase
      def own_case(job) = ask(job, "case", job.steps)

      # Asks the thinkers about an exercise; see Thinker
      # @param what [String] `exercise` or `review`
      # @return [Hash]
      def exercise(id, what, **more)
        told(thinkers.ask({ "do" => what, "about" => { "id" => id }, **more.transform_keys(&:to_s) }))
      end

      # @param chosen [Array<Integer, nil>, nil] what was answered
      # @return [Array<Hash>] the questions of a round of drills, or what each answer is worth
      def drills(seed, chosen = nil) =
        told(thinkers.ask({ "do" => "drills", "about" => { "id" => seed }, "seed" => seed, "chosen" => chosen }))

      # A job as the day shows it, whether it folds or not
      def row(job)
        view(job)["call"]
      rescue Dielectra::InvalidInput, Problem
        CallSummary.new(job.about, nil, job.steps).to_h
      end

      private

      def ask(job, what, steps, **more)
        request = {
          "do" => what,
          "about" => job.about,
          "document" => job.as_worked,
          "minutes" => job.minutes,
          "priors" => job.priors,
          "local" => {
            "edition" => Setting.now["edition"],
            "grounded_metal" => job.grounded_metal
          },
          "steps" => steps
        }
        told(thinkers.ask(request.merge(more.compact.transform_keys(&:to_s))))
      end

      def told(answer)
        return answer["shown"] if answer.key?("shown")

        refused = answer["refused"]
        raise Dielectra::InvalidInput.new(refused["message"], pointer: refused["pointer"]) if refused

        raise Problem.new(500, "This could not be worked out: #{answer["failed"]}. Every step written is kept.")
      end
    end
  end
end

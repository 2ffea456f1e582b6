# frozen_string_literal: true

require "sinatra/base"

module Server
  module Api
    # What every resource of the API shares: JSON in and out, and errors that say what happened, what was kept and what
    # to do.
    class Base < Sinatra::Base
      set :show_exceptions, false
      set :raise_errors, false
      set :host_authorization, { permitted_hosts: [] }

      before { content_type "application/json" }

      after { ActiveRecord::Base.connection_handler.clear_active_connections! }

      error(Dielectra::InvalidInput) { |problem| refuse(Problem.new(422, problem.message, problem.pointer.to_s)) }

      error(Problem) { |problem| refuse(problem) }

      error ActiveRecord::RecordNotFound do
        refuse(Problem.new(404, "There is no such thing here. It may have been opened from an old address."))
      end

      # The disk takes nothing just now. The same request may be sent again.
      error(ActiveRecord::StatementInvalid, SystemCallError, SQLite3::Exception) do |problem|
        refuse(Storage.problem(problem) || failed(problem))
      end

      error ActiveRecord::RecordInvalid do |problem|
        refuse(Problem.new(422, "#{problem.record.errors.full_messages.join(". ")}."))
      end

      error { |problem| refuse(failed(problem)) }

      not_found { refuse(Problem.new(404, "There is nothing at this address.")) }

      private

      def json(value, status: 200)
        self.status(status)
        JSON.generate(value)
      end

      def failed(problem)
        warn problem.full_message(highlight: false)
        Problem.new(500, "Something went wrong on our side. Every step written so far is kept; load the page again.")
      end

      def refuse(problem)
        status, headers, body = problem.response
        halt status, headers, body
      end

      # @return [Hash] the request's body, as Border has parsed it and Description checked it
      def body! = request.env.fetch(Border::BODY)
    end
  end
end

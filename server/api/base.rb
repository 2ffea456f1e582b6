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

      error Dielectra::InvalidInput do |problem|
        halt_with(422, "invalid", problem.message, problem.pointer)
      end

      error ActiveRecord::RecordNotFound do
        halt_with(404, "not_found", "There is no such thing here. It may have been opened from an old address.")
      end

      error ActiveRecord::RecordInvalid do |problem|
        halt_with(422, "invalid", "#{problem.record.errors.full_messages.join(". ")}.")
      end

      error do |problem|
        warn problem.full_message
        halt_with(
          500,
          "failed",
          "Something went wrong on our side. Every step written so far is kept; load the page again."
        )
      end

      not_found { JSON.generate(problem("not_found", "There is nothing at this address.")) }

      private

      def json(value, status: 200)
        self.status(status)
        JSON.generate(value)
      end

      def problem(code, message, pointer = "") = { error: { code:, message:, pointer: } }

      def halt_with(status, code, message, pointer = "")
        halt status, { "Content-Type" => "application/json" }, JSON.generate(problem(code, message, pointer))
      end

      # @return [Hash] the request's body, as Description has parsed and checked it
      def body!
        value = request.env[Description::BODY]
        raise Dielectra::InvalidInput, "The body has to be a JSON object." unless value.is_a?(Hash)

        value
      end
    end
  end
end

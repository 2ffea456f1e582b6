# frozen_string_literal: true

require "concurrent/map"
require "concurrent/promises"

module Server
  # Lets a request wait for its answer for a while and no longer. What takes longer goes on by itself; the same request,
  # sent again, waits for the same answer. So nobody who waits, or has left, keeps a thread of the server.
  module Patience
    # Seconds that a request waits
    SECONDS = 2.5
    # Seconds that an answer nobody fetched is kept
    KEPT = 120

    @under_way = Concurrent::Map.new

    # @param name [Object] the same for the same request
    # @return [Array(Integer, String)] status and JSON; 202 and nothing while it is not there yet
    def self.wait(name, &work)
      future = @under_way.compute_if_absent(name) { start(name, &work) }
      return 202, "" unless future.wait(SECONDS)

      @under_way.delete(name)
      future.value!
    end

    # @return [Integer] requests that are not answered yet
    def self.under_way = @under_way.size

    def self.start(name)
      Concurrent::Promises
        .future do
          yield
        ensure
          ActiveRecord::Base.connection_handler.clear_active_connections!
        end
        .tap { |future| future.on_resolution { forget_later(name) } }
    end

    def self.forget_later(name) = Concurrent::Promises.schedule(KEPT) { @under_way.delete(name) }
    private_class_method :start, :forget_later
  end
end

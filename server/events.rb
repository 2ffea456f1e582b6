# frozen_string_literal: true

module Server
  # Tells every open page of a change as it happens (server-sent events): which job, and its version then. A page that
  # is gone is let go at the next word to it; no thread waits for any of them.
  class Events
    HEADERS = {
      "content-type" => "text/event-stream",
      "cache-control" => "no-store",
      "x-accel-buffering" => "no"
    }.freeze
    # Seconds between two words to a page that has nothing to hear, so that one that is gone is noticed
    QUIET = 15
    # Pages that listen at once
    MOST = 100

    @listeners = []
    @lock = Mutex.new
    @words = Queue.new

    class << self
      # @param job [Integer]
      # @param version [Integer]
      def publish(job:, version:)
        return if count.zero?

        @words << "event: job\ndata: #{JSON.generate({ job:, version: })}\n\n"
      end

      # @param socket [IO]
      # @param device [Integer, nil] that listens; nil for this computer
      def add(socket, device: nil)
        @lock.synchronize do
          @writer ||= Thread.new { write }
          @clock ||= Thread.new { loop { sleep(QUIET) && (@words << ": still here\n\n") } }
          close(@listeners.shift.first) if @listeners.size >= MOST
          @listeners << [socket, device]
        end
        @words << ": here\n\n"
      end

      # Ends the streams of a device that was revoked.
      # @param device [Integer]
      def drop(device)
        @lock.synchronize do
          gone, @listeners = @listeners.partition { |_, whose| whose == device }
          gone.map(&:first).each { |socket| close(socket) }
        end
      end

      # @return [Integer] pages that listen
      def count = @lock.synchronize { @listeners.size }

      private

      def write
        loop do
          word = @words.pop
          @lock.synchronize { @listeners.select! { |socket, _| told?(socket, word) } }
        end
      end

      def told?(socket, word)
        socket.respond_to?(:write_nonblock) ? socket.write_nonblock(word) : socket.write(word)
        socket.flush if socket.respond_to?(:flush)
        true
      rescue IOError, SystemCallError
        close(socket)
        false
      end

      def close(socket)
        socket.close
      rescue IOError, SystemCallError
        nil
      end
    end

    def call(env)
      return Problem.new(404, "There is nothing at this address.").response unless env["PATH_INFO"].to_s.empty?
      return Problem.new(405, "This address does not take that.").response unless env["REQUEST_METHOD"] == "GET"

      unless env["rack.hijack?"]
        return(
          Problem.new(405, "This address is a stream of events, which needs a server that can keep it open.").response
        )
      end

      device = env[Access::DEVICE]&.id
      [200, { **HEADERS, "rack.hijack" => ->(socket) { listen(socket, device) } }, []]
    end

    private

    # A device that was revoked since its request came gets no stream.
    def listen(socket, device)
      Events.add(socket, device:)
      Events.drop(device) unless device.nil? || Device.paired.exists?(device)
    ensure
      ActiveRecord::Base.connection_handler.clear_active_connections!
    end
  end
end

# frozen_string_literal: true

require "concurrent/map"
require "monitor"
require "rbconfig"
require "socket"

module Server
  # Processes that think, as many as there are processors. A job always goes to the same one, which has its session at
  # hand; other jobs are not held up, and one that runs wild takes nothing down but its own process, which is replaced.
  class Thinkers
    # Seconds after which a process is replaced that has not answered
    PATIENCE = 60
    # Bytes a process may use
    MEMORY = 3 * 1024 * 1024 * 1024

    # Thinks in this process. For tests, and for one who wants a single process.
    class Inline
      attr_reader :thinker

      def initialize(folder = nil)
        @thinker = Thinker.new(Sessions.new(folder))
        @lock = Monitor.new
      end

      # @param request [Hash] see Thinker#answer
      # @return [Hash] with strings for keys
      def ask(request)
        @lock.synchronize { JSON.parse(JSON.generate(@thinker.answer(JSON.parse(JSON.generate(request))))) }
      end
    end

    # One process, and the line to it.
    class Process
      def initialize(folder)
        @folder = folder
        @lock = Monitor.new
      end

      # @return [Hash]
      def ask(request)
        @lock.synchronize do
          start unless @line
          Message.write(@line, request)
          Message.read(@line, PATIENCE)
        end
      rescue Message::Broken
        stop
        { "failed" => "it took too long, or too much memory" }
      end

      def stop
        @lock.synchronize do
          @line&.close
          @line = nil
          ::Process.kill(:KILL, @pid) if @pid
        rescue SystemCallError
          nil
        end
      end

      private

      def start
        @line, theirs = UNIXSocket.pair
        @pid =
          ::Process.spawn(
            { "DIELECTRA_CACHE" => @folder },
            RbConfig.ruby,
            File.join(__dir__, "think.rb"),
            in: theirs,
            rlimit_as: MEMORY,
            close_others: true
          )
        ::Process.detach(@pid)
        theirs.close
      end
    end

    # @param folder [String, nil] where sessions are kept on disk
    # @param count [Integer] of processes; 0 thinks in this one
    def initialize(folder, count)
      @minds = count.zero? ? [Inline.new(folder)] : Array.new(count) { Process.new(folder) }
    end

    # @return [Hash]
    def ask(request) = @minds[request["about"]["id"].to_i % @minds.size].ask(request)

    def stop = @minds.each { |mind| mind.stop if mind.respond_to?(:stop) }

    # @return [Thinker, nil] the one of this process
    def inline = @minds.first.is_a?(Inline) ? @minds.first.thinker : nil
  end
end

# frozen_string_literal: true

module Dielectra
  module Session
    # A step that a person asks for. If its permit exists, the step is issued. If not, the step that leads there safely
    # is issued instead, with the reason.
    class Wish
      # @param session [Troubleshooting]
      # @param fields [Hash] a step in the form of the protocol, without an answer
      # @raise [InvalidInput] for a step that names what is not there
      def initialize(session, fields)
        Schema.check!(:step, fields)
        @session = session
        @situation = session.situation
        @fields = fields.except("id", "answer")
        @kind = Steps.of(@fields)
        @kind.check_meant!(@situation)
        @place = @kind.place(@situation)
      end

      # @return [Step, nil] the step itself, or the one that leads to it; nil where that was declined before
      def step
        @step ||=
          begin
            asked
          rescue ArgumentError => e
            raise InvalidInput, e.message
          end
      end

      # Whether it can be taken now
      def granted? = step&.to_h == @fields

      # @return [String, nil] why something else comes first
      def reason
        return if granted?
        return power if @kind.permit == :energize || (step.nil? && @kind.permit == :live && @situation.off?)
        return toggle if @kind.permit == :toggle
        return "It was declined before, and nothing has changed since." unless step
        return closed unless @situation.open?(@place) || @fields["do"] == "open"
        return "That needs the power on." if @kind.permit == :live
        return "A box is opened, and touched inside, only with the breaker off." unless @situation.off?

        "The #{place} box was not proved dead."
      end

      private

      def place = Presentation::Naming.place(@place)

      def closed = "The #{place} box is closed."

      def power
        return "The power is on already." if @situation.power == "on"

        "Power comes on only once nothing bare is loose and no short is possible."
      end

      def toggle =
        "With the power on that may close a short, or feed what sparks or smells. Turn the breaker off first."

      # Its fields without what the permit adds
      def own = @fields.except("do", "place").transform_keys(&:to_sym)

      def asked
        approach = @session.approach
        case @kind.permit
        when :looking
          @session.permits.looking.step(@fields["do"].to_sym, **@fields.except("do").transform_keys(&:to_sym))
        when :toggle
          @session.permits.toggle(*@fields.values_at("device", "to"))&.step(@fields["do"].to_sym, **own)
        when :cover
          return approach.box(**@fields.except("do").transform_keys(&:to_sym)) if @fields["do"] == "box"

          @fields["do"] == "open" ? approach.open(@place) : approach.hands(@place) { approach.prove_dead(@place) }
        when :hands
          approach.hands(@place) { |hands| hands.step(@fields["do"].to_sym, **own) }
        when :live
          opened { approach.live(@place) { |live| live.step(@fields["do"].to_sym, **own) } }
        else
          approach.power { |looking| looking.step(:watch) }
        end
      end

      # Live readings are taken in open boxes.
      def opened = @situation.open?(@place) ? yield : @session.approach.open(@place)
    end
  end
end

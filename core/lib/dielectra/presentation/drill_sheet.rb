# frozen_string_literal: true

module Dielectra
  module Presentation
    # What the screen of a drill shows: the question, the box that it is about, the answers to choose from, and what was
    # right and why.
    class DrillSheet
      METERS = {
        "voltage" => "A multimeter shows %d V from an open traveler to ground. The breaker is on.",
        "low_z" => "A low-impedance meter shows %d V from a conductor to ground. The breaker is on.",
        "ncv" => "A detector glows at a capped conductor, beside a live one in the same cable."
      }.freeze
      SHOWN = {
        "ghost" => "A ghost: coupled from the live conductor beside it",
        "floating" => "It is not on the line",
        "line" => "It is on the line",
        "unsure" => "Not known: take a low-impedance reading"
      }.freeze
      BECAUSE = {
        "common" => "The common has the odd screw. The travelers share the other two.",
        "travelers" => "The travelers sit on the two like screws. The third conductor is line or load.",
        "white" => {
          "yes" => "It goes to the neutral of the supply, past the switch.",
          "no" => "It carries line, load or a traveler. A hot white is marked."
        },
        "reading" => "The points of each other pair share a joint. Only a loose joint would show there.",
        "ghost" => {
          "ghost" => "A multimeter draws next to nothing. On it an open conductor beside a live one shows volts.",
          "floating" =>
            "The meter's own load pulled any ghost down. Neutral, ground or nothing: it does not say which.",
          "line" => "The volts stay under load. Something feeds the conductor.",
          "unsure" => "A detector glows beside live conductors too. Only a reading under load tells."
        }
      }.freeze

      # @param drill [Practice::Drill]
      def initialize(drill)
        @drill = drill
      end

      # @return [Hash] `kind`, `question`, `box` (nil where there is none), and `options` with their words
      def to_h
        {
          "kind" => @drill.kind,
          "question" => question,
          "box" => box,
          "options" => @drill.options.each_with_index.map { |one, at| { "value" => at, "words" => words(one) } }
        }
      end

      # @param chosen [Integer, nil] the number of an option
      # @return [Hash] whether it is right, what is right, and why
      def marked(chosen)
        right = !chosen.nil? && @drill.right?(@drill.options[chosen])
        { "right" => right, "answer" => words(@drill.answer), "because" => because }
      end

      private

      def question
        case @drill.kind
        when "common"
          "Which conductor is on the common screw?"
        when "travelers"
          "Which two are the travelers?"
        when "white"
          "Is the #{Naming.point(@drill.subject)} a neutral?"
        when "reading"
          "The light does not work from every switch. The breaker is off. Which reading tells most?"
        else
          format(METERS.fetch(@drill.subject["tool"]), @drill.subject["volts"].to_i)
        end
      end

      def box
        return if @drill.place.nil?

        box = Boxes.new(Untold.new(@drill.situation, @drill.job)).to_a.find { |one| one["place"] == @drill.place }
        BY_SCREW.include?(@drill.kind) ? unlabeled(box) : box
      end

      # Questions that the labels of the screws would answer
      BY_SCREW = %w[common travelers].freeze
      private_constant :BY_SCREW

      # A box whose screws are told apart by their finish alone
      def unlabeled(box)
        plain = ->(screws) { screws.map { |screw| screw.merge("label" => "") } }
        devices = box["devices"].map { |one| one.merge("screws" => plain.call(one["screws"])) }
        drawing = box["drawing"].merge("screws" => plain.call(box["drawing"]["screws"]))
        box.merge("devices" => devices, "drawing" => drawing)
      end

      def words(option)
        case option
        when Array
          Naming.list(option.map { |point| Naming.point(point) })
        when PointId::CONDUCTOR
          Naming.point(option)
        else
          SHOWN.fetch(option) { option.capitalize }
        end
      end

      def because
        told = BECAUSE.fetch(@drill.kind)
        told.is_a?(Hash) ? told.fetch(@drill.answer) : told
      end
    end
  end
end

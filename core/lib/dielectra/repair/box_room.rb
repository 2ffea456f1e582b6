# frozen_string_literal: true

module Dielectra
  module Repair
    # The volume that an open box needs for what is in it and what a plan adds, and the next box that would do.
    class BoxRoom
      # @param site [Rules::Site]
      # @return [Array<BoxRoom>] of the open boxes whose gauge shows, and that hold more than a plan leaves out
      def self.of(site) = site.opened.map { |place| new(site, place) }.reject { |room| room.needed.nil? }

      # @param plan [ChangePlan] for a change
      # @return [Array<BoxRoom>] open boxes that are too small for it
      def self.too_small(session, plan) =
        of(Rules::Site.new(session, plan)).reject { |room| room.volume.nil? || room.enough? }

      attr_reader :place

      def initialize(site, place)
        @site = site
        @situation = site.situation
        @place = place
      end

      # @return [Float, nil] cubic inches; nil where no cable says its gauge, as at 230 V
      def needed = fill&.needed

      # @return [Numeric, nil] cubic inches that are stamped inside
      def volume = @situation.opened[place]["volume_in3"]

      def enough? = needed <= volume

      # @return [String] the sum: "6 conductors × 2.0, grounds 2.0, 1 device 4.0: 18.0 in³"
      def working = fill.working

      # @return [Trade::StandardBox] the smallest usual one that does
      def bigger = Trade::StandardBox.for(kind, needed, enclosure: @situation.opened[place]["enclosure"] || "plastic")

      # @return [String] what would do
      def remedy
        return "An extension ring of #{(needed - volume).ceil} in³ or more would do." if bigger.volume_in3 < needed

        "A box of #{bigger.volume_in3} in³ (#{bigger.name}) or a ring of #{(needed - volume).ceil(1)} in³ would do."
      end

      private

      def kind = @site.job.place(place)&.kind || "switch_box"

      def fill
        return @fill if defined?(@fill)

        counted = conductors
        @fill =
          if counted.empty?
            nil
          else
            Sums::BoxFill.new(conductors: counted, yokes: yokes(counted), grounds:, edition: @site.edition || 2023)
          end
      end

      # @return [Hash{String => Integer}] gauge => insulated conductors, those of a plan with them
      def conductors
        ends = @situation.cable_ends(place)
        found = Hash.new(0)
        ends.each { |one| (gauge = gauge(one.type)) && found[gauge] += one.insulated.size }
        ends.select { |one| gauge(one.type).nil? }.each { |one| found[usual] += one.insulated.size if usual }
        added.each { |type, count| found[gauge(type) || usual] += count if gauge(type) || usual }
        found
      end

      # Conductors without a gauge on them are taken for those beside them.
      def usual = @usual ||= @situation.cable_ends(place).filter_map { |one| gauge(one.type) }.first

      def gauge(type)
        name = type.to_s.split("/").first
        name if Sums::BoxFill::ALLOWANCE.key?(name)
      end

      # @return [Array<Array(String, Integer)>] type and insulated conductors of the runs that a plan brings
      def added
        steps = (@site.plan&.work || []).select { |step| step["do"] == "cable" && step["between"].include?(place) }
        steps.map { |step| [step["type"], step["colors"]&.size || Trade::CableType.colors(step["type"]).size] }
      end

      def grounds
        new = (@site.plan&.work || []).count { |step| step["type"] && step["between"]&.include?(place) }
        @situation.cable_ends(place).count(&:grounding) + new
      end

      # Straps: luminaires hang on the box and take none of it.
      def yokes(counted)
        largest = counted.keys.max_by { |gauge| Sums::BoxFill::ALLOWANCE.fetch(gauge) }
        fitted =
          (@site.plan&.work || []).count do |step|
            step["do"] == "fit" && !@situation.kind_of(step["device"]) && here?(step)
          end
        count = @site.devices(place).count { |row| strap?(row) } + fitted
        { largest => count }
      end

      def here?(step) = @situation.place_of_device(step["device"]) == place

      def strap?(row) = !Trade::DeviceKind[row["kind"]].lamp && row["kind"] != "fan"
    end
  end
end

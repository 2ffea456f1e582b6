# frozen_string_literal: true

module Dielectra
  module Repair
    # The house as it shall be: a hypothesis about the house as it stands, laid out anew by a design, with the runs and
    # devices that the design adds
    class HouseToBe
      # @param job [Evidence::Job] with the change asked for
      def initialize(job)
        @job = job
        @after = job.after
      end

      # @param hypothesis [Diagnosis::Hypothesis] about the house as it stands
      # @param design [ChangeDesign]
      # @param situation [Evidence::Situation]
      # @param world [Diagnosis::World]
      # @return [Diagnosis::Hypothesis]
      def under(hypothesis, design, situation, world)
        layout =
          Design::PlannedLayout.new(
            edges: design.edges,
            carried: design.carried,
            chains: design.chains,
            fits: @job.wanted["fit"] || {}
          )
        runs = design.edges.map { |edge| run(hypothesis, edge, design, situation) }
        skeleton = Diagnosis::LaidSkeleton.new(layout, runs, @after, world)
        assembly = Diagnosis::Assembly.new(skeleton, boxes(hypothesis, layout, situation), world)
        gone = (@job.wanted["retire"] || []) | (@job.wanted["fit"] || {}).keys
        faults = hypothesis.faults.reject { |fault| gone.include?(fault.device) }
        Diagnosis::Hypothesis.new(assembly:, faults:, prior: hypothesis.weight, world:)
      end

      private

      def run(hypothesis, edge, design, situation)
        known = hypothesis.skeleton.runs.find { |run| run.places.equal?(edge) }
        return known if known

        pulled = situation.pulled.find { |run| run.between.equal?(edge) }
        pulled ? laid(edge, pulled) : drafted(edge, design.new_runs.fetch(edge))
      end

      # A run that was pulled
      def laid(edge, pulled)
        strands = pulled.insulated.map { |points, color| Design::Run::Strand.new(points, color, nil) }
        Design::Run.new(places: edge, ends: ends(pulled), strands:, grounding: pulled.grounding)
      end

      def ends(pulled) = pulled.conductors.first.map { |point| PointId.owner(point) }

      # A run that is only thought of
      def drafted(edge, work)
        type = work.type(NewWork.gauge(@job))
        names = edge.map { |place| "#{place}/#{DRAFTED}#{edge.find { |other| other != place }}" }
        colors = work.raceway ? NewWork::HOT.first(work.conductors) : Trade::CableType.colors(type)
        strands =
          colors.each_with_index.map do |color, slot|
            Design::Run::Strand.new(names.map { |name| "#{name}.#{color}_#{slot}" }, color, nil)
          end
        Design::Run.new(
          places: edge,
          ends: names,
          strands:,
          grounding: (names.map { |name| "#{name}.bare" } unless work.raceway)
        )
      end

      # The first letters of a cable end that is only thought of
      DRAFTED = "~new_"
      private_constant :DRAFTED

      def boxes(hypothesis, layout, situation)
        retired = @job.wanted["retire"] || []
        # Copies, since a box numbers its points by the world it is in.
        kept =
          hypothesis.boxes.transform_values do |box|
            Diagnosis::Box.new(**box.to_h, devices: box.devices.except(*retired))
          end
        @job
          .goal
          .new_items
          .reduce(kept) do |all, item|
            place = item["place"]
            kind = situation.found_device(item["id"])&.fetch("kind") || new_kind(item, layout)
            old = all[place] || Diagnosis::Box.new(place:, devices: {}, joints: [], weight: 1.0, damaged: [])
            all.merge(place => Diagnosis::Box.new(**old.to_h, devices: old.devices.merge(item["id"] => kind)))
          end
      end

      def new_kind(item, layout) =
        item["kind"] == Goals::Change::SWITCH ? layout.duty(item["id"]).kind || "single_pole" : item["kind"]
    end
  end
end

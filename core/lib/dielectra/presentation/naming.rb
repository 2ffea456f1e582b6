# frozen_string_literal: true

module Dielectra
  module Presentation
    # What places and points are called.
    module Naming
      module_function

      # @return [String] `stairs_top` is "stairs top"
      def place(id)
        return "unknown junction" if Design::Layout.unseen?(id)
        return "next outlet" if Design::Layout.onward?(id)

        Design::Circuits.feed?(id) ? "panel" : id.tr("_", " ")
      end

      # Where a cable leads, with its article
      def destination(place) = Design::Layout.onward?(place) ? "other outlets" : "the #{place(place)}"

      # @return [String] `porch/2.red` is "red of cable 2", `S1.common` is "the common screw of S1"
      def point(id)
        owner = PointId.owner(id)
        part = PointId.part(id)
        return "#{part.tr("_", " ")} of cable #{EndId.number(owner)}" if PointId.conductor?(id)

        part == "box" ? "the metal box" : "the #{part.tr("_", " ")} screw of #{owner}"
      end

      # Words for switches side by side, from the left, by how many there are
      SIDES = { 2 => %w[left right], 3 => %w[left middle right] }.freeze
      NUMBERS = %w[first second third fourth].freeze

      # What a switch is called: by its place, and by where it is among several there.
      # @param id [String] of a control, or of a device
      # @param job [Evidence::Job]
      # @return [String] "mudroom", or "left mudroom"
      def switch(id, job)
        control = job.control(id) or return place(id)
        beside = job.controls.select { |one| one.place == control.place }
        return place(control.place) if beside.one? || (id == control.device && id != control.id)

        number = beside.sort_by.with_index { |one, index| [one.gang || index, index] }.index(control)
        "#{(SIDES[beside.size] || NUMBERS)[number]} #{place(control.place)}"
      end

      # @param id [String] of a load, or of a part of one
      # @param job [Evidence::Job]
      # @return [String] a load with its place: "the ceiling light"
      def load(id, job)
        load = job.loads.find { |one| one.id == PointId.device(id) } or return id
        part = id[/\.([a-z]+)/, 1]
        "the #{place(load.place)} #{part || kind(load.kind)}"
      end

      # What the groups of loads of a job are called, each by its kind, with the place where kinds are alike.
      # @param goal [Goals::Goal]
      # @return [Array<String>] "light" for the only one
      def groups(goal)
        return ["light"] if goal.groups.one?

        kinds = goal.groups.map { |group| group.loads.map { |load| load.part || kind(load.kind) }.uniq }
        goal
          .groups
          .zip(kinds)
          .map do |group, own|
            same = kinds.count(own) > 1 || own.size > 1
            next own.first unless same

            list(group.loads.map { |load| "#{place(load.place)} #{load.part || kind(load.kind)}" })
          end
      end

      # @return [String] what a load of a kind is called in short
      def kind(kind) = { "luminaire" => "light", "fan_light" => "fan" }.fetch(kind, kind.tr("_", " "))

      # @return [String] a piece of metal with its place: "the yoke of S1 in the pantry box"
      def metal(id, situation)
        metal = PointId.box?(id) ? "the metal of the" : "the yoke of #{PointId.owner(id)} in the"
        "#{metal} #{place(situation.place_of_point(id))} box"
      end

      # @return [String] "one, two and three"
      def list(items) = items.size < 2 ? items.join : "#{items[0..-2].join(", ")} and #{items.last}"
    end
  end
end

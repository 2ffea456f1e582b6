# frozen_string_literal: true

module Dielectra
  module Session
    # Which jobs are covered. The rest is refused with a sentence, and never cut down to what is covered.
    module Scope
      KINDS = %w[luminaire fan_light fan receptacle].freeze
      # Parts of a load that can be on switches of their own
      PARTS = %w[fan light].freeze

      # @raise [InvalidInput] with the place and what is not covered yet
      def self.check!(job)
        check_wanted(job)
        check_controls(job)
        check_yokes(job)
        check_loads(job)
      end

      # @param job [Evidence::Job] to restore a circuit, or to make a change
      # @raise [InvalidInput]
      def self.check_any!(job) = job.change? ? check_change!(job, job.before) : check!(job)

      # @param asked [Evidence::Job] with a change asked for
      # @param before [Evidence::Job] the house as it stands
      # @raise [InvalidInput] with the place and what is not covered yet
      def self.check_change!(asked, before)
        refuse("a change needs a load that is there.", "/wanted") if before.goal.loads.empty?
        check_controls(before)
        check_yokes(before)
        check_loads(before)
        check_changes(asked)
      end

      def self.check_changes(asked)
        known_devices = asked.controls.map(&:device) + asked.loads.map(&:id)
        stray = asked.goal.swaps.find { |id| !known_devices.include?(id) }
        refuse("#{stray} is not a device of this job.", "/wanted/swap") if stray
        known = asked.places.map(&:id) + asked.new_places.map(&:id)
        asked.goal.new_items.each_with_index do |row, index|
          unless known.include?(row["place"])
            refuse("#{row["place"]} is not a known place.", "/wanted/new/#{index}/place")
          end
        end
        (asked.wanted["runs"] || []).each_with_index do |row, index|
          stray = row["between"].find { |place| !known.include?(place) }
          refuse("#{stray} is not a known place.", "/wanted/runs/#{index}/between") if stray
        end
        refuse("one to four controls can be worked on.", "/wanted/control") if asked.after.goal.controls.size > 4
      end
      private_class_method :check_changes

      # What an opened box shows that is not covered
      # @param situation [Evidence::Situation]
      # @return [String, nil] a sentence without a full stop
      def self.beyond(situation)
        situation.opened_boxes.each do |place|
          switches =
            situation.opened[place]["devices"].select do |row|
              Trade::DeviceKind.known?(row["kind"]) && Trade::DeviceKind[row["kind"]].switch?
            end
          name = Presentation::Naming.place(place)
          known = situation.job.controls.select { |control| control.place == place }.map(&:device).uniq.size
          if switches.size > [known, 1].max
            return "the #{name} box holds #{switches.size} switches side by side, which is not covered yet"
          end

          strange =
            switches.find { |row| !Trade::DeviceKind[row["kind"]].covered? && !situation.fitted.key?(row["id"]) }
          if strange
            term = Trade.article(Trade::DeviceKind[strange["kind"]].term)
            return "the #{name} box holds #{term}, which is not covered yet"
          end
        end
        nil
      end

      def self.check_wanted(job)
        goal = job.goal
        unless goal.kind == "restore"
          refuse("only restoring a circuit is covered so far, not #{goal.kind.tr("_", " ")}.", "/wanted/kind")
        end
        refuse(CIRCUITS, "/breakers") if [goal.groups.size, job.breakers.size].min > Evidence::Job::MOST_CIRCUITS
        change = goal.changes.first
        refuse("a change to the house is not covered yet.", "/wanted/#{change}") if change
        other = goal.parts.find { |part| part.half && ![*Goals::Goal::HALVES, *PARTS].include?(part.half) }
        refuse(HALVES, "/wanted/control/#{other}") if other
        refuse(ALWAYS, "/wanted/always") if goal.always_elsewhere.any?
      end
      private_class_method :check_wanted

      CIRCUITS = "switches with loads of their own on more than two circuits are not covered yet."
      HALVES = "a load is named whole, by a half (R1.1, R1.2) or by a part (F1.fan, F1.light)."
      ALWAYS =
        "loads that are to be always live are not covered yet, " \
          "but for the other half of the receptacle that is switched."
      private_constant :CIRCUITS, :HALVES, :ALWAYS

      def self.check_controls(job)
        controls = job.goal.controls
        unless (1..4).cover?(controls.size)
          refuse("one to four controls can be worked on; this job has #{controls.size}.", "/controls")
        end
      end
      private_class_method :check_controls

      # A toggle on a yoke is on or off; two switches that work one load take another kind.
      def self.check_yokes(job)
        yoke = job.goal.yoke_in_company or return
        refuse("#{yoke.id} works its load together with another switch, which is not covered yet.", "/controls")
      end
      private_class_method :check_yokes

      def self.check_loads(job)
        strange = job.goal.loads.find { |load| !KINDS.include?(load.kind) }
        if strange
          kind = Trade.article(strange.kind.tr("_", " "))
          refuse("a light, a fan with a light or a receptacle is needed; #{strange.id} is #{kind}.", "/loads")
        end
      end
      private_class_method :check_loads

      def self.refuse(sentence, pointer) = raise(InvalidInput.new(sentence, pointer:))
      private_class_method :refuse
    end
  end
end

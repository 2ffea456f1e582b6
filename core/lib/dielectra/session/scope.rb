# frozen_string_literal: true

module Dielectra
  module Session
    # Which jobs a session can work. What is not covered is refused with a sentence that says so, and never cut to what is.
    module Scope
      KINDS = %w[luminaire fan_light receptacle].freeze
      # Fields of what is wanted that belong to changes of the house.
      CHANGES = %w[new places fit retire runs].freeze
      # Switches that a session can work with once a box shows what they are.
      SWITCHES = %w[single_pole three_way four_way dimmer dimmer_three_way unknown].freeze

      # @raise [InvalidInput] with the place and what is not covered yet
      def self.check!(job)
        check_wanted(job)
        check_controls(job)
        check_loads(job)
      end

      # What an opened box shows that is not covered.
      # @param situation [Evidence::Situation]
      # @return [String, nil] a sentence without a full stop
      def self.beyond(situation)
        situation.opened_boxes.each do |place|
          switches =
            situation.opened[place]["devices"].select do |row|
              Trade::DeviceKind.known?(row["kind"]) && Trade::DeviceKind[row["kind"]].switch?
            end
          name = Presentation::Instruction.name(place)
          if switches.size > 1
            return "the #{name} box holds #{switches.size} switches side by side, which is not covered yet"
          end

          strange = switches.find { |row| !SWITCHES.include?(row["kind"]) }
          if strange
            return(
              "the #{name} box holds #{Trade.article(Trade::DeviceKind[strange["kind"]].term)}, which is not covered yet"
            )
          end
        end
        nil
      end

      def self.check_wanted(job)
        unless job.wanted["kind"] == "restore"
          refuse("only restoring a circuit is covered so far, not #{job.wanted["kind"].tr("_", " ")}.", "/wanted/kind")
        end
        change = CHANGES.find { |field| job.wanted[field] && !job.wanted[field].empty? }
        refuse("a change to the house is not covered yet.", "/wanted/#{change}") if change
        groups = (job.wanted["control"] || {}).each_value.map(&:sort).uniq
        if groups.size > 1
          refuse(
            "loads on different switches are not covered yet: all loads have to be on the same ones.",
            "/wanted/control"
          )
        end
        other =
          (job.wanted["control"] || {}).keys.find { |name| name.include?(".") && !job.half?(name.split(".").first) }
        if other
          refuse(
            "only the first half of a receptacle can be the switched one so far, and no other part.",
            "/wanted/control/#{other}"
          )
        end
        if job.always_elsewhere?
          refuse(
            "loads that are to be always live are not covered yet, but for the other half of the receptacle that is switched.",
            "/wanted/always"
          )
        end
      end
      private_class_method :check_wanted

      def self.check_controls(job)
        controls = job.wanted_controls
        unless (1..4).cover?(controls.size)
          refuse("one to four controls can be worked on; this job has #{controls.size}.", "/controls")
        end
        yoke = job.controls.index { |control| control.id.include?(".") }
        refuse("two switches on one yoke are not covered yet.", "/controls/#{yoke}") if yoke
        places = job.controls.map(&:place)
        crowded = places.index { |place| places.count(place) > 1 }
        refuse("several switches side by side in one box are not covered yet.", "/controls/#{crowded}/place") if crowded
      end
      private_class_method :check_controls

      def self.check_loads(job)
        strange = job.wanted_loads.find { |load| !KINDS.include?(load.kind) }
        if strange
          refuse(
            "a light, a fan with a light or a receptacle is needed; #{strange.id} is #{Trade.article(strange.kind.tr("_", " "))}.",
            "/loads"
          )
        end
        places = job.wanted_loads.map(&:place)
        if job.wanted_controls.map(&:place).intersect?(places)
          refuse("a switch and its load in one box are not covered yet.", "/loads")
        end
        refuse("two loads in one box are not covered yet.", "/loads") if places.uniq.size < places.size
      end
      private_class_method :check_loads

      def self.refuse(sentence, pointer) = raise(InvalidInput.new(sentence, pointer:))
      private_class_method :refuse
    end
  end
end

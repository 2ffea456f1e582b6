# frozen_string_literal: true

module Dielectra
  module Practice
    # One house: runs that carry functions, terminals that need them, and one thing wrong
    class Gang
      include GangFamilies
      include GangFaults

      CABLES = {
        2 => ["14/2", %w[black white]],
        3 => ["14/3", %w[black red white]],
        4 => ["14/2/2", %w[black red red_white white]]
      }.freeze

      # Positions of the toggles of which the customer tells
      TOLD = 3

      attr_reader :family, :fault, :cause

      def initialize(family, fault, random)
        @family = family
        @fault = fault
        @random = random
        @runs = []
        @needs = Hash.new { |all, place| all[place] = {} }
        @devices = []
        @loads = []
        @controls = {}
        @places = {}
        @feed = BOX
        @idle = []
        send(family)
        @runs << ["panel", @feed, @shared ? %w[line line_b neutral] : %w[line neutral]]
        @runs << ["panel", @other_feed, %w[line_b neutral_b]] if two_feeds? && !@shared
        @breakers = (two_feeds? ? %w[B1 B2] : %w[B1])
        @devices.unshift(
          *@breakers.map do |id|
            { "id" => id, "kind" => "breaker", "place" => "panel", "amps" => 15, "position" => "on" }
          end
        )
        onward if supplied? && (fault == "onward_left_out" || chance(0.3))
        @broken = []
        @joints = joints
        break_something
      end

      def circuit
        {
          "format" => "dielectra/circuit",
          "version" => 1,
          "supply" => {
            "volts" => 120,
            "hertz" => 60
          },
          "places" => [
            { "id" => "panel", "kind" => "panel" },
            *places.map { |id, kind| { "id" => id, "kind" => kind, "enclosure" => "plastic" } }
          ],
          "cables" => cables,
          "devices" => @devices,
          "joints" => @joints.map { |points| { "points" => points, "by" => points.size > 2 ? "twist_on" : "screw" } },
          "faults" => @broken
        }
      end

      def job
        {
          "format" => "dielectra/job",
          "version" => 1,
          "supply" => {
            "volts" => 120,
            "hertz" => 60
          },
          "places" => [
            { "id" => "panel", "kind" => "panel" },
            *(@known_beyond ? places : places.except("outlet")).map { |id, kind| { "id" => id, "kind" => kind } }
          ],
          "breakers" => @breakers.map { |id| { "id" => id, "amps" => 15 } },
          "controls" =>
            (@controls.values.flatten(1) + @idle).map { |row| row.slice("id", "place", "on_off_marked", "gang") }.uniq,
          "loads" => @loads + (@known_beyond ? [{ "id" => "R9", "place" => "outlet", "kind" => "receptacle" }] : []),
          "wanted" => {
            "kind" => "restore",
            "control" => @controls.transform_values { |rows| rows.map { |row| row["id"] } },
            "always" => @always
          }.compact,
          "method" => "nm",
          "tools" => %w[ncv voltage continuity resistance bench],
          "steps" => []
        }
      end

      # @return [Case]
      def to_case
        found = circuit
        Case.read("circuit" => found, "job" => job.merge("steps" => reports(found)), "causes" => [cause])
      end

      def expected = { "status" => "solved", "family" => { "tier" => family, "fault" => fault }, "causes" => [cause] }

      private

      # What the customer has seen, with some positions of the toggles
      def reports(found)
        ids = @controls.values.flatten(1).map { |row| row["id"] }
        rows = Physics::Survey.measure(Circuit.read(found)).reject { |row| row["breakers"].value?("tripped") }
        rows
          .sample(TOLD, random: @random)
          .map do |row|
            {
              "do" => "report",
              "positions" => row["positions"].slice(*ids),
              "answer" => {
                "loads" => row["loads"].slice(*@controls.keys)
              }
            }
          end
      end

      def chance(share) = @random.rand < share

      def places = { BOX => "switch_box", **@places }

      # An outlet that hangs on beyond. The job knows of it where it is what the call is about.
      def onward
        @places["outlet"] = "receptacle_box"
        @devices << {
          "id" => "R9",
          "kind" => "receptacle",
          "place" => "outlet",
          "plugged" => {
            "1" => {
              "watts" => 40
            }
          }
        }
        @known_beyond = @fault == "onward_left_out"
        @needs["outlet"].merge!("R9.hot_1" => "line", "R9.neutral_1" => "neutral")
        @runs << [BOX, "outlet", %w[line neutral]]
      end

      # Whether line and neutral of the first circuit are in the box
      def supplied? = @feed == BOX || @runs.any? { |run| run.first == BOX && run.last.include?("neutral") }

      def two_feeds? = !@other_feed.nil?

      def light(id, place, load, neutral = "neutral")
        @places[place] = "luminaire_box"
        @devices << {
          "id" => id,
          "kind" => "luminaire",
          "place" => place,
          "lamp" => {
            "kind" => "led",
            "watts" => 9,
            "good" => true
          }
        }
        @loads << { "id" => id, "place" => place, "kind" => "luminaire" }
        @needs[place].merge!("#{id}.hot" => load, "#{id}.neutral" => neutral)
      end

      # @param hots [Hash{String => String}] screw => what it carries; the tab is off where there are two
      def receptacle(id, place, hots)
        @places[place] = "receptacle_box" unless place == BOX
        @devices << {
          "id" => id,
          "kind" => "receptacle",
          "place" => place,
          "hot_tab" => hots.size > 1 ? "removed" : "intact",
          "plugged" => {
            "1" => {
              "watts" => 60
            },
            "2" => {
              "watts" => 60
            }
          }
        }
        @loads << { "id" => id, "place" => place, "kind" => "receptacle" }
        @needs[place].merge!("#{id}.neutral_1" => "neutral", **hots.transform_keys { |screw| "#{id}.#{screw}" })
      end

      def single(id, gang, load, part, line = "line")
        row = { "id" => id, "place" => BOX, "on_off_marked" => true, "gang" => gang }
        position = chance(0.5) ? "on" : "off"
        @devices << {
          "id" => id,
          "kind" => "single_pole",
          "place" => BOX,
          "position" => position,
          "on_off_marked" => true
        }
        @needs[BOX].merge!("#{id}.terminal_1" => line, "#{id}.terminal_2" => load)
        @controls[part] = [row]
      end

      def three_way(id, place, gang, common, part)
        row = { "id" => id, "place" => place, "on_off_marked" => false, "gang" => gang }.compact
        position = chance(0.5) ? "up" : "down"
        @devices << {
          "id" => id,
          "kind" => "three_way",
          "place" => place,
          "position" => position,
          "reversed" => chance(0.5)
        }
        @needs[place].merge!(
          "#{id}.common" => common,
          "#{id}.traveler_1" => "traveler_1",
          "#{id}.traveler_2" => "traveler_2"
        )
        (@controls[part] ||= []) << row
      end

      # Cable ends by number, each conductor with its function
      def laid
        @laid ||=
          begin
            numbers = Hash.new(0)
            @runs
              .shuffle(random: @random)
              .map do |from, to, functions|
                type, colors = CABLES.fetch(functions.size)
                hot, neutrals = functions.partition { |function| !function.start_with?("neutral") }
                order = neutrals.any? ? colors - %w[white] : colors
                assigned = hot.shuffle(random: @random).zip(order).to_h { |function, color| [color, function] }
                assigned["white"] = neutrals.first if neutrals.any?
                { ends: [from, to].map { |place| "#{place}/#{numbers[place] += 1}" }, type:, colors:, assigned: }
              end
          end
      end

      def cables
        laid.map do |run|
          {
            "ends" => run[:ends],
            "type" => run[:type],
            "method" => "nm",
            "length_ft" => 10 + @random.rand(60),
            "conductors" => [*run[:colors], "bare"].map { |color| { "id" => color, "color" => color } }
          }
        end
      end

      def joints
        feeds = laid.select { |run| run[:ends].first.start_with?("panel") }
        panel = feeds.sort_by { |run| run[:assigned].values.min }.map { |run| run[:ends].first }
        lines = @shared ? laid.flat_map { |run| shared_lines(run) } : panel.map { |id| "#{id}.black" }
        [
          *@breakers.zip(lines).map { |breaker, line| ["#{breaker}.load", line] },
          ["panel.neutral", "panel.ground", *panel.flat_map { |id| %w[white bare].map { |color| "#{id}.#{color}" } }],
          *places.keys.flat_map { |place| joined(place) }
        ]
      end

      # The two lines of the cable that carries both circuits
      def shared_lines(run)
        return [] unless run[:ends].first.start_with?("panel")

        %w[line line_b].map { |function| "#{run[:ends].first}.#{run[:assigned].invert.fetch(function)}" }
      end

      def joined(place)
        ends = laid.flat_map { |run| run[:ends].map { |id| [id, run] } }.select { |id, _| id.start_with?("#{place}/") }
        by_function = Hash.new { |all, function| all[function] = [] }
        ends.each { |id, run| run[:assigned].each { |color, function| by_function[function] << "#{id}.#{color}" } }
        @needs[place].each { |point, function| by_function[function] << point }
        devices = @devices.select { |row| row["place"] == place }.map { |row| "#{row["id"]}.ground" }
        grounds = [*ends.map { |id, _| "#{id}.bare" }, *devices]
        [*by_function.values, grounds].select { |points| points.size > 1 }
      end
    end
  end
end

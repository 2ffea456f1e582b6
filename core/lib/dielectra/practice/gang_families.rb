# frozen_string_literal: true

module Dielectra
  module Practice
    # The families of houses with several switches in one box. Each method adds loads, switches and runs, and says what
    # each screw needs.
    module GangFamilies
      BOX = GangFaults::BOX
      FAR = "loft"
      FAMILIES = %w[
        two_singles
        three_singles
        four_singles
        pair_and_single
        fan_and_light
        yoke
        two_feeds
        yoke_on_two_feeds
        pair_and_other_feed
        mystery
        halves
        half_and_light
        lower_half
        outlet_beside
        outlet_switched_beside
        two_lights_one_box
        shared_neutral
      ].freeze

      private

      def two_singles = singles(2)

      def three_singles = singles(3)

      def four_singles = singles(4)

      # Loads in a star around the box, or one behind the other. The feed may come in at the first load.
      def singles(count)
        row = chance(0.3) && count < 4
        @feed = "ceiling_1" if !row && chance(0.3)
        (1..count).each do |number|
          place = "ceiling_#{number}"
          light("L#{number}", place, "load_#{number}")
          single("S#{number}", number, "load_#{number}", "L#{number}")
          @runs << [BOX, place, ["load_#{number}", *("line" if @feed == place), "neutral"]] unless row
        end
        return unless row

        places = [BOX, *(1..count).map { |number| "ceiling_#{number}" }]
        places
          .each_cons(2)
          .with_index do |(near, far), at|
            @runs << [near, far, [*((at + 1)..count).map { |number| "load_#{number}" }, "neutral"]]
          end
      end

      def pair_and_single
        @places[FAR] = "switch_box"
        light("L1", "stairs", "load_1")
        light("L2", "porch", "load_2")
        three_way("S1", BOX, 1, "line", "L1")
        single("S2", 2, "load_2", "L2")
        three_way("S3", FAR, nil, "load_1", "L1")
        @runs.push(
          [BOX, FAR, %w[traveler_1 traveler_2 neutral]],
          [FAR, "stairs", %w[load_1 neutral]],
          [BOX, "porch", %w[load_2 neutral]]
        )
      end

      # Two switches on a circuit each; either feed may come in at the box or at its light.
      def two_feeds
        @feed = "ceiling_1" if chance(0.4)
        @other_feed = chance(0.4) ? "ceiling_2" : BOX
        light("L1", "ceiling_1", "load_1")
        light("L2", "ceiling_2", "load_2", "neutral_b")
        single("S1", 1, "load_1", "L1")
        single("S2", 2, "load_2", "L2", "line_b")
        stars("line", "line_b")
      end

      # The same on one yoke, its tab off
      def yoke_on_two_feeds
        @feed = BOX
        @other_feed = chance(0.4) ? "ceiling_2" : BOX
        yoke
        @runs.clear
        device = @devices.find { |row| row["kind"] == "combination" }
        device["common_tab"] = "removed"
        @needs[BOX]["S1.common_2"] = "line_b"
        @needs["ceiling_2"]["L2.neutral"] = "neutral_b"
        stars("line", "line_b")
      end

      # Runs from the box to two lights on a circuit each; a light at which a feed comes in sends its line to the box.
      def stars(*lines)
        lines.each_with_index do |line, index|
          neutral = line.sub("line", "neutral")
          at_light = [@feed, @other_feed][index] != BOX
          @runs << [BOX, "ceiling_#{index + 1}", ["load_#{index + 1}", at_light ? line : neutral]]
        end
      end

      # One end of a pair, and a single-pole on another circuit beside it
      def pair_and_other_feed
        pair_and_single
        @other_feed = BOX
        @needs[BOX]["S2.terminal_1"] = "line_b"
        @needs["porch"]["L2.neutral"] = "neutral_b"
        @runs.last[2] = %w[load_2 neutral_b]
      end

      # Two single-poles, and a third that works nothing: its conductor goes to a light and ends there.
      def mystery
        light("L1", "ceiling_1", "load_1")
        light("L2", "ceiling_2", "load_2")
        [1, 2].each { |number| single("S#{number}", number, "load_#{number}", "L#{number}") }
        @devices << {
          "id" => "S3",
          "kind" => "single_pole",
          "place" => BOX,
          "position" => "off",
          "on_off_marked" => true
        }
        @needs[BOX].merge!("S3.terminal_1" => "line", "S3.terminal_2" => "nothing")
        @idle << { "id" => "S3", "place" => BOX, "on_off_marked" => true, "gang" => 3 }
        @runs.push([BOX, "ceiling_1", %w[load_1 nothing neutral]], [BOX, "ceiling_2", %w[load_2 neutral]])
      end

      # A receptacle with each of its halves on a switch of its own
      def halves
        receptacle("R1", "wall", "hot_1" => "load_1", "hot_2" => "load_2")
        single("S1", 1, "load_1", "R1.1")
        single("S2", 2, "load_2", "R1.2")
        @runs << [BOX, "wall", %w[load_1 load_2 neutral]]
      end

      # A receptacle with one half switched and the other live, and a light on the switch beside
      def half_and_light(switched = 1)
        receptacle("R1", "wall", "hot_#{switched}" => "load_1", "hot_#{3 - switched}" => "line")
        light("L1", "ceiling_1", "load_2")
        single("S1", 1, "load_1", "R1.#{switched}")
        single("S2", 2, "load_2", "L1")
        @runs.push([BOX, "wall", %w[load_1 line neutral]], [BOX, "ceiling_1", %w[load_2 neutral]])
      end

      # The same with the lower half switched, and the job saying that the upper one is live
      def lower_half
        half_and_light(2)
        @always = ["R1.1"]
      end

      # Two single-poles and a receptacle in one box, the receptacle always live
      def outlet_beside
        two_singles
        @feed = BOX
        @runs.each { |run| run[2] -= %w[line] if run.first == BOX }
        receptacle("R1", BOX, "hot_1" => "line")
      end

      # A receptacle in the box of the switch that works it, beside the switch of a light
      def outlet_switched_beside
        receptacle("R1", BOX, "hot_1" => "load_1")
        light("L1", "ceiling_1", "load_2")
        single("S1", 1, "load_1", "R1")
        single("S2", 2, "load_2", "L1")
        @runs << [BOX, "ceiling_1", %w[load_2 neutral]]
      end

      # Two lights side by side in one box, each on its switch
      def two_lights_one_box
        light("L1", "ceiling", "load_1")
        light("L2", "ceiling", "load_2")
        single("S1", 1, "load_1", "L1")
        single("S2", 2, "load_2", "L2")
        @runs << [BOX, "ceiling", %w[load_1 load_2 neutral]]
      end

      # Two switches on a breaker each, whose circuits come in one cable and share its neutral
      def shared_neutral
        @shared = true
        @other_feed = BOX
        light("L1", "ceiling_1", "load_1")
        light("L2", "ceiling_2", "load_2")
        single("S1", 1, "load_1", "L1")
        single("S2", 2, "load_2", "L2", "line_b")
        @runs.push([BOX, "ceiling_1", %w[load_1 neutral]], [BOX, "ceiling_2", %w[load_2 neutral]])
      end

      def fan_and_light
        @places["ceiling"] = "luminaire_box"
        @devices << { "id" => "F1", "kind" => "fan_light", "place" => "ceiling" }
        @loads << { "id" => "F1", "place" => "ceiling", "kind" => "fan_light" }
        @needs["ceiling"].merge!("F1.fan" => "load_1", "F1.light" => "load_2", "F1.neutral" => "neutral")
        single("S1", 1, "load_1", "F1.fan")
        single("S2", 2, "load_2", "F1.light")
        @runs << [BOX, "ceiling", %w[load_1 load_2 neutral]]
      end

      def yoke
        light("L1", "ceiling_1", "load_1")
        light("L2", "ceiling_2", "load_2")
        @devices << {
          "id" => "S1",
          "kind" => "combination",
          "place" => BOX,
          "position" => %w[off on].shuffle(random: @random),
          "common_tab" => "intact",
          "on_off_marked" => true
        }
        @needs[BOX].merge!("S1.common_1" => "line", "S1.out_1" => "load_1", "S1.out_2" => "load_2")
        (1..2).each do |number|
          @controls["L#{number}"] = [{ "id" => "S1.#{number}", "place" => BOX, "on_off_marked" => true }]
          @runs << [BOX, "ceiling_#{number}", ["load_#{number}", "neutral"]]
        end
      end
    end
  end
end

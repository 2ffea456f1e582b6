# frozen_string_literal: true

module Dielectra
  module Practice
    # An exercise in a terminal: a line is something to do, and what comes of it is printed.
    class Terminal
      HELP = <<~TEXT
        look                      look at the loads and the breakers
        up S1, down S1, wiggle S1 throw or wiggle a toggle
        off B1, on B1             turn a breaker
        open PLACE, dead PLACE    take a cover off, prove a box dead
        box PLACE                 see what an open box holds
        read TOOL POINT [POINT]   voltage, low_z, ncv, continuity or resistance
        bench S1 up               bench-test a switch
        move POINT POINT          take a conductor to another point; `move POINT cap` takes it off
        tape POINT COLOR          mark a conductor
        fit S1 three_way          put another switch in; `bulb L1` a new bulb
        hint                      what it could be, then the next step, then what it is
        done KIND [PLACE]         it is put right: miswired, device_failed, joint_open, wrong_device, lamp, no_supply
        quit                      leave
      TEXT
      # Commands that are a step with one name behind
      SHORT = {
        "up" => ->(id) { { "do" => "set", "device" => id, "to" => "up" } },
        "down" => ->(id) { { "do" => "set", "device" => id, "to" => "down" } },
        "wiggle" => ->(id) { { "do" => "wiggle", "device" => id } },
        "off" => ->(id) { { "do" => "breaker", "device" => id, "to" => "off" } },
        "on" => ->(id) { { "do" => "breaker", "device" => id, "to" => "on" } },
        "open" => ->(place) { { "do" => "open", "place" => place } },
        "dead" => ->(place) { { "do" => "prove_dead", "place" => place } },
        "bulb" => ->(id) { { "do" => "replace", "device" => id, "kind" => "lamp" } }
      }.freeze
      private_constant :SHORT

      # @param exercise [Exercise]
      # @param input [IO]
      # @param output [IO]
      def initialize(exercise, input, output)
        @exercise = exercise
        @input = input
        @output = output
        @hints = 0
      end

      # Until it is done, or nothing more comes in.
      def run
        greet
        while (line = @input.gets)
          word, *rest = line.split
          next if word.nil?
          break if word == "quit" || command(word, rest) == :over
        end
      end

      private

      def sheet = Presentation::ExerciseSheet.new(@exercise)

      def greet
        shown = sheet.to_h
        @output.puts "#{shown["level"]["name"]}, house #{shown["seed"]}. Type help for what can be done."
        @output.puts shown["complaint"]
        shown["controls"].each { |one| @output.puts "Switch #{one["id"]}: #{one["place"]}" }
        shown["loads"].each { |one| @output.puts "#{one["id"]}: #{one["name"]}, #{one["place"]}" }
      end

      def command(word, rest)
        case word
        when "help"
          @output.puts HELP
        when "box"
          box(rest.first)
        when "hint"
          hint
        when "done"
          over(rest)
        else
          act(step(word, rest))
        end
      rescue InvalidInput => e
        @output.puts "No: #{e.message}"
      end

      def step(word, rest)
        return SHORT.fetch(word).call(rest.first) if SHORT.key?(word)

        case word
        when "look"
          { "do" => "watch" }
        when "read"
          { "do" => "probe", "tool" => rest.first, "at" => rest.drop(1) }
        when "bench"
          { "do" => "bench", "device" => rest[0], "position" => rest[1] }
        when "move"
          { "do" => Exercise::MOVE, "point" => rest[0], "to" => rest[1] == "cap" ? nil : rest[1] }
        when "tape"
          { "do" => "mark", "point" => rest[0], "tape" => rest[1] }
        when "fit"
          { "do" => "replace", "device" => rest[0], "kind" => rest[1] }
        else
          raise InvalidInput, "#{word} is nothing one can do here. Type help."
        end
      end

      def act(step)
        @exercise.act(step)
        row = sheet.to_h["acts"].last
        @output.puts format("%5.1f min  %s", @exercise.minutes, row["title"])
        @output.puts row["stopped"] ? "           STOPPED: #{row["stopped"]}" : "           → #{row["answer"]}"
      end

      def box(place)
        found = @exercise.situation.opened[place] or raise InvalidInput, "no open box is called #{place}."
        region = @exercise.job.region
        @output.puts Evidence::Shorthand.write(found, region:)
        @exercise.situation.joints(place).each { |joint| @output.puts "  #{joint.join(" + ")}" }
        loose = @exercise.situation.conductors(place) - @exercise.situation.joints(place).flatten
        @output.puts "  loose: #{loose.join(", ")}" if loose.any?
      end

      def hint
        @hints = [@hints + 1, Presentation::ExerciseSheet::HINTS.size].min
        said = sheet.hints(@hints).last
        @output.puts "#{said["title"]}: #{said["words"]}"
      end

      def over(rest)
        claim = rest.any? ? { "kind" => rest[0], "place" => rest[1] }.compact : nil
        review = sheet.review(claim)
        @output.puts review["right"] ? "The house is right." : "The house is not right."
        @output.puts review["shortcomings"]
        @output.puts "It was: #{review["truth"]}. #{review["named"] ? "You named it." : "You did not name it."}"
        review["others"].each { |one| @output.puts format("%5.1f min  %s", one["minutes"], one["name"]) }
        @output.puts "#{review["stopped"]} unsafe, stopped."
        @output.puts review["wasted"] if review["wasted"]
        :over
      end
    end
  end
end

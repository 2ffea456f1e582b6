# frozen_string_literal: true

module Dielectra
  module Evidence
    # One line for what an open box holds, short enough to be typed standing; docs/shorthand.md has the grammar.
    #
    #   Shorthand.read("metal | 14/3 bk:T1 r:T2 w+ | 14/2 bk:COM w+ | 3way grounds", place: "hall", devices: %w[S1])
    class Shorthand
      include ShorthandWords

      # A word that cannot be read: `at` is its place in the line, counted in characters from 0.
      class Unreadable < InvalidInput
        attr_reader :at

        def initialize(message, at)
          @at = at
          super(message)
        end
      end

      # What a word names: a point, or a screw that is looked up once all devices are known
      Mention = Struct.new(:name, :at, :point)
      TYPE =
        %r{
          \A(?:(?<end>\d+):)?(?<type>\d+(?:\.\d+)?(?:/\d)+|raceway|conduit|open)
          (?<bare>-g)?(?:\[(?<colors>[\w,=]+)\])?\z
        }x

      # `2gang`, `18in3`, `300cm3`
      ROOM = /\A(?<number>\d+(?:\.\d+)?)(?<unit>gangs?|in3|cm3)\z/
      MOST_GANGS = 6
      IN3_PER_CM3 = 1 / 16.387

      # `bk:COM`, `w+`, `r+a`, `bk2`, `w(black):T1`
      WORD = /\A(?<name>[A-Za-z_]+?)_?(?<number>\d*)(?:\((?<tape>\w+)\))?(?<rest>[:+].*)?\z/
      # `G+cu`, `S1.COM+a`
      TAIL = /\A(?<name>\w+(?:\.\w+)?)\+(?<splice>\w+)\z/

      # @param line [String]
      # @param place [String] the box
      # @param devices [Array<String>] ids of what the job says is in it, from the left
      # @param region [Trade::Region]
      # @return [Hash] `found` as the answer to `open`
      # @raise [Unreadable]
      def self.read(line, place:, devices: [], region: Trade::Region.all.first) = new(place, devices, region).read(line)

      # @param found [Hash] as the answer to `open`
      # @return [String] the line that reads as the same
      def self.write(found, region: Trade::Region.all.first) = ShorthandWriter.new(found, region).to_s

      def initialize(place, devices, region)
        @place = place
        @ids = devices
        @region = region
      end

      def read(line)
        @found = { "enclosure" => nil, "cable_ends" => [], "devices" => [] }
        @splices = {}
        @screwed = []
        @marks = []
        @list = nil
        @grounds = false
        line.to_enum(:scan, /\||\n|[^\s|]+/).each { take(Regexp.last_match[0], Regexp.last_match.begin(0)) }
        remarks, marks = @marks.partition { |name, _| REMARKS.include?(name) }
        found = { **@found, "joints" => joints(marks) }.compact
        return found if remarks.empty?

        { **found, "remarks" => remarks.map { |what, mention| { "point" => point(mention), "what" => what } } }
      end

      private

      def cables = @found["cable_ends"]

      def devices = @found["devices"]

      # "|" and the end of a line end a list of points.
      def take(word, at)
        return @list = nil if ["|", "\n"].include?(word)
        return @list << Mention.new(word, at) if @list
        return @list = @splices[at] = [] if word == "="

        low = word.downcase
        return @found["enclosure"] = low if ENCLOSURES.include?(low)
        return @grounds = true if low == "grounds"
        return if room?(low, at) || cable?(low, at) || device?(word, at) || mark?(word, at)

        wire?(word, at) || tail?(word, at) || unreadable("“#{word}” is no cable, color, device or screw.", at, word)
      end

      def cable?(word, at)
        match = TYPE.match(word) or return false
        type = SINGLES.fetch(match[:type], match[:type])
        conductors = listed(match[:colors].split(","), at) if match[:colors]
        conductors ||= SINGLES.value?(type) ? [] : numbered(usual(type, match[:bare], at))
        id = "#{@place}/#{match[:end] || (cables.size + 1)}"
        if cables.any? { |row| row["id"] == id }
          unreadable("Two cables cannot both be number #{match[:end]}.", at, word)
        end
        cables << { "id" => id, "type" => type, "conductors" => conductors }
      end

      # `bk,bk,w`, or with names of their own: `bk=wire_1`
      def listed(items, at)
        colors, names =
          items.map { |item| item.split("=", 2) }.then { |rows| [rows.map(&:first), rows.map { |row| row[1] }] }
        colors = colors.map { |name| ShorthandWords.color(name) || unreadable("No such color: #{name}.", at, name) }
        numbered(colors).zip(names).map { |wire, name| name ? wire.merge("id" => name) : wire }
      end

      def usual(type, bare, at)
        colors = @region.cables.to_h[type] || Trade::CableType.all[type]
        unreadable("No such cable: #{type}.", at, type) unless colors
        bare ? colors : [*colors, @region.grounding]
      end

      # Conductors of one color are numbered from the second on.
      def numbered(colors)
        seen = Hash.new(0)
        colors.map { |name| { "id" => (seen[name] += 1) == 1 ? name : "#{name}_#{seen[name]}", "color" => name } }
      end

      # `2gang`, `18in3`, `300cm3`
      def room?(word, at)
        match = ROOM.match(word) or return false
        number = match[:number].to_f
        return @found["gangs"] = gangs(number, at, word) if match[:unit].start_with?("gang")

        cubic_inches = match[:unit] == "cm3" ? number * IN3_PER_CM3 : number
        unreadable("A box has some volume.", at, word) unless cubic_inches.positive?
        @found["volume_in3"] = cubic_inches.round(1)
      end

      def gangs(number, at, word)
        return number.to_i if (1..MOST_GANGS).cover?(number) && (number % 1).zero?

        unreadable("A box has 1 to #{MOST_GANGS} gangs.", at, word)
      end

      # `3way`, `S2=3way`, `3way/alone`, `outlet-hot_tab`
      def device?(word, at)
        name, id = word.split("=", 2).reverse
        name, *tabs = name.downcase.split("-")
        kind, face = name.to_s.split("/", 2)
        kind = KINDS.fetch(kind, kind)
        return false unless Trade::DeviceKind.known?(kind) && kind != "breaker"

        refuse_unknown(kind, face, tabs, at)
        id ||= (@ids - devices.map { |row| row["id"] }).first
        unreadable("The job knows of no further device here. Name it: S2=#{name}.", at, word) unless id
        devices << { "id" => id, "kind" => kind, "face" => face, **tabs.to_h { |tab| [tab, "removed"] } }.compact
      end

      def refuse_unknown(kind, face, tabs, at)
        words = kind.tr("_", " ")
        faces = Trade::DeviceKind[kind].faces.keys.compact
        unless face.nil? || faces.include?(face)
          problem = faces.empty? ? "is drawn one way only" : "has the faces #{faces.join(", ")}"
          unreadable("A #{words} #{problem}.", at, face)
        end
        unknown = tabs - (Trade::DeviceKind.rows.dig(kind, "tabs") || {}).keys
        unreadable("A #{words} has no #{unknown.first}.", at, unknown.first) if unknown.any?
      end

      # `scorched:T2`, `push_in:COM`
      def mark?(word, at)
        name, point = word.split(":", 2)
        return false unless point && (CONDITIONS + REMARKS + BY).include?(name.downcase)

        @marks << [name.downcase, Mention.new(point, at + name.size + 1)]
      end

      def wire?(word, at)
        match = WORD.match(word)
        wire = match && wire(word[/\A\w+/], match, at) or return false
        tape = match[:tape]
        wire["tape"] = ShorthandWords.color(tape) || unreadable("No such color of tape: #{tape}.", at, tape) if tape
        touch(
          "#{cables.last["id"]}.#{wire["id"]}",
          match[:rest],
          wire["color"],
          at + word.size - match[:rest].to_s.size
        )
        true
      end

      # The conductor of the last cable, by its own name or by its color; single ones are there once they are named.
      def wire(own, match, at)
        named = cables.last && cables.last["conductors"].find { |one| one["id"] == own }
        name = named ? named["color"] : ShorthandWords.color(match[:name])
        return named unless name && !named
        return unreadable("A cable comes first: 14/2, 14/3, raceway.", at, own) if cables.empty?

        id = numbered_id(name, match)
        found = cables.last["conductors"].find { |one| one["id"] == id }
        return found if found

        type = cables.last["type"]
        return unreadable("This #{type} has no #{id.tr("_", " ")}.", at, id) unless SINGLES.value?(type)

        { "id" => id, "color" => name }.tap { |one| cables.last["conductors"] << one }
      end

      def numbered_id(name, match) = match[:number].to_i > 1 ? "#{name}_#{match[:number]}" : name

      def touch(point, rest, color, at)
        return unless rest
        return @screwed << [point, Mention.new(rest[1..], at + 1)] if rest.start_with?(":")

        splice(rest[1..].empty? ? color : rest[1..]) << Mention.new(nil, at, point)
      end

      # A color stands for its full name, so that `w+` and `G+white` meet.
      def splice(name) = @splices[ShorthandWords.color(name) || name.downcase] ||= []

      def tail?(word, at)
        match = TAIL.match(word) or return false
        splice(match[:splice]) << Mention.new(match[:name], at)
      end

      # A point: `1.bk`, `S1.COM`, `COM`, `BOX`
      def point(mention)
        return mention.point if mention.point

        owner, part = mention.name.split(".", 2)
        part && owner.match?(/\A\d+\z/) ? conductor(owner.to_i, part, mention) : screw(mention)
      end

      def conductor(number, part, mention)
        cable = cables.find { |row| row["id"] == "#{@place}/#{number}" }
        unreadable("There is no cable #{number}.", mention.at, mention.name) unless cable
        match = WORD.match(part)
        name = ShorthandWords.color(match && match[:name])
        id = cable["conductors"].any? { |one| one["id"] == part } ? part : name && numbered_id(name, match)
        return "#{cable["id"]}.#{id}" if cable["conductors"].any? { |one| one["id"] == id }

        unreadable("Cable #{number} has no #{part}.", mention.at, mention.name)
      end

      # A screw by its label or name, with the device where several have one
      def screw(mention)
        return "#{@place}.box" if mention.name.casecmp?("box")

        label, owner = mention.name.split(".", 2).reverse
        among = devices.select { |row| owner.nil? || row["id"].casecmp?(owner) }
        found =
          among.flat_map do |row|
            ShorthandWords.screws(row, @region).filter_map { |point, names| point if called?(names, label) }
          end
        return found.first if found.one?

        problem =
          (
            if found.empty?
              "There is no screw “#{label}” here."
            else
              "More than one device has “#{label}”: say which, as in S1.#{label}."
            end
          )
        unreadable(problem, mention.at, mention.name)
      end

      def called?(names, label) = names.any? { |name| name.casecmp?(label) }

      def joints(marks)
        groups = @splices.values.map { |rows| rows.map { |row| point(row) } }
        groups += @screwed.map { |from, to| [from, point(to)] }
        groups << ShorthandWords.grounds({ **@found, "place" => @place }) if @grounds
        merged(groups)
          .map { |points| { "points" => points } }
          .tap { |found| marks.each { |name, at| mark(found, name, at) } }
      end

      # Points that share one are one joint.
      def merged(groups)
        groups
          .reduce([]) do |joints, group|
            met, rest = joints.partition { |joint| joint.intersect?(group) }
            [*rest, [*met.flatten, *group].uniq]
          end
          .select { |joint| joint.size > 1 }
      end

      def mark(joints, name, mention)
        at = point(mention)
        joint = joints.find { |one| one["points"].include?(at) }
        unreadable("Nothing is joined there.", mention.at, mention.name) unless joint
        joint[BY.include?(name) ? "by" : "condition"] = name
      end

      def unreadable(message, at, word)
        meant = DidYouMean::SpellChecker.new(dictionary: ALL).correct(word.to_s.downcase.split(/[:+]/).first.to_s).first
        raise Unreadable.new(meant ? "#{message} Did you mean “#{meant}”?" : message, at)
      end
    end
  end
end

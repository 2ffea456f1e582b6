# frozen_string_literal: true

# How many taps a job takes from its call to the proof, as the screens ask: one for each answer, one for a grid row, one
# for what is done in one go. A box is entered by what it looks like where that is offered, and by tapping otherwise.
#
#   bundle exec ruby --yjit bench/taps.rb CASE_WITHOUT_ENDING…

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"

# One job played with the fewest taps
class Taps
  def initialize(path)
    @name = File.basename(path)
    @job = Dielectra::Evidence::Job.read(JSON.parse(File.read("#{path}.job.json", encoding: "UTF-8")))
    circuit = Dielectra::Circuit.read(JSON.parse(File.read("#{path}.circuit.json", encoding: "UTF-8")))
    @house = Dielectra::Practice::House.new(circuit)
    @taps = Hash.new(0)
  end

  def to_s
    session = Dielectra::Session::Troubleshooting.new(@job)
    complaint(session)
    answer(session) until session.next.is_a?(Dielectra::Session::Conclusion)
    format(
      "%-24s %-8s %3d taps (%s), %d steps",
      @name,
      session.next.status,
      @taps.values.sum,
      @taps.map { |kind, count| "#{kind} #{count}" }.join(", "),
      session.steps.size
    )
  end

  private

  # The combinations that the job file says something of
  def told
    @told ||=
      @job
        .steps
        .select { |step| step["do"] == "report" }
        .map { |step| step["positions"].transform_values { |at| Dielectra::Trade::Position.raised?(at) } }
  end

  # What the customer says, a tap for each row: of every combination, or of each load with its own switches.
  def complaint(session)
    return apart(session) if @job.goal.groups.size > 1

    @job.goal.combinations.each do |positions|
      @taps["report"] += 1
      next if told.include?(positions.transform_values { |at| Dielectra::Trade::Position.raised?(at) })

      report(session, positions, @job.goal.loads)
    end
  end

  def apart(session)
    @job.goal.groups.each do |group|
      Dielectra::Goals::Goal
        .combinations(group.controls)
        .each do |positions|
          @taps["report"] += 1
          report(session, positions, group.loads)
        end
    end
  end

  def report(session, positions, loads)
    lights = Dielectra::Physics::Network.switched(@house.circuit, positions).loads
    shown = loads.to_h { |load| [load.id, lights.fetch(load.id)] }
    session.record("do" => "report", "positions" => positions, "answer" => { "loads" => shown })
  end

  def answer(session)
    parts = Dielectra::Presentation::Advice.next(session).to_h["parts"]
    steps = parts.empty? ? [session.next.to_h] : parts.map { |part| part["step"] }
    @taps[steps.last["do"]] += (
      if steps.first["do"] == "open"
        box(session, steps.first["place"])
      else
        [parts.count { |part| !part.key?("answer") }, 1].max * taps_of_a_look(steps.last)
      end
    )
    steps.each { |step| session.record(step.merge("answer" => @house.answer(step))) }
  end

  # Up to two groups of loads have a button for what they do together; of more each is told.
  def taps_of_a_look(step)
    groups = @job.goal.groups.size
    step["do"] == "watch" && groups > 2 ? groups : 1
  end

  # Two taps where a look fits as it is; so many more as there are joints to mend; or every cable, device and joint.
  def box(session, place)
    truth = @house.answer({ "do" => "open", "place" => place })["found"]
    tapped =
      truth["cable_ends"].size + truth["devices"].size + 2 +
        truth["joints"].sum { |joint| ground?(joint) ? 0 : 2 * (joint["points"].size - 1) }
    looks = Dielectra::Presentation::LooksLike.new(session, place).to_a
    mended = looks.map { |look| 2 + mending(look["found"], truth) }.min
    [mended, tapped].compact.min
  end

  def ground?(joint) = joint["points"].any? { |point| point.match?(/bare|green|ground/) }

  # The fewest taps from a look to what is there, over every order of the cables; grounds, box and bare wires are a tap.
  def mending(found, truth)
    ids = truth["cable_ends"].map { |row| row["id"] }
    return Float::INFINITY unless found["cable_ends"].size == ids.size

    ids
      .permutation
      .filter_map { |order| difference(found, truth, found["cable_ends"].map { |row| row["id"] }.zip(order).to_h) }
      .min || Float::INFINITY
  end

  def difference(found, truth, names)
    same =
      found["cable_ends"].all? do |row|
        insulated(row) == insulated(truth["cable_ends"].find { |one| one["id"] == names[row["id"]] })
      end
    return unless same

    here =
      found["joints"]
        .reject { |joint| ground?(joint) }
        .map { |joint| joint["points"].map { |point| renamed(point, names) }.sort }
    there =
      truth["joints"]
        .reject { |joint| ground?(joint) }
        .map { |joint| joint["points"].sort }
        .select { |points| points.size > 1 }
    wrong = (there - here).sum { |points| 2 * (points.size - 1) }
    # Two screws tapped exchange what lies on them.
    wrong = 2 if exchanged?(here - there, there - here)
    kinds = found["devices"].zip(truth["devices"]).count { |one, other| one["kind"] != other["kind"] }
    wrong + kinds + (found["enclosure"] == truth["enclosure"] ? 0 : 1) + (bare?(found) == bare?(truth) ? 0 : 1)
  end

  def exchanged?(here, there)
    return false unless here.size == 2 && there.size == 2

    screws = here.map { |points| points.find { |point| !point.include?("/") } }
    swap = screws.zip(screws.reverse).to_h
    screws.none?(&:nil?) &&
      here.map { |points| points.map { |point| swap.fetch(point, point) }.sort }.sort == there.sort
  end

  def insulated(row) = row["conductors"].map { |wire| wire["color"] }.grep_v(/bare|green/).sort

  def bare?(found) =
    found["cable_ends"].any? { |row| row["conductors"].any? { |wire| wire["color"].match?(/bare|green/) } }

  def renamed(point, names)
    owner = point[%r{\A[^/]+/\d+}]
    owner ? point.sub(owner, names[owner]) : point
  end
end

ARGV.each { |path| puts Taps.new(path) }

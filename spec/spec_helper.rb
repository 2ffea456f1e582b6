# frozen_string_literal: true

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "dielectra"
require "timeout"

# Sessions that this run of the specs has played already, kept as bytes, so that every example has objects of its own.
module Played
  # @param start [Object] all that what follows depends on
  # @yieldreturn [Object] what follows from it
  # @return [Object] what the block gave when it was first called for the same start
  def self.from(start)
    @kept ||= {}
    key = written(start) or return yield
    return Marshal.load(@kept[key]) if @kept.key?(key) # rubocop:disable Security/MarshalLoad

    yield.tap { |outcome| @kept[key] = Marshal.dump(outcome) }
  end

  # @return [String, nil] nil for what an example has changed so that it cannot be written
  def self.written(object)
    Marshal.dump(object)
  rescue TypeError
    nil
  end
end

# What specs share: the demo houses, and a house played to its end.
module Houses
  DEMO = File.expand_path("../demo", __dir__)

  def demo_circuit(name) = Dielectra::Circuit.read(demo_document("#{name}.circuit.json"))

  def demo_job(name) = Dielectra::Evidence::Job.read(demo_document("#{name}.job.json"))

  def demo_document(file) = JSON.parse(File.read(File.join(DEMO, file)))

  # A circuit with a receptacle in place of a light
  # @param document [Hash] of a circuit file
  # @param light [String]
  # @param id [String] of the receptacle
  # @return [Hash]
  def with_receptacle(document, light, id)
    old = document["devices"].find { |row| row["id"] == light }
    plugged = { "1" => { "watts" => 40 }, "2" => { "watts" => 60 } }
    new = { "id" => id, "kind" => "receptacle", "place" => old["place"], "hot_tab" => "intact", "plugged" => plugged }
    names = { "hot" => "hot_1", "neutral" => "neutral_1", "ground" => "ground" }
    names = names.to_h { |was, is| ["#{light}.#{was}", "#{id}.#{is}"] }
    joints =
      document["joints"].map { |row| row.merge("points" => row["points"].map { |point| names.fetch(point, point) }) }
    document.merge("devices" => document["devices"] - [old] + [new], "joints" => joints)
  end

  # Plays a session in a house until it concludes; yields each step before it is answered, and the session.
  # @return [Dielectra::Session::Troubleshooting]
  def play(house, job, &block)
    return played_out(house, job, &block) if block

    session, after = Played.from([:play, house, job.document]) { [played_out(house, job), house] }
    unless after.equal?(house)
      after.instance_variables.each { |name| house.instance_variable_set(name, after.instance_variable_get(name)) }
    end
    session
  end

  def played_out(house, job)
    session = Dielectra::Session::Troubleshooting.for(job)
    until (step = session.next).is_a?(Dielectra::Session::Conclusion)
      yield step.to_h, session if block_given?
      session.record(step.to_h.merge("answer" => house.answer(step.to_h)))
    end
    session
  end

  # A log of steps that were taken in a situation which they did not change.
  # @param steps [Array<Hash>] with their answers
  # @return [Dielectra::Evidence::Log]
  def log_of(*steps, situation: nil)
    rows =
      steps.map do |fields|
        step = Dielectra::Steps.of(fields)
        Dielectra::Evidence::Log::Entry.new(step:, before: situation, after: situation, minutes: 1.0, news: false)
      end
    Dielectra::Evidence::Log.new(rows)
  end

  # The session of a demo job after some boxes of its house were opened and proved dead.
  def opened(name, *places, house: nil)
    return open_up(name, places, house) if house

    Played.from([:opened, name, places]) { open_up(name, places, Dielectra::Practice::House.new(demo_circuit(name))) }
  end

  def open_up(name, places, house)
    session = Dielectra::Session::Troubleshooting.new(demo_job(name))
    steps = [{ "do" => "breaker", "device" => "B1", "to" => "off" }]
    steps +=
      places.flat_map { |place| [{ "do" => "open", "place" => place }, { "do" => "prove_dead", "place" => place }] }
    steps.each { |step| session.record(step.merge("answer" => house.answer(step))) }
    session
  end
end

# Seconds an example may take, many times what the longest needs: one that stands still fails, and says where it stood.
LONGEST = 300

RSpec.configure do |config|
  config.around { |example| Timeout.timeout(LONGEST) { example.run } }
  config.include Houses
  config.disable_monkey_patching!
  config.order = :random
  Kernel.srand config.seed
end

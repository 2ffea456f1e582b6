# frozen_string_literal: true

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "dielectra"

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
  def play(house, job)
    session = Dielectra::Session::Troubleshooting.for(job)
    until (step = session.next).is_a?(Dielectra::Session::Conclusion)
      yield step.to_h, session if block_given?
      session.record(step.to_h.merge("answer" => house.answer(step.to_h)))
    end
    session
  end

  # The session of a demo job after some boxes of its house were opened and proved dead.
  def opened(name, *places, house: Dielectra::Practice::House.new(demo_circuit(name)))
    session = Dielectra::Session::Troubleshooting.new(demo_job(name))
    steps = [{ "do" => "breaker", "device" => "B1", "to" => "off" }]
    steps +=
      places.flat_map { |place| [{ "do" => "open", "place" => place }, { "do" => "prove_dead", "place" => place }] }
    steps.each { |step| session.record(step.merge("answer" => house.answer(step))) }
    session
  end
end

RSpec.configure do |config|
  config.include Houses
  config.disable_monkey_patching!
  config.order = :random
  Kernel.srand config.seed
end

# frozen_string_literal: true

# A new call as the form may send it, filled in by chance.
class RandomDraft
  ROOMS = ["Hall", "Stairs, top", "Landing", "Study", "Porch", "Cellar"].freeze
  LIGHTS = ["Ceiling", "Lamp", "Outlet one", "Back light"].freeze

  # @param random [Random]
  # @param most [Integer] switches and loads
  def initialize(random, most: 4)
    @random = random
    @most = most
  end

  # @return [Hash] a job document without steps; drawn again where the form would refuse it
  def document
    loop do
      drawn = Dielectra::Evidence::Draft.document(said)
      Dielectra::Session::Scope.check_any!(Dielectra::Evidence::Job.read(drawn))
      return drawn
    rescue Dielectra::InvalidInput
      next
    end
  end

  private

  def any(list) = list.sample(random: @random)

  def said
    switches = Array.new([any([1, 1, 2, 2, 3, 4]), @most].min) { any(ROOMS) }
    loads =
      LIGHTS
        .first([any([1, 1, 1, 2, 3]), @most].min)
        .map { |place| { "place" => place, "kind" => any(%w[luminaire luminaire receptacle fan_light fan]) } }
    {
      "switches" => switches,
      "loads" => loads,
      "volts" => any([120, 120, 230]),
      "method" => any(Dielectra::Evidence::Draft::METHODS),
      "began" => any([nil, *Dielectra::Evidence::Draft::BEGAN]),
      "amps" => any([15, 20]),
      "marked" => switches.map { any([true, false]) },
      "works" => works(switches, loads),
      "change" => change(switches)
    }.compact
  end

  def works(switches, loads)
    names = loads.each_index.map { |at| "L#{at + 1}" }
    return if @random.rand < 0.5

    switches.each_index.map { |at| [names[at % names.size]] }
  end

  def change(switches)
    return if @random.rand < 0.6

    {
      "kind" => any(Dielectra::Evidence::Asked::KINDS.keys),
      "place" => "New place",
      "half" => any(%w[1 2]),
      "switch" => 1,
      "fit" => any(Dielectra::Trade::DeviceKind.special.map(&:name)),
      "runs" => any([[], [{ "from" => switches.first, "to" => "New place", "length_ft" => 20 }]])
    }
  end
end

# frozen_string_literal: true

# A house in order of which one to three things are asked for at once, of the loads that the same controls work.
class WishedHouse
  # Share of new places to which a run may be pulled
  ALLOWED = 0.85
  # Kinds that a single-pole switch may be exchanged for
  FITTED = %w[dimmer electronic timer occupancy_sensor occupancy_sensor_two_wire photocell pilot_switch].freeze

  # @return [Array<Symbol>] what is asked for
  attr_reader :wishes

  # @param job [Hash] that would restore it
  # @param random [Random]
  def initialize(job, random)
    @job = job
    @random = random
    @control = job["wanted"]["control"].transform_values(&:dup)
    @controls = @control.values.uniq.sample(random:).dup
    @loads = @control.select { |_, some| some == @controls }.keys
    @wanted = { "new" => [], "places" => [], "runs" => [], "swap" => [], "fit" => {}, "retire" => [] }
    @wanted["always"] = (job["wanted"]["always"] || []).dup
    @wishes = asked(1 + random.rand(3))
  end

  # @return [Hash] the job file
  def job
    wanted = @wanted.reject { |_, value| value.empty? }
    wanted["always"] = @wanted["always"] if @control.empty?
    @job.except("began", "story").merge("wanted" => { "kind" => kind, "control" => @control, **wanted })
  end

  private

  KINDS = {
    more: "add_control",
    two_more: "add_control",
    light: "feed_light",
    outlet: "add_outlet",
    fit: "fit",
    swap: "swap",
    split: "split_receptacle",
    always_on: "always_on"
  }.freeze
  private_constant :KINDS

  def kind = wishes.one? ? KINDS.fetch(wishes.first, "change") : "change"

  # Wishes that do not speak of the same control
  def asked(count)
    chosen = []
    possible
      .shuffle(random: @random)
      .each do |wish|
        next if chosen.size == count || chosen.intersect?(CLASHING.fetch(wish, []))

        chosen << wish if send(wish)
      end
    chosen
  end

  CLASHING = {
    more: %i[two_more fit retire],
    two_more: %i[more fit retire],
    fit: %i[more two_more retire swap],
    retire: %i[more two_more fit swap always_on],
    swap: %i[fit retire always_on],
    always_on: %i[retire more two_more fit swap light split],
    split: %i[always_on light],
    light: %i[split always_on]
  }.freeze
  private_constant :CLASHING

  def possible
    some = %i[swap outlet]
    some << :more if controls.size < 4 && !receptacle
    some << :two_more if controls.size < 3 && !receptacle
    some << :light
    some << :fit if controls.one? && !receptacle
    some << :retire if controls.size > 1
    some += %i[split always_on] if receptacle
    loads.empty? ? %i[outlet] : some
  end

  attr_reader :controls

  # Those with names of their own, not halves or parts
  def loads = @loads & @job["loads"].map { |row| row["id"] }

  def receptacle = @job["loads"].find { |row| row["kind"] == "receptacle" && loads.include?(row["id"]) }&.fetch("id")

  def boxes = @job["places"].map { |row| row["id"] } - %w[panel]

  # A place that is not there yet, and where a run to it may be pulled
  def place(id, kind, from)
    @wanted["places"] << { "id" => id, "kind" => kind }
    return unless @random.rand < ALLOWED

    from
      .sample(1 + @random.rand(2), random: @random)
      .each { |box| @wanted["runs"] << { "between" => [box, id], "length_ft" => 8 + @random.rand(35) } }
  end

  def switch(id, place, from)
    place(place, "switch_box", from)
    @wanted["new"] << { "id" => id, "kind" => "switch", "place" => place }
    @loads.each { |load| @control[load] << id }
  end

  def more = switch("S8", "annex", boxes)

  def two_more
    switch("S8", "annex", boxes)
    switch("S9", "gallery", boxes + ["annex"])
  end

  def light
    place("annex_ceiling", "luminaire_box", boxes)
    @wanted["new"] << { "id" => "L9", "kind" => "luminaire", "place" => "annex_ceiling" }
    @control["L9"] = @control[@loads.first]
    free(receptacle) if receptacle
  end

  def outlet
    place("annex_wall", "receptacle_box", boxes)
    @wanted["new"] << { "id" => "R9", "kind" => "receptacle", "place" => "annex_wall" }
    @wanted["always"] << "R9"
  end

  def fit = @wanted["fit"] = { controls.first => FITTED.sample(random: @random) }

  def swap = @wanted["swap"] += (controls + loads).sample(1 + @random.rand(2), random: @random)

  def retire
    out = controls.last
    @loads.each { |load| @control[load].delete(out) }
    @wanted["retire"] << out
  end

  def split
    one, other = %w[1 2].shuffle(random: @random).map { |half| "#{receptacle}.#{half}" }
    @control[one] = @control.delete(receptacle)
    @wanted["always"] << other
  end

  # Takes an outlet off its switches for good
  def free(outlet)
    @control.delete(outlet)
    @wanted["always"] << outlet
  end

  def always_on
    outlet = receptacle
    free(outlet)
    @wanted["retire"] += controls - @control.values.flatten
  end
end

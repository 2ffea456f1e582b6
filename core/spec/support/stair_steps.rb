# frozen_string_literal: true

# Steps in the tower stair house, and the situation after them. Specs that include it define `job`.
module StairSteps
  # @param steps [Array<Hash>] with their answers
  # @return [Dielectra::Evidence::Situation]
  def situation_after(*steps) =
    steps
      .each_with_index
      .reduce(Dielectra::Evidence::Situation.start(job)) { |so_far, (step, at)| so_far.after(step, at + 1) }

  def look(light) = { "do" => "watch", "answer" => { "loads" => { "L1" => light } } }

  def set(id, to) = { "do" => "set", "device" => id, "to" => to, "answer" => { "ok" => true } }
end

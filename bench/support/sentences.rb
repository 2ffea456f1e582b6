# frozen_string_literal: true

# What is said to the person, in lines of text.
module Sentences
  P = Dielectra::Presentation

  module_function

  # @param turn [CaseFile::Turn]
  # @return [Array<String>]
  def of_turn(turn)
    said = P::Advice.next(turn.session).to_h
    reason = turn.session.job.region
    [
      format("%3d %5.1f  %s", turn.step["id"], turn.session.minutes, said["title"]),
      *labeled("detail", said["detail"]),
      *labeled("caution", said["caution"]),
      *labeled("why", said["purpose"]),
      *labeled("for", said["goal"]),
      *said["moves"].map { |move| "             · #{move.is_a?(Hash) ? move.values.join(" ") : move}" },
      *said["how"].map { |line| "             how: #{line}" },
      *said["checklist"].map { |row| "             [ ] #{row["title"] || row["what"] || row.inspect}" },
      *said["choices"].filter_map { |row| choice(row) },
      *P::RuleSheet.new(turn.session, Dielectra::Rules::Local.new).at(turn.session.next).map { |note| rule(note) },
      "             → #{P::Instruction.answered(turn.step, turn.answer, reason)}"
    ]
  end

  # @param session [Dielectra::Session::Troubleshooting] that has ended
  # @return [Array<String>]
  def of_end(session)
    ended = session.next
    record = P::Record.new(session, "demo")
    sheet = record.to_h
    [
      "  #{ended.status}, #{session.minutes.round(1)} min, #{session.steps.size} steps, confidence #{ended.confidence}",
      *labeled("why", ended.why),
      *ended.because.map { |row| "    because: #{row}" },
      *ended.causes.map { |row| "    cause: #{P::Wording.cause(row)}   #{row}" },
      "    roles: #{ended.roles}",
      "    grounding: #{ended.grounding}",
      *%w[was done left watch materials].flat_map do |part|
        sheet["customer"][part].map { |row| "    #{part}: #{row}" }
      end,
      *sheet["electrician"]["rules"].map { |note| rule(note) },
      *record.closing.map { |row| "    closing: #{row}" }
    ]
  end

  def choice(row)
    meaning = row["means"] || row["then"]
    "             ( ) #{row["title"] || row["label"]}#{" – #{meaning}" if meaning}"
  end

  def rule(note) = "    rule: #{note.values_at("state", "article", "because").compact.join(" | ")}"

  def labeled(name, words) = words ? ["             #{name}: #{words}"] : []
end

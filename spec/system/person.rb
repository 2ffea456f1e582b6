# frozen_string_literal: true

# Answers the steps on the screen as a person would, with what a simulated house says. The example names the house.
module Person
  # What the house says to the step that the screen shows, given through the screen.
  # @param typed [Boolean] whether a box is written in shorthand, or tapped together
  def answer_shown(id, typed: false)
    session = @shown = Server::Folding.session(Server::Job.find(id))
    advice = Dielectra::Presentation::Advice.next(session).to_h
    expect(page).to have_css("h2", text: advice["title"])
    steps = advice["parts"].map { |part| part["step"] }
    steps = [session.next.to_h] if steps.empty?
    count = session.steps.size + steps.size
    steps.each { |step| say(step, advice["parts"].find { |part| part["step"] == step }, typed:) }
    expect(page).to have_css("[role=tab]", text: "Steps (#{count})")
  end

  # A single key. While the change before it is on its way, the buttons are off and no key counts.
  def press(key)
    expect(page).to have_no_css("section[aria-label=Now] button:disabled")
    page.send_keys(key)
  end

  # One step answered: written down, tapped, or not asked for because the next one says it.
  def say(step, part, typed: false)
    answer = house.answer(step)
    return if part&.key?("answer")
    return typed ? type(answer["found"]) : write_down(answer["found"]) if step["do"] == "open"
    each = step["do"] == "watch" && !pending && several?
    return tell_each(answer["loads"]) if each

    around =
      (
        if part && %w[bench probe].include?(step["do"])
          "//section[@aria-label='Now']//h3[normalize-space(.)=\"#{part["title"]}\"]/.."
        else
          "//section[@aria-label='Now']"
        end
      )
    within(:xpath, around) { find("button", text: /^#{Regexp.escape(label(step["do"], answer))}$/).click }
  end

  # Whether loads have switches of their own, and are told one by one
  def several? = Server::Folding.session(Server::Job.last).job.goal.groups.size > 1

  # What each group of loads does
  def tell_each(loads)
    groups = Dielectra::Presentation::Grid.new(Server::Folding.session(Server::Job.last)).groups
    groups.each { |group| find("[aria-label='#{group["name"]} #{loads.fetch(group["loads"].first)}']").click }
  end

  # The breaker that went off while a load was on, where the look at the load is what the screen asks for
  def pending = (@shown.situation.breaker_log.pending if @shown)

  def label(kind, answer)
    if kind == "watch"
      return "Breaker tripped" if answer["breakers"]["B1"] == "tripped"

      return answer["loads"].values_at(*pending.loads).include?("on") ? "Still on" : "It is out" if pending

      loads = Server::Folding.session(Server::Job.last).job.goal.loads.map(&:id)
      return answer["loads"].values_at(*loads).compact.first.capitalize
    end
    if kind == "wiggle"
      return { "on" => "Steady, on", "off" => "Steady, off", "flickers" => "It flickers" }.fetch(answer["loads"]["L1"])
    end
    return "All dead" if kind == "prove_dead"
    return "It is in" if kind == "cable"
    if answer.key?("ohms")
      return answer["ohms"].nil? ? "No reading" : (answer["ohms"] < 3 ? "Under 3 Ω" : "More: a load")
    end
    if answer["reads"]
      return({ "beep" => "Beeps", "silent" => "Silent", "glow" => "Glows", "dark" => "Dark" }.fetch(answer["reads"]))
    end
    return answer["volts"] > 60 ? "About 120 V" : "Nothing" if answer["volts"]

    "Done"
  end

  def type(found)
    find("textarea").set(Dielectra::Evidence::Shorthand.write(found), rapid: false)
    click_button "Save box"
  end

  KINDS = { "three_way" => "three-way", "four_way" => "four-way", "single_pole" => "single-pole" }.freeze

  def write_down(found)
    click_button found["enclosure"], exact: true
    found["cable_ends"].sort_by { |row| row["id"] }.each { |row| click_button "+ #{row["type"]}" }
    found["devices"].each { |row| click_button(KINDS[row["kind"]], exact: true) if KINDS.key?(row["kind"]) }
    found["joints"].each { |joint| joint["points"].each_cons(2) { |pair| pair.each { |point| tap_point(point) } } }
    click_button "Save box"
  end

  # Points of a drawing are named as a person would say them. Nobody taps while it is being drawn anew.
  def tap_point(point)
    expect(page).to have_no_css("[aria-busy=true]")
    owner, part = point.split(".")
    word = part.tr("_", " ")
    names = point.include?("/") ? ["#{word} of cable #{owner.split("/").last}"] : ["screw #{word}", "lead #{word}"]
    find(names.map { |name| "[role=group] [aria-label='#{name}']" }.join(", ")).send_keys(:enter)
  end
end

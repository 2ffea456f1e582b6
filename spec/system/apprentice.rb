# frozen_string_literal: true

# Plays a practice house through the browser: as one who knows what is wrong, or as one who does not.
class Apprentice
  WORK = %w[arrange replace tab].freeze

  # @param page [Capybara::Session]
  # @param record [Server::Exercise]
  def initialize(page, record)
    @page = page
    @record = record
    @exercise = made
    @answers = played(made)
  end

  # Power off, the boxes where something was changed opened and proved dead, the changes made, power on, and a look
  def put_right
    visit
    switch("off")
    work.group_by(&:first).each { |place, steps| at(place) { steps.map(&:last).each { |step| do_step(step) } } }
    switch("on")
    at(@exercise.job.controls.first.place) { press("Look at the loads") }
  end

  # @param kind [String] what was wrong, in the words of a claim
  # @param place [String, nil]
  def claim(kind, place)
    @page.click_button "I know what it is, and it is put right"
    @page.select Dielectra::Presentation::ExerciseSheet::KINDS.fetch(kind), from: "What was wrong"
    @page.select place.tr("_", " "), from: "Where" if place && @page.has_css?("label", text: /\AWhere/, wait: 1)
    @page.click_button "Done: show the review"
  end

  def truth = @exercise.scenario.truth

  def visit = @page.visit("/practice/#{@record.id}")

  def go(name) = @page.find("section[aria-label='The house'] button", text: /\A#{name}/i).click

  def press(button)
    before = @record.reload.acts.size
    @page.click_button button, match: :first
    @page.document.synchronize(15) { raise Capybara::ElementNotFound if @record.reload.acts.size == before }
  end

  private

  def made =
    Dielectra::Practice::Exercise.new(@record.level, @record.seed, lesson: @record.lesson, given: @record.house)

  # What the program does in such a house, to the end
  def played(exercise)
    session = Dielectra::Session::Troubleshooting.for(exercise.job)
    until (step = session.next).is_a?(Dielectra::Session::Conclusion)
      session.record(step.to_h.merge("answer" => exercise.house.answer(step.to_h).except("id")))
    end
    session.steps
  end

  # The last change of each kind in each box, and the tapes
  def work
    last = @answers.select { |step| step["do"] == "arrange" }.to_h { |step| [step["place"], step] }
    devices = @answers.select { |step| step["do"] == "replace" }.to_h { |step| [step["device"], step] }
    tapes = @answers.select { |step| step["do"] == "mark" }
    start = Dielectra::Evidence::Situation.start(@exercise.job)
    [*devices.values, *last.values, *tapes].map { |step| [start.place_of(step), step] }
  end

  def switch(to)
    go("Panel")
    @exercise.job.breakers.each_index do |index|
      before = @record.reload.acts.size
      @page.all(:button, "Turn #{to}")[index].click
      @page.document.synchronize(15) { raise Capybara::ElementNotFound if @record.reload.acts.size == before }
    end
  end

  def at(place)
    go(place.tr("_", " "))
    yield
  end

  def do_step(step)
    return press("New bulb in #{named(step["device"])}") if step["kind"] == "lamp"

    open_up
    case step["do"]
    when "replace"
      fit(step)
    when "mark"
      tap(step["point"])
      press("Tape it #{step["tape"]}")
    when "arrange"
      step["joints"].each { |joint| join(joint) }
      (now.keys - step["joints"].flatten).each { |point| move(point, nil) if now[point] && point.include?("/") }
    end
  end

  def named(device) = Dielectra::Presentation::Naming.load(device, @exercise.job)

  def fit(step)
    control = @exercise.job.controls.any? { |one| one.device == step["device"] }
    return press("New fixture for #{named(step["device"])}") unless control

    term = @exercise.job.region.term(Dielectra::Trade::DeviceKind[step["kind"]])
    @page.select term, from: "A new switch for #{step["device"]}"
    press("Fit it as #{step["device"]}")
  end

  def open_up
    return unless @page.has_button?("Take the cover off", wait: 1)

    press("Take the cover off")
    press("Prove it dead")
  end

  # What each point of the box at hand touches now
  def now
    made =
      Dielectra::Practice::Exercise.new(
        @record.level,
        @record.seed,
        @record.reload.acts,
        lesson: @record.lesson,
        given: @record.house
      )
    place = made.situation.at
    made.situation.joints(place).each_with_object({}) { |joint, all| joint.each { |point| all[point] = joint } }
  end

  # Conductors go to a screw, or to the first of them.
  def join(joint)
    anchor = joint.find { |point| !point.include?("/") } || joint.first
    (joint - [anchor])
      .select { |point| point.include?("/") }
      .each { |point| move(point, anchor) unless (now[anchor] || [anchor]).include?(point) }
    ((now[anchor] || []) - joint).each { |point| move(point, nil) if point.include?("/") }
  end

  def move(point, to)
    @page.click_button "Move a conductor"
    tap(point)
    return press("Take it off and cap it") if to.nil?

    tap(to)
    press("Join them")
  end

  def tap(point) = @page.find("[data-point='#{point}']").send_keys(:enter)
end

# frozen_string_literal: true

require "json"

module Server
  # Works out what a job says: the one place of the server that asks the core about a session. It knows no database, so
  # that it can run in a process of its own; see Thinkers.
  class Thinker
    # @param sessions [Sessions]
    # @param ahead [Ahead, nil] that is told what was shown
    def initialize(sessions = Sessions.new, ahead = nil)
      @sessions = sessions
      @ahead = ahead
    end

    attr_reader :sessions

    # @param request [Hash] `do`: what is asked, one of the methods below (view for do_view); `about` (see CallSummary),
    #   `document`, `minutes`, `priors` (see Dielectra::Trade.drawing_on), `local` (see Dielectra::Rules::Local),
    #   `steps`, `version`, the `number` of the next step, and `was`: the steps before a correction
    # @return [Hash] `shown` as the API answers, or `refused` with `message` and `pointer`
    def answer(request)
      Dielectra::Trade.drawing_on(request.fetch("priors", {})) do
        { "shown" => send("do_#{request.fetch("do")}", request) }
      end
    rescue Dielectra::InvalidInput => e
      @sessions.forget(request.dig("about", "id"))
      { "refused" => { "message" => e.message, "pointer" => e.pointer.to_s } }
    rescue StandardError, SystemStackError, NoMemoryError => e
      @sessions.forget
      warn "job #{request.dig("about", "id")}: #{e.full_message(highlight: false)}"
      { "failed" => "#{e.class}: #{e.message.to_s.lines.first.to_s.strip}" }
    end

    private

    def do_view(request)
      before = leading(session(request, request["was"])) if request["was"]
      session = session(request, request["steps"])
      view = JobView.new(request["about"], session, version: request["version"], local: local(request)).to_h
      view[:changed] = { before:, after: leading(session) } if before
      @ahead&.shown(request, session, view)
      view
    end

    def do_record(request)
      session = session(request, request["steps"])
      record = Dielectra::Presentation::Record.new(session, request["code"], local: local(request))
      plain({ **record.to_h, "closing" => record.closing, "unfinished" => record.unfinished })
    end

    def do_rules(request) =
      plain(Dielectra::Presentation::RuleSheet.new(session(request, request["steps"]), local(request)).to_h)

    def local(request) = Dielectra::Rules::Local.new(**request.fetch("local", {}).transform_keys(&:to_sym))

    # What a finished job adds to what is learned
    def do_tally(request)
      seconds = request["seconds"].transform_keys(&:to_i)
      Dielectra::Learning::Tally.of(session(request, request["steps"]), seconds)&.to_h
    end

    # A finished job as a house to practice on
    def do_case(request) = plain(Dielectra::Practice::OwnCase.new(session(request, request["steps"])).document)

    # The likeliest wiring, as a circuit file and as a netlist
    def do_circuit(request)
      session = session(request, request["steps"])
      circuit = Dielectra::Diagnosis::LikelyCircuit.new(session.belief, session.situation).circuit
      network = Dielectra::Physics::Network.new(circuit)
      { "circuit" => circuit.to_h, "netlist" => Dielectra::Physics::Netlist.new(network).to_s }
    end

    def do_prefilled(request) = plain(Dielectra::Presentation::Prefilled.new(session(request, request["steps"])).to_h)

    # What the screen of an exercise shows, and its hints
    def do_exercise(request)
      sheet = Dielectra::Presentation::ExerciseSheet.new(exercise(request))
      plain({ **sheet.to_h, "hints" => sheet.hints(request["hints"]) })
    end

    def do_review(request)
      plain(Dielectra::Presentation::ExerciseSheet.new(exercise(request)).review(request["claim"]))
    end

    def exercise(request)
      level, seed, acts, lesson, given = request.values_at("level", "seed", "acts", "lesson", "house")
      Dielectra::Practice::Exercise.new(level, seed, acts, lesson:, given:)
    end

    # The questions of a round, and with `chosen` what each answer is worth
    def do_drills(request)
      sheets =
        Dielectra::Practice::Drill.round(request["seed"]).map { |one| Dielectra::Presentation::DrillSheet.new(one) }
      chosen = request["chosen"]
      plain(chosen ? sheets.zip(chosen).map { |sheet, one| sheet.marked(one) } : sheets.map(&:to_h))
    end

    # Through JSON, so that it is the same whichever process made it
    def plain(shown) = JSON.parse(JSON.generate(shown))

    def do_left(request) = plain(Dielectra::Session::AsLeft.new(session(request, request["steps"])).to_h)

    def do_why(request)
      session = session(request, request["steps"])
      sentences = session.findings.because(session.log)
      { sentences:, reasons: Dielectra::Presentation::Reasons.new(session).to_a }
    end

    def do_looks(request)
      session = session(request, request["steps"])
      place = request["place"]
      unless box?(session, place)
        raise Dielectra::InvalidInput.new("There is no box of that name here.", pointer: "/place")
      end

      session.situation.open?(place) ? [] : Dielectra::Presentation::LooksLike.new(session, place).to_a
    end

    def box?(session, place) = session.job.boxes.any? { |box| box.id == place }

    def do_instead(request)
      session = session(request, request["steps"])
      over = session.next.is_a?(Dielectra::Session::Conclusion)
      best = over ? [] : Dielectra::Presentation::Advice.instead(session).map(&:to_h)
      { best:, acts: Dielectra::Presentation::Acts.new(session).to_a }
    end

    def do_wish(request)
      session = session(request, request["steps"])
      wish = Dielectra::Session::Wish.new(session, request["wish"])
      advice = wish.step && Dielectra::Presentation::Advice.new(session, wish.step, nil).to_h
      { granted: wish.granted?, reason: wish.reason, advice: }
    end

    def session(request, steps) =
      @sessions.at(request["about"]["id"], request["document"], steps, request["minutes"] || {})

    # The likeliest explanation in a sentence
    def leading(session)
      causes, share = session.findings.suspects.first
      wording = Dielectra::Presentation::Wording
      causes ? "#{wording.causes(causes)} (#{wording.percent(share)})" : "nothing"
    end
  end
end

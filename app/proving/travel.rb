# frozen_string_literal: true

module Proving
  # So many turns of the motor, and what the load did meanwhile, as the technician has measured it. Both become facts of
  # the stage Mechanics.
  class Travel < Identification
    MOST_TURNS = 10_000.0
    MOST_TRAVEL = 1e6 # mm
    USUAL = 10.0 # turns
    OF_STROKE = 0.5
    WAITS = 600.0 # s for a rule

    motion Motion::Mode::TURNING
    begun_with turns: (0.1..MOST_TURNS)
    asks_for travel: (0.001..MOST_TRAVEL)
    rests_on values: %w[feedback.counts_per_turn feedback.direction limits.polarity],
             facts: {
               "mechanics" => %w[mechanism gear_motor gear_output lead teeth pitch module diameter]
             }

    # Where the load goes along a line.
    def applies? = super && mechanics.along_a_line? == true

    def eyes
      [
        Eye.new(id: "nobody", sentence: "Nobody is near the machine, and nothing lies in its way"),
        Eye.new(id: "room", sentence: "There is room in front of it for the turns that are entered"),
        Eye.new(id: "mark", sentence: "Where the load stands now is marked, or noted on a rule")
      ]
    end

    def announcement
      Announcement.new(
        moves: "The shaft turns forward by so many turns, at #{speed || "a slow speed"}, and stays there.",
        lasts: 20.0,
        sentence: "Then it asks by how much the load has gone; the power stage is off meanwhile."
      )
    end

    def asked =
      [Asked.new(name: "turns", label: "Turns of the motor", unit: "turns", usual: usual.round(usual < 10 ? 1 : 0))]

    def answers = [Asked.new(name: "travel", label: "The load has gone by", unit: "mm", usual: 0)]

    def perform(run, turns:)
      steps = Gallop::Identify::Travel.new(LinkInstrument.new(run, @tab), turns: turns)
      driving(run).call(-> { steps.carry_out })
      travel = run.ask("By how much has the load gone?", within: WAITS).fetch(:travel)
      found = steps.result(travel: travel / 1000, expected: mechanics.travel_of_motor_turn)
      keep_facts(steps.turned, travel)
      Verdict.new(
        passed: found.findings.empty?,
        headline: found.headline,
        rows: found.rows + looked_at,
        findings: found.findings,
        figures: found.figures
      )
    end

    private

    def mechanics = @mechanics ||= StageFacts.machine(drive).stage("mechanics")

    def usual
      turns = mechanics.stroke_in_motor_turns
      turns ? [OF_STROKE * turns, USUAL].min : USUAL
    end

    def speed
      return unless drive.connection&.online?
      figures = LiveFigures.new(drive)
      shaft = Gallop::Identify::Permitted.shaft(figures)
      shaft.text(:fine_speed, Gallop::Identify::Travel.speed(figures))
    end

    # Output turns, as the stage asks for them.
    def keep_facts(turned, travel)
      output = turned / mechanics.gear_ratio
      StageFacts
        .named("mechanics")
        .new(drive)
        .keep("measured_turns" => Kernel.format("%.6f", output), "measured_travel" => travel.to_s)
      Link::Feed.changed(drive.id, "values")
    end
  end
end

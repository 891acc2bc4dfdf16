# frozen_string_literal: true

module Proving
  # "Counts a turn": the shaft is turned by hand, with the power stage off, while the live figures come in. What was
  # seen of counts, index and halls is held against the device as it was given, and the likely cause of a difference
  # is named.
  class HandTurn < Test
    LONGEST = 60.0 # s; older figures are not kept
    MOST_TURNS = 20.0
    LEAST_TURNS = 0.05

    asks_for turns: -MOST_TURNS..MOST_TURNS
    rests_on values: %w[feedback.counts_per_turn feedback.direction motor.pole_pairs motor.pole_pair_pitch],
             facts: {
               "motor" => %w[type pole_pairs],
               "feedback" => %w[device lines index encoder_turns motor_turns direction]
             }

    def needs = general_needs.hand

    def announcement
      Announcement.new(
        moves: nil,
        lasts: LONGEST,
        sentence:
          "The power stage stays off. You turn the #{slides? ? "moving part" : "shaft"} by hand and say how far."
      )
    end

    # @return [Run] @raise [Gallop::Objects::Unacceptable]
    def answer(run, turns:)
      raise Gallop::Objects::Unacceptable, "Turns: which way, and how far; zero is no turn." if turns.abs < LEAST_TURNS
      run.answer(turns: turns)
    end

    def perform(run)
      since = connection.samples.last
      run.update!(marks: { "count" => since.count })
      turns = run.at_rest { run.ask(slides? ? BY_RULE : BY_MARK, within: LONGEST) }.fetch(:turns)
      turn = observed(connection.samples.since(since.at), turns)
      Verdict.new(
        passed: turn.findings.all?(&:note?),
        headline: sentence(turn),
        rows: rows(turn),
        findings: turn.findings
      )
    end

    private

    BY_MARK = "Turn the shaft now, slowly, by its mark; then say how far."
    BY_RULE = "Push the moving part now, slowly, by a rule; then say how far."
    private_constant :BY_MARK, :BY_RULE

    def slides? = drive.profile.slides?
    def facts = @facts ||= StageFacts.named("feedback").new(drive)
    def device = facts.sheet["device"] || (halls_alone? ? "halls" : nil)
    def halls_alone? = drive.profile.rating[:feedback] == ["halls"]

    def observed(samples, turns)
      Gallop::Feedback::Turn.new(
        samples.map { |sample| look(sample) },
        turns: turns,
        counts: expected_counts,
        pole_pairs: drive.pole_pairs,
        index: facts.sheet.asks?("index") && facts.sheet["index"] == "yes",
        halls: device.to_s.end_with?("halls"),
        halls_alone: halls_alone?,
        shaft: facts.shaft
      )
    end

    def look(sample)
      raw = sample.raw
      Gallop::Feedback::Turn::Look.new(
        count: polarity * sample.count,
        halls: raw["feedback.halls"],
        index_count: raw["feedback.index_count"],
        index_distance: raw["feedback.index_distance"]&.then { |distance| polarity * distance }
      )
    end

    # The hand turns the motor as it is wired.
    def polarity = @polarity ||= Gallop::Cia402::Polarity.sign(drive.live_values[Gallop::Cia402::Polarity::KEY])

    # As the device was given; else as the drive reckons.
    def expected_counts = facts.facts.counts || drive.live_values.fetch("feedback.counts_per_turn")

    def rows(turn)
      [
        ["Counts", "#{counts(turn.counts_seen)}, #{counts(turn.counts_expected)} expected"],
        (turn.index_pulses && ["Index pulses", "#{turn.index_pulses} in #{way(turn)}"]),
        (
          turn.hall_states.any?(&:positive?) &&
            ["Hall steps", "#{turn.forward_steps} forward, #{turn.backward_steps} backward"]
        )
      ].select(&:itself)
    end

    def counts(figure) = Gallop::Quantities.format(figure, nil, 0)
    def way(turn) = "#{Gallop::Quantities.format(turn.turns, nil, 2)} #{slides? ? "pole pair pitches" : "turns"}"

    def sentence(turn)
      "#{counts(turn.counts_seen)} counts in #{way(turn)} by hand, #{counts(turn.counts_expected)} expected." \
        "#{turn.findings.first && " #{turn.findings.first.headline}."}"
    end
  end
end

# frozen_string_literal: true

module Proving
  # "Counts a turn": the shaft is turned by hand, with the power stage off, while the live figures come in. What was seen of counts, index and
  # halls is held against the device as it was given, and the likely cause of a difference is named.
  class HandTurn
    LONGEST = 60.0 # s; older figures are not kept
    MOST_TURNS = 20
    RESTS_ON = %w[feedback.counts_per_turn feedback.direction motor.pole_pairs motor.pole_pair_pitch].freeze
    FACTS = { "motor" => %w[type pole_pairs], "feedback" => %w[device lines index encoder_turns motor_turns direction] }.freeze

    # The test cannot be concluded; the message says what is missing.
    class Undecided < Gallop::Refusal
      kind :not_now
    end

    def initialize(drive)
      @drive = drive
    end

    # @return [Float] mark from which the figures count @raise [Undecided]
    def begin
      refuse_without_feedback
      sample = connection.samples.last or raise Undecided, "No live figures have come yet."
      raise Undecided, "Switch the drive off first: a hand does not turn a shaft that the motor holds." if sample.enabled?
      sample.at
    end

    # @param since [Float] the mark of #begin @param turns [Float] signed, as the shaft was turned
    # @return [Proof] @raise [Undecided]
    def conclude(since:, turns:)
      refuse_without_feedback
      samples = connection.samples.since(since)
      raise Undecided, "The mark of the beginning is older than #{LONGEST.round} s. Begin again, and turn the shaft within that time." if clock - since > LONGEST || samples.size < 2
      raise Undecided, "The drive was enabled meanwhile. Switch it off and begin again." if samples.any?(&:enabled?)
      keep(observed(samples, turns))
    end

    private

    def connection = @drive.connection!

    def refuse_without_feedback
      raise Undecided, "#{@drive.name} has no feedback to look at." unless connection && @drive.counts?
    end

    def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    def stage = @stage ||= StageFacts.named("feedback").new(@drive)
    def device = stage.sheet["device"] || (halls_alone? ? "halls" : nil)
    def halls_alone? = @drive.profile.rating[:feedback] == [ "halls" ]

    def observed(samples, turns)
      Gallop::Feedback::Turn.new(samples.map { |sample| look(sample) }, turns: turns, counts: expected_counts, pole_pairs: @drive.pole_pairs,
                                 index: stage.sheet.asks?("index") && stage.sheet["index"] == "yes", halls: device.to_s.end_with?("halls"), halls_alone: halls_alone?, shaft: stage.shaft)
    end

    def look(sample)
      raw = sample.raw
      Gallop::Feedback::Turn::Look.new(count: sample.count, halls: raw["feedback.halls"], index_count: raw["feedback.index_count"], index_distance: raw["feedback.index_distance"])
    end

    # As the device was given; else as the drive reckons.
    def expected_counts = stage.facts.counts || @drive.live_values.fetch("feedback.counts_per_turn")

    def keep(turn)
      verdict = turn.findings.any? { |finding| finding.severity != :note } ? "failed" : "proven"
      proof = Proof.keep(@drive, kind: Proof::HAND_TURN, verdict: verdict, result: result(turn), values: RESTS_ON, facts: FACTS)
      @drive.log("proof", verdict == "proven" ? "Counts a turn as it should" : "Feedback not right", sentence(turn))
      proof
    end

    def result(turn)
      { turns: turn.turns, counts: turn.counts_seen, expected: turn.counts_expected, index_pulses: turn.index_pulses, forward: turn.forward_steps, backward: turn.backward_steps, states: turn.hall_states,
        findings: turn.findings.map { |finding| finding.to_h.slice(:id, :severity, :headline, :reason, :remedy) } }
    end

    def sentence(turn)
      counts = ->(figure) { Gallop::Quantities.format(figure, nil, 0) }
      "#{counts.(turn.counts_seen)} counts in #{turn.turns.round(2)} #{@drive.profile.slides? ? 'pole pair pitches' : 'turns'} by hand, #{counts.(turn.counts_expected)} expected.#{turn.findings.first && " #{turn.findings.first.headline}."}"
    end
  end
end

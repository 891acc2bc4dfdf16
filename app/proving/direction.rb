# frozen_string_literal: true

module Proving
  # "Turns in the right direction": the technician says what was seen at the machine, Gallop adds what was measured
  # while the motor turned.
  class Direction < Test
    LOOK_BACK = 60.0 # s of live figures that are searched
    SHORTEST = 0.5 # s of steady turning that are needed

    begun_with seen: %w[forward backward nothing]
    rests_on values: %w[
               motor.pole_pairs
               motor.pole_pair_pitch
               feedback.direction
               feedback.commutation_offset
               feedback.counts_per_turn
               limits.direction
               limits.polarity
             ],
             facts: {
               "motor" => %w[type pole_pairs pole_pitch],
               "feedback" => %w[device direction],
               "mechanics" => %w[mechanism gear_motor gear_output]
             }

    def needs = general_needs.linked + [turned]

    def announcement
      Announcement.new(
        moves: nil,
        lasts: 0.0,
        sentence: "Nothing is moved by it: it looks at how the motor turned last, within the last minute."
      )
    end

    # @param seen [String] as the technician saw the machine move
    def perform(_run, seen:)
      measured = measure(latest_turn || raise(Gallop::Identify::Undecided, "The #{NOT_TURNED}. #{TURN_IT}"))
      expected = measured[:demanded].positive? ? "forward" : "backward"
      wrong = wrong_way(measured, seen, expected)
      Verdict.new(
        passed: seen == expected && measured[:agrees],
        headline: sentence(measured, seen),
        rows: rows(measured, seen, expected),
        findings: wrong ? wrong.findings : [],
        estimates: wrong ? wrong.estimates : []
      )
    end

    private

    NOT_TURNED = "motor has not turned steadily for #{SHORTEST} s within the last minute".freeze
    TURN_IT = "Start it, let it turn, then say what you saw."
    private_constant :NOT_TURNED, :TURN_IT

    def turned
      turn = latest_turn
      lasted = turn && "for #{Gallop::Quantities.format(duration(turn), "s", 1)}"
      Needs.need("turned", "Turned within the last minute", !turn.nil?, lasted, "the #{NOT_TURNED}", TURN_IT)
    end

    # The latest stretch in which the demand stood still at something other than zero.
    def latest_turn
      return @latest_turn if defined?(@latest_turn)
      samples = drive.connection&.samples&.since(Process.clock_gettime(Process::CLOCK_MONOTONIC) - LOOK_BACK).to_a
      @latest_turn =
        samples
          .slice_when { |a, b| a["speed.demand"] != b["speed.demand"] || a.state != b.state }
          .select { |part| steady?(part) }
          .last
    end

    def steady?(part) =
      part.first.state == :operation_enabled && part.first["speed.demand"].nonzero? && duration(part) >= SHORTEST
    def duration(part) = part.last.at - part.first.at

    def measure(samples)
      settled = samples.drop(samples.size / 3)
      speed = mean(settled, "speed.actual")
      demand = samples.first["speed.demand"]
      {
        demanded: demand,
        speed: speed,
        current: mean(settled, "motor.current"),
        seconds: duration(samples),
        agrees: speed * demand > 0 && (speed - demand).abs <= [0.1 * demand.abs, 5].max
      }
    end

    def mean(samples, key) = samples.sum { |sample| sample[key] } / samples.size.to_f

    def rows(measured, seen, expected)
      [
        ["Seen", seen],
        ["Expected", expected],
        ["Demanded", speed(measured[:demanded])],
        ["Measured", speed(measured[:speed])],
        ["Motor current", Gallop::Quantities.format(measured[:current], "A", 2)],
        ["Turning for", Gallop::Quantities.format(measured[:seconds], "s", 1)]
      ]
    end

    # Where the drive turned as it was told, and the machine wants it the other way round.
    # @return [Gallop::Identify::WrongWay, nil]
    def wrong_way(measured, seen, expected)
      return unless measured[:agrees] && seen != "nothing" && seen != expected
      Gallop::Identify::WrongWay.new(
        kind: drive.profile.motor_kind,
        counts: drive.has.include?(:counts),
        asked: expected,
        seen: seen,
        polarity: drive.live_values[Gallop::Cia402::Polarity::KEY],
        thing: drive.profile.slides? ? "moving part" : "shaft"
      )
    end

    def speed(figure) = Gallop::Quantities.format(figure, drive.profile.speed_unit, 1)

    def sentence(measured, seen)
      "Seen: #{seen}. Demanded #{speed(measured[:demanded])}, measured #{speed(measured[:speed])} " \
        "at #{Gallop::Quantities.format(measured[:current], "A", 2)}."
    end
  end
end

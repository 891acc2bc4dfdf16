# frozen_string_literal: true

module Proving
  # "Turns in the right direction": the technician says what was seen at the machine, Gallop adds what was measured while the motor turned.
  class Direction
    LOOK_BACK = 60.0   # s of live figures that are searched
    SHORTEST = 0.5     # s of steady turning that are needed
    RESTS_ON = %w[motor.pole_pairs motor.pole_pair_pitch feedback.direction feedback.commutation_offset feedback.counts_per_turn limits.direction].freeze
    FACTS = { "motor" => %w[type pole_pairs pole_pitch], "feedback" => %w[device direction], "mechanics" => %w[mechanism gear_motor gear_output] }.freeze

    # The test cannot be concluded; the message says what is missing.
    class Undecided < Gallop::Refusal
      kind :not_now
    end

    def initialize(drive)
      @drive = drive
    end

    # @param seen [String] forward, backward or nothing, as the technician saw the machine move
    # @return [Proof] @raise [Undecided]
    def conclude(seen:)
      measured = measure(latest_turn)
      expected = measured[:demanded].positive? ? "forward" : "backward"
      verdict = seen == expected && measured[:agrees] ? "proven" : "failed"
      proof = Proof.keep(@drive, kind: Proof::DIRECTION, verdict: verdict, result: measured.merge(seen: seen, expected: expected), values: RESTS_ON, facts: FACTS)
      @drive.log("proof", "Direction #{verdict == 'proven' ? 'proven' : 'not right'}", sentence(measured, seen))
      proof
    end

    private

    # The latest stretch in which the demand stood still at something other than zero.
    def latest_turn
      connection = @drive.connection!
      samples = connection.samples.since(Process.clock_gettime(Process::CLOCK_MONOTONIC) - LOOK_BACK)
      stretch = samples.slice_when { |a, b| a["speed.demand"] != b["speed.demand"] || a.state != b.state }
                       .select { |part| steady?(part) }.last
      stretch or raise Undecided, "The motor has not turned steadily for #{SHORTEST} s within the last minute. Start it, let it turn, then say what you saw."
    end

    def steady?(part)
      part.first.state == :operation_enabled && part.first["speed.demand"].nonzero? && part.last.at - part.first.at >= SHORTEST
    end

    def measure(samples)
      settled = samples.drop(samples.size / 3)
      speed = mean(settled, "speed.actual")
      demand = samples.first["speed.demand"]
      { demanded: demand, speed: speed.round(1), current: mean(settled, "motor.current").round(3), seconds: (samples.last.at - samples.first.at).round(2),
        agrees: speed * demand > 0 && (speed - demand).abs <= [ 0.1 * demand.abs, 5 ].max }
    end

    def mean(samples, key) = samples.sum { |sample| sample[key] } / samples.size.to_f

    def sentence(measured, seen)
      text = ->(speed) { Gallop::Quantities.format(speed, @drive.profile.speed_unit, 1) }
      "Seen: #{seen}. Demanded #{text.(measured[:demanded])}, measured #{text.(measured[:speed])} at #{Gallop::Quantities.format(measured[:current], 'A', 2)}."
    end
  end
end

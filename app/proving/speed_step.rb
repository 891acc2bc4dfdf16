# frozen_string_literal: true

module Proving
  # A step of the speed there and back, held against what was rehearsed with the gains that the drive has.
  class SpeedStep < Spin
    motion Motion::Mode::TURNING
    rests_on values:
               Tuning::VALUES.values_at("speed", "current").flatten +
                 %w[motor.torque_constant feedback.counts_per_turn ramps.acceleration],
             facts: {
               "motor" => %w[type],
               "mechanics" => %w[mechanism gear_motor gear_output]
             }

    def announcement
      Announcement.new(
        moves:
          "The #{thing} steps forward to #{pace || "a speed"} and back to rest, then the same backward: never " \
            "further than there is room.",
        lasts: 4.0 + 2 * (Gallop::Tune::Step::HOLD + 1.0),
        sentence: "A short push each way is normal; a whine that stays is a loop that swings: Escape ends it."
      )
    end

    private

    def least_room = Gallop::Tune::Step.least_room(electrics)
    def usual = @usual ||= [Gallop::Tune::Step.usual_room(drive.profile), *most_of_stroke].min
    def pace
      return unless drive.connection&.online?
      shaft.text(:fine_speed, Gallop::Tune::Step.speed(electrics, usual))
    end

    def tuning = @tuning ||= Tuning.new(drive)
    def electrics = tuning.stage_of(drive.live_values)

    def procedure(instrument, room:)
      Gallop::Tune::Step.new(
        instrument,
        room: reckoned(room),
        gains: tuning.gains_of(drive.live_values),
        mechanism: tuning.evidence.mechanism,
        stage: electrics
      )
    end
  end
end

# frozen_string_literal: true

module Proving
  # The motor of a frequency drive goes by its ramp to a speed and back; its current is held against what is reckoned.
  class RunUp < FreeRun
    motion Motion::Mode::TURNING
    rests_on values: FreeRun.rests_on[:values] + Tuning::OfFrequency::VALUES.values.flatten,
             facts: FreeRun.rests_on[:facts]

    def announcement
      Announcement.new(
        moves: "The shaft goes by its ramp to #{speed ? shaft.text(:fine_speed, speed) : "a speed"}, and back to rest.",
        lasts: 2 * (ramp_to_speed + Gallop::Tune::RunUp::HOLD),
        sentence: "A hum that rises is normal; a growl that comes and goes is a motor that swings: Escape ends it."
      )
    end

    # As it is set, whatever tells its speed.
    def perform(run, **given) = carried_out(run, **given)

    private

    def speed
      @speed ||= drive.connection&.online? ? Gallop::Tune::RunUp.speed(figures) : nil
    end

    def ramp_to_speed = speed ? Gallop::Identify::FreeRun.ramp(figures, speed) : 5.0

    def procedure(instrument) =
      Gallop::Tune::RunUp.new(instrument, motor: Gallop::Tune::Induction.of(drive.profile, drive.live_values))
  end
end

# frozen_string_literal: true

module Proving
  # A move to a place and back, held against what was rehearsed with the values that the drive has.
  class PositionMove < SpeedStep
    motion Motion::Mode::PLACING
    begun_with room: (0.1..MOST_ROOM)
    rests_on values:
               SpeedStep.rests_on[:values] + Tuning::VALUES.fetch("position") + Gallop::Tune::QuietMoves::KEYS +
                 %w[ramps.deceleration ramps.profile_speed ramps.shape ramps.jerk],
             facts: SpeedStep.rests_on[:facts]

    def announcement
      Announcement.new(
        moves: "The #{thing} goes forward by #{distance || "some way"}, at up to #{pace || "a speed"}, and back.",
        lasts: 8.0,
        sentence: "A short push at each end is normal; a whine that stays is a loop that swings: Escape ends it."
      )
    end

    private

    def usual = @usual ||= [USUAL, super].min
    def distance = told_if_online { shaft.text(:angle, way.distance) }
    def pace = told_if_online { shaft.text(:fine_speed, way.cruise) }
    def way = Gallop::Tune::Way.within(electrics, usual)
    def told_if_online = (yield if drive.connection&.online?)

    USUAL = 3.0 # turns, or pole pair pitches
    private_constant :USUAL

    def procedure(instrument, room:) = Gallop::Tune::Move.new(instrument, room: reckoned(room), **model)

    # What is known of the loops and of what hangs on them.
    def model
      { gains: tuning.gains_of(drive.live_values), mechanism: tuning.evidence.mechanism, stage: electrics }
    end
  end
end

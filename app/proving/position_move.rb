# frozen_string_literal: true

module Proving
  # A move to a place and back, held against what was rehearsed with the values that the drive has.
  class PositionMove < SpeedStep
    motion Motion::Mode::PLACING
    rests_on values:
               SpeedStep.rests_on[:values] + Tuning::VALUES.fetch("position") + Gallop::Tune::QuietMoves::KEYS +
                 %w[ramps.deceleration ramps.profile_speed ramps.shape ramps.jerk],
             facts: SpeedStep.rests_on[:facts]

    def announcement
      Announcement.new(
        moves: "The #{thing} goes forward by #{distance}, at up to #{pace || "a speed"}, and back.",
        lasts: 8.0,
        sentence: "A short push at each end is normal; a whine that stays is a loop that swings: Escape ends it."
      )
    end

    private

    def least_room = Gallop::Tune::Move.least_room
    def usual = @usual ||= [USUAL, super].min
    def distance =
      ["most of the room", told_if_online { "at most #{shaft.text(:angle, way.distance)}" }].compact.join(", ")
    def pace = told_if_online { shaft.text(:fine_speed, way.cruise) }
    def way = Gallop::Tune::Way.within(electrics, ROOM.end)
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

# frozen_string_literal: true

module Proving
  # A move as it is set, and once more with the swing of its load taken out of it. What does that is lent for the second
  # move alone, and proposed.
  class QuietMoves < PositionMove
    motion Motion::Mode::PLACING
    in_parts true
    rests_on values: PositionMove.rests_on[:values] - Gallop::Tune::QuietMoves::KEYS,
             facts: PositionMove.rests_on[:facts]

    def announcement
      Announcement.new(
        moves:
          "The #{thing} goes forward by #{distance}, at up to #{pace || "a speed"}, and back; then the " \
            "same once more, more gently.",
        lasts: 16.0 + Gallop::Tune::QuietMoves::LONGEST_FADING,
        sentence: "The load swings after the first of them; between both it is given time to come to rest."
      )
    end

    private

    def procedure(instrument, room:) =
      Gallop::Tune::QuietMoves.new(instrument, drive.live_values, room: reckoned(room), **model)
  end
end

# frozen_string_literal: true

module Proving
  # How the mechanics answer to torque at each frequency: what rings, and where.
  class Response < Spin
    motion Motion::Mode::TURNING
    rests_on values: superclass.rests_on[:values] + %w[motor.torque_constant speed_loop.load_inertia],
             facts: superclass.rests_on[:facts]

    def announcement
      Announcement.new(
        moves:
          "The #{thing} goes slowly forward and back, up to #{Gallop::Identify::Response::MOST_PASSES} passes" \
            "#{" at about #{pace}" if pace}, never further than there is room.",
        lasts: Gallop::Identify::Response::USUAL_PASSES * Gallop::Identify::Response::LASTS + 4.0,
        sentence: "A hiss and rumble of many tones at once for some seconds is normal; a knock is not: Escape ends it."
      )
    end

    private

    def least_room = Gallop::Identify::Response.least_room(LiveFigures.new(drive))

    def pace
      return unless drive.connection&.online?
      shaft.text(:fine_speed, Gallop::Identify::Response.speed(LiveFigures.new(drive), usual))
    end

    def procedure(instrument, room:) = Gallop::Identify::Response.new(instrument, room: reckoned(room))
  end
end

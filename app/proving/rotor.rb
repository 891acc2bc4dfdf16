# frozen_string_literal: true

module Proving
  # Magnetising current and cage of an induction motor, at standstill.
  class Rotor < Identification
    rests_on values: %w[motor.rated_current motor.rated_voltage motor.rated_frequency limits.current],
             facts: {
               "motor" => %w[type]
             }

    def announcement
      Announcement.new(
        moves: "The shaft stands; it may tremble.",
        lasts: 18.0,
        sentence: "Direct current in four steps, then a hum of 24 Hz and one of 14 Hz for a second each."
      )
    end

    private

    def procedure(instrument) = Gallop::Identify::Rotor.new(instrument)
  end
end

# frozen_string_literal: true

module Proving
  # How long the holding brake takes to let go and to grip, by the shaft.
  class BrakeTimes < Identification
    rests_on values: %w[motor.rated_current motor.pole_pairs feedback.kind feedback.counts_per_turn brake.fitted],
             facts: {
               "motor" => %w[type pole_pairs],
               "power" => %w[brake]
             }

    def eyes
      [
        Eye.new(id: "nobody", sentence: "Nobody is near the machine, and nothing hangs where it could fall"),
        Eye.new(id: "room", sentence: "There is room for #{Way.of(drive, TURNS)} in both directions")
      ]
    end

    def announcement
      Announcement.new(
        moves:
          "The brake opens and grips three times; the field turns the shaft by up to #{Way.of(drive, TURNS)} at " \
            "#{Way.speed(drive, Gallop::Identify::BrakeTimes::TURNING)}, and holds it meanwhile.",
        lasts: 22.0,
        sentence: "Its clicks are heard six times."
      )
    end

    private

    TURNS = 2 # electrical, in a stroke
    private_constant :TURNS

    def procedure(instrument) = Gallop::Identify::BrakeTimes.new(instrument)
  end
end

# frozen_string_literal: true

module Proving
  # How far a motor goes with its field.
  module Way
    # @param turns [Numeric] electrical @return [String]
    def self.of(drive, turns)
      if drive.profile.slides?
        entry = drive.profile.fetch("motor.pole_pair_pitch")
        return Gallop::Quantities.format(turns * entry.figure(drive.live_values.fetch(entry.key)), entry.unit, 1)
      end
      share = turns / drive.pole_pairs.to_f
      return Gallop::Quantities.format(share, "turns", 2) if share >= 1
      Gallop::Quantities.format(360 * share, "°", 1)
    end

    # @param frequency [Float] Hz of the field @return [String]
    def self.speed(drive, frequency)
      return "#{of(drive, frequency)}/s" if drive.profile.slides?
      Gallop::Quantities.format(60 * frequency / drive.pole_pairs, "rpm", 0)
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Tune
    # A first set of gains before anything was measured, out of what is known of the inertia: soft enough for whatever
    # may hang on the motor, stiff enough for it to turn.
    module Soft
      CROSSOVER = 6.0 # Hz of all the inertia that is set
      OF_ROTOR = 25.0 # Hz of the rotor alone: what swings behind a spring leaves no more of the inertia
      INTEGRAL = 6.0 # of a radian of the crossover
      POSITION = 0.16 # of the crossover

      # @param gains [Gains] @return [Gains] without notches
      def self.of(gains)
        omega = crossover(gains)
        gains.with(
          speed_gain: omega * gains.inertia_set,
          integral_time: INTEGRAL / omega,
          notches: [],
          acceleration_ahead: 1.0,
          position_gain: gains.position_gain.positive? ? POSITION * omega : 0.0
        )
      end

      # rad/s
      def self.crossover(gains)
        2 * Math::PI * [CROSSOVER, OF_ROTOR * gains.rotor_set / gains.inertia_set].min
      end
    end
  end
end

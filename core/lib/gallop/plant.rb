# frozen_string_literal: true

module Gallop
  # Physics for the stand-in drives and for predictions. Every part keeps its state in float instance variables, is
  # advanced by a step method that allocates nothing, and knows only its own quantities; a Plant::Axis (see paddock)
  # wires the parts up. New motors answer #apply(v_alpha, v_beta, angle, speed, dt); new mechanics answer
  # #turn(torque, dt); both then fit without change.
  module Plant
    TWO_PI = 2 * Math::PI
    COPPER_TEMPERATURE_COEFFICIENT = 0.00393 # 1/K at 20 °C, IEC 60028
    # |i_u| + |i_v| + |i_w| of three legs: twice the largest, as they add up to nothing. A
    def self.legs_current(i_alpha, i_beta)
      across = 0.8660254037844386 * i_beta.abs + 0.5 * i_alpha.abs
      2 * (across > i_alpha.abs ? across : i_alpha.abs)
    end

    REFERENCE_TEMPERATURE = 293.15 # K, at which resistances are given
  end
end

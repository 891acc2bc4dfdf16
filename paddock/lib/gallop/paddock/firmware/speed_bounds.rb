# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # How fast a servo may go, in each direction: by its limits, the envelope and the output frequency.
      class SpeedBounds < Part
        NO_BACKWARD = 1 # of limits.direction
        NO_FORWARD = 2

        # rad/s, both positive
        attr_reader :top, :backward
        # Whether what was asked for last was more.
        attr_accessor :clamped

        def wake
          @clamped = false
        end

        def settings_changed
          most = [of_shaft("limits.motor_speed"), of_shaft("ramps.profile_speed_limit")].min
          @top = [most * share, frequency_end].min
          set = of_shaft("limits.backward_speed")
          @backward = set.positive? ? [set * share, @top].min : @top
          @locked = raw("limits.direction")
        end

        # @return [Float] rad/s of what is asked for
        def held(target)
          limited = target.clamp(-@backward, @top)
          locked = (@locked == NO_BACKWARD && limited.negative?) || (@locked == NO_FORWARD && limited.positive?)
          limited = 0.0 if locked
          @clamped = limited != target
          limited
        end

        # @param direction [Numeric] by its sign
        def towards(direction) = direction.negative? ? @backward : @top

        private

        def share = setting("envelope.speed") / 100
        def of_shaft(key) = drive.of_shaft(key, :speed)

        # A motor with brushes has none.
        def frequency_end
          frequency = drive.profile.rating[:output_frequency]
          frequency ? Plant::TWO_PI * frequency / drive.pole_pairs : Float::INFINITY
        end
      end
    end
  end
end

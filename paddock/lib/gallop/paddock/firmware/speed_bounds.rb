# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # How fast a servo may go, in each direction: by its limits, the envelope and the output frequency.
      class SpeedBounds < Part
        # rad/s, both positive
        attr_reader :top, :backward
        # Whether what was asked for last was more.
        attr_accessor :clamped

        def wake
          @clamped = false
        end

        def settings_changed
          most = [of_shaft("limits.motor_speed"), of_shaft("ramps.profile_speed_limit")].min
          @top = [most * setting("envelope.speed") / 100, frequency_end].min
          @backward = drive.backward(@top, of_shaft("limits.backward_speed"))
        end

        # @return [Float] rad/s of what is asked for
        def held(target)
          limited = target.clamp(-@backward, @top)
          limited = 0.0 if drive.locked?(limited)
          @clamped = limited != target
          limited
        end

        # @param direction [Numeric] by its sign
        def towards(direction) = direction.negative? ? @backward : @top

        private

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

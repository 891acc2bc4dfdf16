# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What has the loops of a servo: 4000 times a second it says what speed is wanted, how fast that changes, and with
      # how much torque at most. One at a time; the next takes over at the speed that the last leaves.
      class Occupation < Part
        JERK_LIMITED = 3 # of ramps.shape
        LONGEST_ROUNDING = 2.0 # s, beyond which a ramp is no ramp any more

        attr_reader :speed, :rate

        # N·m that it asks for at most
        def bound = Float::INFINITY

        # @param speed [Float] rad/s at which it takes over
        def begin(speed)
          @speed = speed
          @rate = 0.0
        end

        # Every period of the position loop.
        def demand = raise(NotImplementedError)

        # @param loop [Control::SpeedLoop] @param speed [Float] rad/s as measured @param ahead [Float] N·m
        # @return [Float] N·m
        def torque(loop, speed, ahead, most) = loop.step(@speed, speed, ahead, bound < most ? bound : most)

        # rad/s at which another takes over
        def leaves_at = drive.speed

        private

        def dt = Servo::POSITION_DT
        def bounds = drive.bounds

        # @param present [Control::Smoothing, nil] @param step [Numeric] of acceleration, in the unit of the jerk times
        # seconds @return [Control::Smoothing, nil] the window in which the acceleration may change by that step
        def rounding(present, step, begins_at)
          return unless raw("ramps.shape") == JERK_LIMITED
          window = [step.to_f / raw("ramps.jerk"), LONGEST_ROUNDING].min
          Control::Smoothing.of(present, window: window, dt: dt, begins_at: begins_at)
        end
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # A pulse asks for torque: it gives it, less and less in the last part before the highest speed; without any it
      # brakes with what the pulse asks for, as a loop at rest that is bounded.
      class TorqueByPulse < Occupation
        TAPER = 0.1 # of the highest speed

        def wake
          @speed = @rate = @share = 0.0
          @top = 1.0
        end

        def demand
          share = drive.pulse_share
          @speed = bounds.held((share <=> 0.0) * bounds.top)
          @rate = 0.0
          @share = @speed == 0.0 ? 0.0 : share
          @top = drive.most_by_pulse(@share)
        end

        def torque(loop, speed, _ahead, most)
          return loop.step(0.0, speed, 0.0, drive.pulse_braking(most)) if @share == 0.0
          loop.reset
          loop.clamp(@share * ((@top - speed * (@share <=> 0.0)) / (TAPER * @top)).clamp(-1.0, 1.0) * most)
        end
      end
    end
  end
end

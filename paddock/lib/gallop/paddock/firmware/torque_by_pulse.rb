# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What the speed loop does while a pulse asks for torque: it gives it, less and less in the last part before the
      # highest speed; without any it brakes with what the pulse asks for, as a loop at rest that is bounded.
      class TorqueByPulse
        TAPER = 0.1 # of the highest speed

        # @param share [Float] −1 to 1 of the torque limit @param brake [Float] 0 to 1 of it, where the share is nothing
        # @param top [Float] rad/s, the highest speed in that direction
        def ask(share, brake, top)
          @share = share
          @brake = brake
          @top = top
        end

        # @param loop [Control::SpeedLoop] @return [Float] N·m
        def torque(loop, speed, bound)
          return loop.step(0.0, speed, 0.0, @brake * bound) if @share == 0.0
          loop.reset
          @share * ((@top - speed * (@share <=> 0.0)) / (TAPER * @top)).clamp(-1.0, 1.0) * bound
        end
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # The holding brake of an axis that the drive releases itself: the motor holds the load until the brake has
      # opened, and after a stop until it has closed again.
      module HoldingBrake
        private

        def start_brake
          @release_left = 0.0
          @engage_left = nil
        end

        def brake_ours? = axis.brake && @effective["brake.fitted"] == 1

        def release_brake
          return unless brake_ours?
          axis.brake.powered = true
          @release_left = setting("brake.release_time") / 1000
          @engage_left = nil
        end

        def engage_brake
          axis.brake.powered = false if axis.brake
          @release_left = 0.0
        end

        # Set-points wait for it.
        def brake_opening? = @release_left.positive?

        def tend_holding_brake(dt)
          @release_left -= dt if @release_left.positive?
        end

        # At the end of a stop: lets the brake close. @return [Boolean] whether it has, or there is none to wait for
        def brake_closed_after?(dt)
          return true unless brake_ours?
          engage_brake
          @engage_left ||= setting("brake.engage_time") / 1000
          @engage_left -= dt
          @engage_left <= 0
        end
      end
    end
  end
end

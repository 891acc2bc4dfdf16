# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # The holding brake of an axis that the drive releases itself: the motor holds the load until the brake has
      # opened, and after a stop until it has closed again.
      class HoldingBrake < Part
        BY_THE_DRIVE = 1 # of brake.fitted

        def wake
          @release_left = 0.0
          @engage_left = nil
        end

        def settings_changed
          @holding = raw("brake.voltage_hold") ? setting("brake.voltage_hold") / 100 : 1.0
          axis.brake.voltage = @holding if open? && !opening?
        end

        def release
          return if !ours? || axis.brake.powered
          axis.brake.powered = true
          axis.brake.voltage = 1.0
          @release_left = setting("brake.release_time") / 1000
          @engage_left = nil
        end

        def engage
          axis.brake.powered = false if axis.brake
          @release_left = 0.0
        end

        def open? = ours? && axis.brake.powered

        # Set-points wait for it.
        def opening? = @release_left.positive?

        def each_millisecond(dt)
          return unless @release_left.positive?
          @release_left -= dt
          axis.brake.voltage = @holding if @release_left <= 0
        end

        # At the end of a stop: lets the brake close. @return [Boolean] whether it has, or there is none to wait for
        def closed_after?(dt)
          return true unless ours?
          engage
          @engage_left ||= setting("brake.engage_time") / 1000
          @engage_left -= dt
          @engage_left <= 0
        end

        def signals = { "brake.open" => -> { axis.brake&.powered ? 1 : 0 } }

        private

        def ours? = axis.brake && raw("brake.fitted") == BY_THE_DRIVE
      end
    end
  end
end

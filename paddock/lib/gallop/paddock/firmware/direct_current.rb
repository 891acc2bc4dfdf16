# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Direct current that brakes a motor without feedback at the end of a stop: below its speed the ramp hands over,
      # the current is held by its own measurement, and for its time after that the stop is over. Where it takes the
      # place of the ramp the field of before has to die away first, with the power stage off.
      class DirectCurrent < Part
        RATE = 40.0 # V/s of the integral, for each ampere that is missing

        def wake
          @under_way = @at_speed = false
          @since = @voltage = 0.0
        end

        def settings_changed
          @current = setting("dc_brake.current") / 100 * setting("motor.rated_current") * SQRT2
          @time = setting("dc_brake.time").to_f
          @speed = setting("dc_brake.speed").to_f
        end

        def under_way? = @under_way
        def done? = @since >= @time

        # Whether it took over from a motor at speed: nobody knows how fast that turns by now.
        def at_speed? = @at_speed

        # Every millisecond of a stop. @param speed [Float] rpm of the ramp @param instead [Boolean] of the ramp
        # @return [Boolean] whether it has just begun, and the ramp is over
        def takes_over?(speed, dt, instead: false)
          return false unless @current.positive?
          return (@since += dt) && false if @under_way
          return false if speed.abs > @speed && !instead
          @at_speed = speed.abs > @speed
          @voltage = @current * setting("motor.stator_resistance")
          @under_way = true
        end

        # In the axis of phase U, for a period.
        def step(dt)
          @voltage = (@voltage + RATE * (@current - axis.sensor.i_alpha) * dt).clamp(0.0, axis.voltage_limit)
          axis.drive(@voltage, 0.0, dt)
        end
      end
    end
  end
end

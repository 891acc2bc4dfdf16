# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Direct current that brakes a motor without feedback at the end of a stop: below its speed the ramp hands over,
      # the current is held by its own measurement, and for its time after that the stop is over.
      module DirectCurrent
        RATE = 40.0 # V/s of the integral, for each ampere that is missing

        private

        def start_direct_current
          @direct = false
          @direct_for = @direct_voltage = 0.0
        end

        def take_direct_current
          @direct_current = setting("dc_brake.current") / 100 * @rated_current_peak
          @direct_time = setting("dc_brake.time").to_f
          @direct_speed = setting("dc_brake.speed").to_f
        end

        # Every millisecond. Whoever wants to go on gets the ramp back.
        def tend_direct_current(dt, stop)
          return start_direct_current unless stop && @direct_current.positive?
          if @direct
            @direct_for += dt
          elsif @ramp.speed.abs <= @direct_speed
            @direct = true
            @direct_voltage = @direct_current * setting("motor.stator_resistance")
            @modulator.reset
            @ramp.reset(0.0)
          end
        end

        def direct_current_done? = @direct_for >= @direct_time

        # In the axis of phase U.
        def drive_direct_current(sensor)
          axis = @axis
          error = @direct_current - sensor.i_alpha
          @direct_voltage = (@direct_voltage + RATE * error * Frequency::DT).clamp(0.0, axis.voltage_limit)
          axis.drive(@direct_voltage, 0.0, Frequency::DT)
        end
      end
    end
  end
end

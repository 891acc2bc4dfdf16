# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Takes over a motor that turns already: with little voltage the field goes down from the highest frequency. As
      # long as it is faster than the rotor, the current in phase drives; where it turns to braking, the rotor has been
      # passed. From there the voltage is built up. A light motor that stands is dragged along a little: so it looks no
      # further than limits, permitted directions and envelope let a motor turn.
      class Catching < Part
        NO = 0 # of output.flying_start
        COMMANDED = 2
        SHARE = 0.2 # of the voltage while it looks
        SWEEP = 1.5 # s from the highest frequency to nothing, in one direction
        LOWEST = 0.04 # of the highest frequency, below which a motor counts as standing
        SURE = 0.02 # s of braking current
        BRAKES = 0.02 # of the rated current
        BUILDS = 0.4 # s in which the voltage comes

        def wake
          @looking = @building = false
          @share = 1.0
        end

        def settings_changed
          @wanted = raw("output.flying_start")
          @brakes = -BRAKES * setting("motor.rated_current") * SQRT2
        end

        # The stage is switched on. @param tops [Array<Float>] rpm, signed: how far to look, in the order in which to;
        # first the direction in which it will be asked to turn
        def begin(tops)
          wake
          @tops = @wanted == COMMANDED ? tops.first(1) : tops
          return if @wanted == NO || @tops.empty?
          @looking = true
          @share = SHARE
          try_next
        end

        def looking? = @looking

        # rpm that the field turns by while it looks
        attr_reader :speed
        # of the voltage of the curve
        attr_reader :share

        # A millisecond of it. @param active [Float] A peak in phase, positive as it drives
        # @return [Float, nil] rpm where the motor is taken over, once it has been found or stands
        def look(active, dt)
          @braking_for = active < @brakes ? @braking_for + dt : 0.0
          return take_over(@speed) if @braking_for > SURE
          @speed -= @top * dt / SWEEP
          return if @speed.abs > LOWEST * @top.abs
          try_next unless @tops.empty?
          take_over(0.0) if @speed.abs <= LOWEST * @top.abs
        end

        def each_millisecond(dt)
          return unless @building
          @share = [@share + (1 - SHARE) * dt / BUILDS, 1.0].min
          @building = @share < 1.0
        end

        private

        def try_next
          @speed = @top = @tops.first
          @tops = @tops.drop(1)
          @braking_for = 0.0
        end

        # A motor that stands gets what it would have had without looking.
        def take_over(speed)
          @looking = false
          @building = speed != 0.0
          @share = 1.0 unless @building
          speed
        end
      end
    end
  end
end

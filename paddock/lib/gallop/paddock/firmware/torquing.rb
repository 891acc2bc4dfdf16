# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Torque profile: the speed loop, bounded to the torque that is asked for, towards the highest speed in its
      # direction. Whatever drags the shaft beyond that speed is held there with the whole torque limit.
      class Torquing < Occupation
        attr_reader :bound

        def wake
          @speed = @rate = @goal = 0.0
          @bound = Float::INFINITY
        end

        # A command or a setting came. N·m, with its sign
        def settings_changed
          share = drive.memory.live["torque.target"] or return
          @goal = share / 1000.0 * drive.of_shaft("motor.rated_torque", :torque)
        end

        def demand
          speed = drive.speed
          too_fast = speed > bounds.top || speed < -bounds.backward
          @speed = bounds.held(((too_fast ? speed : @goal) <=> 0.0) * bounds.top)
          @bound = too_fast ? Float::INFINITY : @goal.abs
          bounds.clamped = too_fast
          @rate = 0.0
        end
      end
    end
  end
end

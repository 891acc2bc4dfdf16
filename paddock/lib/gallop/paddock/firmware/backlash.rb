# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Play between motor and load is made up for on a path: going backward the motor runs ahead by the whole of it, so
      # that the load comes to the same place from either side. Places are told as those of the load. A device at the
      # load sees the play by itself.
      class Backlash < Part
        SHARE = 0.25 # of the speed of a move, by which it is taken up

        # rad by which the motor stands off for it, zero or below
        attr_reader :slack
        # rad/s by which that changes just now
        attr_reader :rate

        def wake
          @slack = @rate = 0.0
        end

        def settings_changed
          seen = raw("second_feedback.role") == SecondFeedback::AT_THE_LOAD
          @play = seen ? 0.0 : raw("mechanics.backlash") * drive.radians
          @most = SHARE * drive.of_shaft("ramps.profile_speed", :speed) * Servo::POSITION_DT
          @slack = 0.0 if @play == 0.0
        end

        # Every period of the position loop. @param pace [Float] rad/s of the path
        def step(pace)
          @rate = 0.0
          return if @play == 0.0 || pace == 0.0
          missing = (pace.negative? ? -@play : 0.0) - @slack
          return if missing == 0.0
          travel = missing.clamp(-@most, @most)
          @slack += travel
          @rate = travel / Servo::POSITION_DT
        end
      end
    end
  end
end

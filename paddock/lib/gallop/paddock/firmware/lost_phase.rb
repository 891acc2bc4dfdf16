# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Watches whether all three motor phases carry current: over a period and a half of the output, the peak of one
      # stays at nothing while the others work.
      class LostPhase < PhaseMonitor
        SLOWEST = 3.0 # Hz of output below which a period is too long to judge by
        SHORTEST = 0.25 # s of a look
        NOTHING = 0.1 # of the largest phase's peak
        WORKING = 0.2 # of the rated current, which the largest phase must carry

        def each_millisecond(dt)
          frequency = drive.frequency_asked
          return wake unless @watches && drive.stage_on? && frequency > SLOWEST
          see(axis.sensor)
          @time += dt
          return if @time < [SHORTEST, 1.5 / frequency].max
          peaks = [@peak_u, @peak_v, @peak_w]
          look_anew
          conclude(peaks.max > @working && peaks.min < NOTHING * peaks.max)
        end

        private

        def look_anew
          @time = @peak_u = @peak_v = @peak_w = 0.0
        end

        def see(sensor)
          u = sensor.i_u
          v = sensor.i_v
          @peak_u = [@peak_u, u.abs].max
          @peak_v = [@peak_v, v.abs].max
          @peak_w = [@peak_w, (u + v).abs].max
        end
      end
    end
  end
end

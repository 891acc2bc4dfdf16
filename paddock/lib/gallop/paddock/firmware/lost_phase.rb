# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Watches whether all three motor phases carry current: over a period and a half of the output, the peak of one
      # stays at nothing while the others work.
      module LostPhase
        LOST_PHASE = 0xFF20
        SLOWEST = 3.0 # Hz of output below which a period is too long to judge by
        SHORTEST = 0.25 # s of a look
        NOTHING = 0.1 # of the largest phase's peak
        WORKING = 0.2 # of the rated current, which the largest phase must carry
        TRIPS = 2 # choice of monitors.output_phase

        private

        def forget_phases
          @phase_time = @peak_u = @peak_v = @peak_w = 0.0
        end

        def watch_phases(dt, frequency)
          return forget_phases unless @stage_on && frequency > SLOWEST && @effective["monitors.output_phase"] == TRIPS
          see_phases(axis.sensor)
          @phase_time += dt
          return if @phase_time < [SHORTEST, 1.5 / frequency].max
          peaks = [@peak_u, @peak_v, @peak_w]
          forget_phases
          if peaks.max > WORKING * @rated_current_peak && peaks.min < NOTHING * peaks.max
            trip(LOST_PHASE, Stopping::COAST)
          end
        end

        def see_phases(sensor)
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

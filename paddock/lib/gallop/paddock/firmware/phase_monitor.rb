# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What watching the phases of a motor has in common: what is set for one that carries nothing, and what was seen
      # last. How it is seen is each one's own, and the share WORKING of the rated current from which it looks.
      class PhaseMonitor < Part
        FAULT = 0xFF20
        WARNS = 1 # choices of monitors.output_phase
        TRIPS = 2

        def wake
          @missing = false
          look_anew
        end

        # Whether a phase carried nothing at the last look.
        def warns? = @missing

        def settings_changed
          @watches = raw("monitors.output_phase").to_i >= WARNS
          @trips = raw("monitors.output_phase") == TRIPS
          @working = self.class::WORKING * setting("motor.rated_current") * SQRT2
        end

        private

        # @param missing [Boolean] whether a phase is, by this look
        def conclude(missing)
          @missing = missing
          drive.trip(FAULT, Stopping::COAST) if missing && @trips
        end
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Watches what the phase currents leave when they are added up: what flows to earth. The mains has its earth in
      # the middle, so that a phase at earth sees half of the bus.
      class EarthFault < Part
        FAULT = 0x2330
        SHARE = 0.1 # of the drive's rated current, which is the most that cables leak
        LASTS = 0.005 # s

        def wake
          @beyond_for = 0.0
          @most = SHARE * drive.profile.rating[:current]
        end

        def settings_changed
          @watches = raw("monitors.earth_fault") == 1
        end

        def each_millisecond(dt)
          leak = drive.stage_on? ? axis.residual_current : 0.0
          axis.lose(0.5 * axis.bus.voltage * leak * dt) if leak.positive?
          @beyond_for = @watches && leak > @most ? @beyond_for + dt : 0.0
          drive.trip(FAULT, Stopping::COAST) if @beyond_for > LASTS
        end
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What a battery may give and take, turned into bounds of the torque. The bus is seen through a filter: a current
      # that falls with the voltage which it pulls down must not chase itself. What the power stage takes beyond torque
      # and winding, as it loses something, or as the speed is not what the drive believes, is seen and reckoned with.
      class BatteryLimit < Part
        FILTER = 0.02 # of the way each millisecond: about 50 ms
        QUICK = 0.1 # about 10 ms

        attr_reader :bounds, :current

        def wake
          @bounds = [-Float::INFINITY, Float::INFINITY]
          @current = @beyond = 0.0
        end

        def settings_changed
          cells = raw("battery.cells")
          @currents =
            Control::BatteryCurrents.new(
              discharge: setting("battery.discharge_current"),
              charge: setting("battery.charge_current"),
              taper: cells * setting("battery.taper_voltage"),
              ends_at: cells * setting("battery.end_voltage")
            )
          @heat = drive.winding_heat
        end

        def each_millisecond(_dt)
          seen = axis.bus_voltage
          @voltage = @voltage ? @voltage + FILTER * (seen - @voltage) : seen
          current = axis.bus_current
          @current += QUICK * (current - @current)
          @beyond += QUICK * (current * seen - reckoned - @beyond)
          @bounds = @currents.torques(drive.speed, @voltage, @heat, beyond: @beyond)
        end

        private

        # W
        def reckoned = drive.delivered_torque.then { |torque| (drive.speed + @heat * torque) * torque }
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Peaks, sums and counts since the start of the electronics.
      class Statistics < Part
        def wake
          @peak_bus = @peak_square = @peak_speed = @travelled = 0.0
          @peak_heat = drive.heat
          @peak_temperature = axis.heat_sink.temperature
          @lowest_bus = axis.bus_voltage
          @enables = @faults = @refreshes = @requests = 0
        end

        def enabled = @enables += 1
        def faulted = @faults += 1
        def refreshed = @refreshes += 1
        def asked = @requests += 1

        def each_millisecond(dt)
          bus = axis.bus_voltage
          @peak_bus = bus if bus > @peak_bus
          @lowest_bus = bus if bus < @lowest_bus
          square = drive.current_square
          @peak_square = square if square > @peak_square
          speed = drive.measured_speed.abs
          @peak_speed = speed if speed > @peak_speed
          @travelled += speed * dt
          heat = drive.heat
          @peak_heat = heat if heat > @peak_heat
          temperature = axis.heat_sink.temperature
          @peak_temperature = temperature if temperature > @peak_temperature
        end

        def figures
          records = drive.memory.records
          {
            "statistics.powered_time" => -> { records["powered_seconds"].floor },
            "statistics.enabled_time" => -> { records["enabled_seconds"].floor },
            "statistics.motoring_energy" => -> { axis.motoring_energy.round },
            "statistics.regenerated_energy" => -> { axis.regenerated_energy.round },
            "statistics.resistor_energy" => -> { axis.bus.resistor_energy.round },
            **peaks,
            **counts
          }
        end

        private

        def peaks
          {
            "statistics.peak_current" => -> { milli(Math.sqrt(@peak_square) / SQRT2) },
            "statistics.peak_bus" => -> { milli(@peak_bus) },
            "statistics.lowest_bus" => -> { milli(@lowest_bus) },
            "statistics.peak_speed" => -> { drive.raw_of("statistics.peak_speed", :speed, @peak_speed) },
            "statistics.peak_heat" => -> { [(@peak_heat * 1000).round, 0xFFFF].min },
            "statistics.peak_temperature" => -> { ((@peak_temperature - 273.15) * 10).round }
          }
        end

        def counts
          {
            "statistics.turns" => -> { (@travelled / Plant::TWO_PI).floor },
            "statistics.enables" => -> { @enables },
            "statistics.faults" => -> { @faults & 0xFFFF },
            "statistics.refreshes" => -> { @refreshes & 0xFFFFFFFF },
            "statistics.wire_requests" => -> { @requests & 0xFFFFFFFF }
          }
        end
      end
    end
  end
end

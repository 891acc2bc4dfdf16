# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # The current sensors: their offsets are taken off where the converter is read, so that loops, monitors and
      # shown figures all go by what is left.
      module Sensing
        SHOWN = 1 - Math.exp(-1.0 / 20) # of the way each millisecond: a low-pass of 20 ms

        private

        def start_sensing
          @shown_u = @shown_v = 0.0
        end

        def take_sensing
          axis.sensor.zero(*%w[sensing.offset_u sensing.offset_v].map { |key| profile[key] ? setting(key) : 0.0 })
        end

        # Every millisecond. Nothing else reads the sensors of a drive that is at rest.
        def tend_sensing
          sensor = axis.sensor
          axis.read_currents if idle?
          @shown_u += SHOWN * (sensor.i_u - @shown_u)
          @shown_v += SHOWN * (sensor.i_v - @shown_v)
        end

        def sensing_figures
          {
            "sensing.current_u" => -> { (@shown_u * 10_000).round },
            "sensing.current_v" => -> { (@shown_v * 10_000).round }
          }
        end
      end
    end
  end
end

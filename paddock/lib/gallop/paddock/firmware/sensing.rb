# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # The current sensors: their offsets are taken off where the converter is read, so that loops, monitors and
      # shown figures all go by what is left.
      class Sensing < Part
        SHOWN = 1 - Math.exp(-1.0 / 20) # of the way each millisecond: a low-pass of 20 ms
        OFFSETS = %w[sensing.offset_u sensing.offset_v].freeze

        def wake
          @shown_u = @shown_v = 0.0
        end

        # The offsets are those of what is taken, the converter has them of what it shows.
        def settings_changed
          assignment = Identify::Assignment.of(raw(Identify::Assignment::KEY))
          axis.assign_channels(assignment)
          offsets = OFFSETS.zip(assignment.signs).map { |key, sign| raw(key) ? sign * setting(key) : 0.0 }
          axis.sensor.zero(*(assignment.exchanged ? offsets.reverse : offsets))
        end

        # Nothing else reads the sensors of a drive that is at rest.
        def each_millisecond(_dt)
          sensor = axis.sensor
          axis.read_currents if drive.idle?
          @shown_u += SHOWN * (sensor.i_u - @shown_u)
          @shown_v += SHOWN * (sensor.i_v - @shown_v)
        end

        def figures
          {
            "sensing.current_u" => -> { (@shown_u * 10_000).round },
            "sensing.current_v" => -> { (@shown_v * 10_000).round }
          }
        end
      end
    end
  end
end

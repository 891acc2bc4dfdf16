# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # The input for what sits in the winding: a thermistor trips between two resistances (as EN 60947-8 has them), a
      # contact by opening, what measures by its temperature. A wire that is off, or a short, is no temperature.
      class MotorSensor < Part
        HOT = 0xFF50
        LOST = 0xFF51
        THERMISTOR = 1
        KTY = 2
        CONTACT = 4 # and a Pt1000 else
        TRIPS = 3600.0 # Ω
        RESETS = 1650.0
        SHORT = 20.0
        CLOSED = 100.0
        MEASURED = (300.0..3000.0) # Ω, beyond which nothing measures
        COOLER = 5.0 # K below the trip before it can be reset
        NOTHING = -273.15 # °C, where nothing measures

        def wake
          @hot = @lost = false
          @celsius = NOTHING
        end

        def settings_changed
          @kind = raw("monitors.motor_sensor")
          @trip_at = setting("monitors.motor_temperature").to_f if @kind
        end

        def each_millisecond(_dt)
          return wake if @kind.nil? || @kind.zero?
          ohms = axis.sensed_ohms
          @celsius = NOTHING
          case @kind
          when THERMISTOR
            @lost = ohms < SHORT
            @hot = ohms > (@hot ? RESETS : TRIPS)
          when CONTACT
            @hot = ohms > CLOSED
          else
            measure(ohms)
          end
          drive.trip(@lost ? LOST : HOT) if @lost || @hot
        end

        # Whether a fault of it may be reset.
        def cool? = !@hot && !@lost

        def figures = { "motor.winding_temperature" => -> { @celsius.round } }

        private

        def measure(ohms)
          @lost = !MEASURED.cover?(ohms)
          return @hot = false if @lost
          @celsius = @kind == KTY ? Plant::WindingSensor.kty_celsius(ohms) : Plant::WindingSensor.pt1000_celsius(ohms)
          @hot = @celsius > (@hot ? @trip_at - COOLER : @trip_at)
        end
      end
    end
  end
end

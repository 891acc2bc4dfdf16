# frozen_string_literal: true

module Gallop
  module Identify
    # What a drive may give in a test, by its own settings and the envelope that it has just now.
    module Permitted
      module_function

      # A peak of a vector, as α and β show it. @param instrument [Instrument]
      def most_current(instrument)
        rated = instrument.figure("motor.rated_current")
        most = [
          instrument.figure("limits.current") * rated,
          instrument.figure("motor.peak_current") || Float::INFINITY,
          instrument.profile.rating[:peak_current]
        ].min
        of_vector(instrument, most) * instrument.figure("envelope.torque")
      end

      # @return [Shaft]
      def shaft(instrument)
        return Shaft.turning unless instrument.profile.slides?
        Shaft.sliding(instrument.figure("motor.pole_pair_pitch"))
      end

      # rad/s of the shaft, in both directions
      def most_speed(instrument)
        limit = instrument.figure(instrument.profile.speed_command.fetch("limit"))
        backward = instrument.figure("limits.backward_speed").to_f
        limit = backward if backward.positive? && backward < limit
        shaft(instrument).reckoned(:speed, limit) * instrument.figure("envelope.speed")
      end

      # V·s peak of a phase of an induction motor, at rated voltage and frequency
      def rated_flux(instrument)
        Math.sqrt(2.0 / 3) * instrument.figure("motor.rated_voltage") /
          (2 * Math::PI * instrument.figure("motor.rated_frequency"))
      end

      # A peak of a vector at the motor's rated current.
      def rated_current(instrument) = of_vector(instrument, instrument.figure("motor.rated_current"))

      # N·m/A rms of the shaft; a linear motor turns once in a pole pair pitch.
      def torque_constant(instrument)
        constant = instrument.figure("motor.torque_constant")
        shaft(instrument).reckoned(:torque_constant, constant)
      end

      # The current of a motor with brushes flows between V and W: 2/√3 along β.
      def of_vector(instrument, current)
        current * (instrument.profile.motor_kind == :brushed ? 2 / Math.sqrt(3) : Math.sqrt(2))
      end
    end
  end
end

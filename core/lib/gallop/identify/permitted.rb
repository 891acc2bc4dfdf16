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

      # A peak of a vector at the motor's rated current.
      def rated_current(instrument) = of_vector(instrument, instrument.figure("motor.rated_current"))

      # N·m/A rms of the shaft; a linear motor turns once in a pole pair pitch.
      def torque_constant(instrument)
        constant = instrument.figure("motor.torque_constant")
        return constant unless instrument.profile.slides?
        Shaft.sliding(instrument.figure("motor.pole_pair_pitch")).reckoned(:torque_constant, constant)
      end

      # The current of a motor with brushes flows between V and W: 2/√3 along β.
      def of_vector(instrument, current)
        current * (instrument.profile.motor_kind == :brushed ? 2 / Math.sqrt(3) : Math.sqrt(2))
      end
    end
  end
end

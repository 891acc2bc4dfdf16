# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Konik: the loops of a servo for a motor of two phases, each in a full bridge of its own.
      class Stepper < Servo
        private

        # ψ = K_t/(√2 p) with K_t for an ampere rms in each phase
        def flux_set = @torque_constant / (SQRT2 * @pole_pairs)
        def voltage_limit = @axis.bus_voltage
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Control
    # Current control of a brushed motor: one PI with K_p = ω_c L and K_i = ω_c R (pole-zero cancellation), whose
    # integral stands still at the voltage limit while the error would push further.
    class ArmatureLoop
      attr_reader :voltage, :current, :saturated

      def initialize
        reset
      end

      # Takes new figures without a jump: the integral stays.
      # @param resistance [Float] Ω, inductance [Float] H between the two wires, @param bandwidth [Float] rad/s,
      # @param dt [Float] s
      def tune(resistance:, inductance:, bandwidth:, dt:)
        @kp = bandwidth * inductance
        @ki_dt = bandwidth * resistance * dt
      end

      # @param voltage [Float] V to begin with: the back-EMF of a motor that turns already
      def reset(voltage = 0.0)
        @integral = @voltage = voltage
        @current = 0.0
        @saturated = false
      end

      # @param want, current [Float] A @param limit [Float] V that the bus allows @return [Float] V between the two
      # wires
      def step(want, current, limit)
        @current = current
        error = want - current
        asked = @kp * error + @integral
        @voltage = asked.clamp(-limit, limit)
        @saturated = asked != @voltage
        @integral += @ki_dt * error unless @saturated && asked * error > 0
        @voltage
      end
    end
  end
end

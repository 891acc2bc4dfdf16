# frozen_string_literal: true

module Gallop
  module Plant
    # Permanent-magnet synchronous motor in rotor coordinates (e.g. Krause, Analysis of Electric Machinery, ch. 8):
    #
    #   v_d = R i_d + L_d di_d/dt − ω L_q i_q
    #   v_q = R i_q + L_q di_q/dt + ω (L_d i_d + ψ)
    #   T   = m/2 p (ψ i_q + (L_d − L_q) i_d i_q)   with m phases
    #
    # advanced by the implicit trapezoidal rule, which is stable and second-order at any speed for the voltage held
    # over a step.
    # Angles and speeds handed in are mechanical; α is the axis of phase U.
    class SynchronousMotor
      attr_reader :i_alpha, :i_beta, :i_d, :i_q, :torque, :copper_loss, :electrical_power, :pole_pairs, :flux

      # @param resistance [Float] Ω a phase at 20 °C, @param inductance_d, inductance_q [Float] H a phase
      # @param flux [Float] Wb, peak linkage of one phase, @param pole_pairs [Integer]
      # @param magnet_offset [Float] electrical angle (rad) between the shaft's zero and the magnet axis
      # @param phases [Integer] 3, or 2 at right angles
      def initialize(resistance:, inductance_d:, inductance_q:, flux:, pole_pairs:, magnet_offset: 0.0, phases: 3)
        @cold_resistance = resistance.to_f
        @resistance = @cold_resistance
        @l_d = inductance_d.to_f
        @l_q = inductance_q.to_f
        @flux = flux.to_f
        @pole_pairs = pole_pairs
        @pairs = pole_pairs.to_f
        @saliency = @l_d - @l_q
        @magnet_offset = magnet_offset.to_f
        @power_factor = phases / 2.0
        @torque_factor = @power_factor * pole_pairs
        open_circuit(0.0, 0.0, 0.0)
      end

      # @param temperature [Float] K of the winding
      def temperature=(temperature)
        @resistance = @cold_resistance * (1 + COPPER_TEMPERATURE_COEFFICIENT * (temperature - REFERENCE_TEMPERATURE))
      end

      # @param v_alpha, v_beta [Float] V, held for dt
      # @param angle [Float] rad, shaft at the middle of the step, @param speed [Float] rad/s of the shaft
      # @return [Float] N·m on the shaft at the end of the step
      def apply(v_alpha, v_beta, angle, speed, dt)
        prepare(dt) unless dt == @dt
        electrical = angle * @pairs + @magnet_offset
        cos = Math.cos(electrical)
        sin = Math.sin(electrical)
        v_d = cos * v_alpha + sin * v_beta
        v_q = cos * v_beta - sin * v_alpha
        omega = speed * @pairs
        resistance = @resistance
        a = @h_d * resistance
        b = @b_factor * omega
        c = @h_q * resistance
        e = @e_factor * omega
        d0 = @i_d
        q0 = @i_q
        right_d = (1.0 - a) * d0 + b * q0 + @two_h_d * v_d
        right_q = (1.0 - c) * q0 - e * d0 + @two_h_q * (v_q - omega * @flux)
        inverse = 1.0 / ((1.0 + a) * (1.0 + c) + b * e)
        @i_d = i_d = ((1.0 + c) * right_d + b * right_q) * inverse
        @i_q = i_q = ((1.0 + a) * right_q - e * right_d) * inverse
        @i_alpha = cos * i_d - sin * i_q
        @i_beta = sin * i_d + cos * i_q
        @copper_loss = @power_factor * resistance * (i_d * i_d + i_q * i_q)
        @electrical_power = @power_factor * (v_d * i_d + v_q * i_q)
        @torque = @torque_factor * (@flux + @saliency * i_d) * i_q
      end

      # With U not connected no current can flow along α: what is left flows between V and W.
      # @param angle [Float] rad of the shaft
      def open_phase_u(angle)
        electrical = angle * @pole_pairs + @magnet_offset
        @i_alpha = 0.0
        @i_d = Math.sin(electrical) * @i_beta
        @i_q = Math.cos(electrical) * @i_beta
        @torque = @torque_factor * (@flux + (@l_d - @l_q) * @i_d) * @i_q
      end

      # The power stage is off. The free-wheeling diodes end the currents within a fraction of a millisecond; the
      # energy is small against the bus and is left out. The shaft is dragged by nothing.
      def open_circuit(_angle, _speed, _dt)
        @i_d = @i_q = @i_alpha = @i_beta = @copper_loss = @electrical_power = 0.0
        @torque = 0.0
      end

      def at_rest? = @i_d.zero? && @i_q.zero?

      private

      # Factors of the trapezoidal rule for the 2×2 system, which #apply solves in closed form.
      def prepare(dt)
        @dt = dt
        @h_d = 0.5 * dt / @l_d
        @h_q = 0.5 * dt / @l_q
        @two_h_d = 2.0 * @h_d
        @two_h_q = 2.0 * @h_q
        @b_factor = @h_d * @l_q
        @e_factor = @h_q * @l_d
      end
    end
  end
end

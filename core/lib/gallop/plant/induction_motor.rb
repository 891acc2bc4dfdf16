# frozen_string_literal: true

module Gallop
  module Plant
    # Squirrel-cage induction motor in the stationary frame, states stator current and rotor flux (Leonhard, Control of
    # Electrical Drives, ch. 10). With σ L_s = L_s − L_m²/L_r, τ_r = L_r/R_r and k_r = L_m/L_r:
    #
    #   σL_s di_s/dt = v_s − (R_s + k_r² R_r) i_s + k_r (1/τ_r − jω) ψ_r
    #   dψ_r/dt      = L_m/τ_r i_s − (1/τ_r − jω) ψ_r
    #   T            = 1.5 p k_r (ψ_r × i_s)
    #
    # advanced by the classic Runge-Kutta rule: with a lower order the small difference between voltage and back-EMF,
    # which makes the current, would be off by a percent at 4 kHz. All figures are star-equivalent phase figures,
    # peak.
    class InductionMotor
      attr_reader :i_alpha, :i_beta, :torque, :copper_loss, :electrical_power, :pole_pairs

      # @param stator_resistance, rotor_resistance [Float] Ω at 20 °C, the rotor's referred to the stator
      # @param stator_leakage, rotor_leakage, magnetising_inductance [Float] H
      def initialize(
        stator_resistance:,
        rotor_resistance:,
        stator_leakage:,
        rotor_leakage:,
        magnetising_inductance:,
        pole_pairs:
      )
        @cold_stator = stator_resistance.to_f
        @cold_rotor = rotor_resistance.to_f
        @l_m = magnetising_inductance.to_f
        @l_r = @l_m + rotor_leakage
        @k_r = @l_m / @l_r
        @inverse_sigma_l = 1 / (@l_m + stator_leakage - @l_m * @k_r)
        @pole_pairs = pole_pairs
        @psi_alpha = @psi_beta = 0.0
        self.temperature = REFERENCE_TEMPERATURE
        open_circuit(0.0, 0.0, 0.0)
      end

      # @param temperature [Float] K, taken for stator and rotor alike
      def temperature=(temperature)
        factor = 1 + COPPER_TEMPERATURE_COEFFICIENT * (temperature - REFERENCE_TEMPERATURE)
        @r_s = @cold_stator * factor
        @r_r = @cold_rotor * factor
        @r_sum = @r_s + @k_r * @k_r * @r_r
        @rate = @r_r / @l_r
      end

      # @see SynchronousMotor#apply; the angle does not matter to a cage
      def apply(v_alpha, v_beta, _angle, speed, dt)
        omega = speed * @pole_pairs
        advance(v_alpha, v_beta, omega, dt)
        stator_square = @i_alpha * @i_alpha + @i_beta * @i_beta
        rotor_alpha = (@psi_alpha - @l_m * @i_alpha) / @l_r
        rotor_beta = (@psi_beta - @l_m * @i_beta) / @l_r
        @copper_loss = 1.5 * (@r_s * stator_square + @r_r * (rotor_alpha * rotor_alpha + rotor_beta * rotor_beta))
        @electrical_power = 1.5 * (v_alpha * @i_alpha + v_beta * @i_beta)
        @torque = 1.5 * @pole_pairs * @k_r * (@psi_alpha * @i_beta - @psi_beta * @i_alpha)
      end

      # With U not connected no current can flow along α.
      def open_phase_u(_angle)
        @i_alpha = 0.0
        @torque = 1.5 * @pole_pairs * @k_r * (@psi_alpha * @i_beta)
      end

      # The stage is off: no stator current, the rotor flux dies away with its own time constant.
      def open_circuit(_angle, speed, dt)
        @i_alpha = @i_beta = @copper_loss = @electrical_power = @torque = 0.0
        return if @psi_alpha.zero? && @psi_beta.zero?
        decay = Math.exp(-@rate * dt)
        turn = speed * @pole_pairs * dt
        cos = Math.cos(turn) * decay
        sin = Math.sin(turn) * decay
        alpha = @psi_alpha
        @psi_alpha = cos * alpha - sin * @psi_beta
        @psi_beta = sin * alpha + cos * @psi_beta
        @psi_alpha = @psi_beta = 0.0 if @psi_alpha.abs + @psi_beta.abs < 1e-6
      end

      def rotor_flux = Math.hypot(@psi_alpha, @psi_beta)
      def at_rest? = @i_alpha.zero? && @i_beta.zero? && @psi_alpha.zero? && @psi_beta.zero?

      private

      # Four stages for two complex states; the slopes of a stage are left in @d… by #slope.
      def advance(v_alpha, v_beta, omega, h)
        i_a = @i_alpha
        i_b = @i_beta
        p_a = @psi_alpha
        p_b = @psi_beta
        half = 0.5 * h
        slope(v_alpha, v_beta, omega, i_a, i_b, p_a, p_b)
        s_ia = a = @d_ia
        s_ib = b = @d_ib
        s_pa = c = @d_pa
        s_pb = d = @d_pb
        slope(v_alpha, v_beta, omega, i_a + half * a, i_b + half * b, p_a + half * c, p_b + half * d)
        s_ia += 2 * (a = @d_ia)
        s_ib += 2 * (b = @d_ib)
        s_pa += 2 * (c = @d_pa)
        s_pb += 2 * (d = @d_pb)
        slope(v_alpha, v_beta, omega, i_a + half * a, i_b + half * b, p_a + half * c, p_b + half * d)
        s_ia += 2 * (a = @d_ia)
        s_ib += 2 * (b = @d_ib)
        s_pa += 2 * (c = @d_pa)
        s_pb += 2 * (d = @d_pb)
        slope(v_alpha, v_beta, omega, i_a + h * a, i_b + h * b, p_a + h * c, p_b + h * d)
        sixth = h / 6
        @i_alpha = i_a + sixth * (s_ia + @d_ia)
        @i_beta = i_b + sixth * (s_ib + @d_ib)
        @psi_alpha = p_a + sixth * (s_pa + @d_pa)
        @psi_beta = p_b + sixth * (s_pb + @d_pb)
      end

      def slope(v_alpha, v_beta, omega, i_a, i_b, p_a, p_b)
        flux_a = @rate * p_a + omega * p_b
        flux_b = @rate * p_b - omega * p_a
        @d_ia = (v_alpha - @r_sum * i_a + @k_r * flux_a) * @inverse_sigma_l
        @d_ib = (v_beta - @r_sum * i_b + @k_r * flux_b) * @inverse_sigma_l
        @d_pa = @l_m * @rate * i_a - flux_a
        @d_pb = @l_m * @rate * i_b - flux_b
      end
    end
  end
end

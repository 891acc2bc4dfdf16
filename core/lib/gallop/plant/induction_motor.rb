# frozen_string_literal: true

module Gallop
  module Plant
    # Squirrel-cage induction motor by its flux linkages, the stator's in the stator's frame, the rotor's carried along
    # with the rotor (Leonhard, Control of Electrical Drives, ch. 10; Krause, Analysis of Electric Machinery, ch. 4):
    #
    #   dλ_s/dt = v − R_s i_s,   dλ_r/dt = jω λ_r − R_r i_r,   T = 1.5 p (λ_s × i_s)
    #   λ_s = L_s i_s + L_m i_r,   λ_r = L_m i_s + L_r i_r
    #
    # The held voltage and the turning rotor are integrated exactly, the drops R i as the mean of both ends of the step,
    # which is stable at any step. All figures are star-equivalent phase figures, peak; torque and power are means of
    # the step.
    class InductionMotor
      attr_reader :i_alpha, :i_beta, :torque, :electrical_power, :pole_pairs
      # Whether the wire of phase U is off: what is left flows between V and W.
      attr_accessor :open_u

      # @param stator_resistance, rotor_resistance [Float] Ω at 20 °C, the rotor's referred to the stator
      # @param stator_leakage, rotor_leakage, magnetising_inductance [Float] H
      # @param saturation_flux [Float, nil] V·s of magnetising flux at which half of the inductance is left; nil for
      # iron that does not saturate: L_m(λ) = L_m/(1 + (λ/λ_s)⁴), taken anew with the temperature, as a flux is slow
      # (e.g. Boldea, Nasar: The Induction Machine Handbook, ch. 5, for the shape)
      def initialize(
        stator_resistance:,
        rotor_resistance:,
        stator_leakage:,
        rotor_leakage:,
        magnetising_inductance:,
        pole_pairs:,
        saturation_flux: nil
      )
        @cold_stator = stator_resistance.to_f
        @cold_rotor = rotor_resistance.to_f
        @full_l_m = magnetising_inductance.to_f
        @stator_leakage = stator_leakage.to_f
        @rotor_leakage = rotor_leakage.to_f
        @saturation_flux = saturation_flux&.to_f
        magnetise(@full_l_m)
        @pole_pairs = pole_pairs
        @torque_factor = 1.5 * pole_pairs
        @open_u = false
        @r_alpha = @r_beta = 0.0 # rotor flux
        self.temperature = REFERENCE_TEMPERATURE
        open_circuit(0.0, 0.0, 0.0)
      end

      # @param temperature [Float] K, taken for stator and rotor alike
      def temperature=(temperature)
        factor = 1 + COPPER_TEMPERATURE_COEFFICIENT * (temperature - REFERENCE_TEMPERATURE)
        @r_s = @cold_stator * factor
        @r_r = @cold_rotor * factor
        saturate if @saturation_flux && @linked
        @dt = nil
      end

      # H of the magnetising branch as it is now
      def magnetising_inductance = @l_m

      # @see SynchronousMotor#apply; the angle does not matter to a cage, the speed is that of the step
      def apply(v_alpha, v_beta, _angle, speed, dt)
        prepare(dt) unless dt == @dt
        link unless @linked
        turn = speed * @pole_pairs * dt
        cos = Math.cos(turn)
        sin = Math.sin(turn)
        half_s = @half_s
        half_r = @half_r
        y_ss = @y_ss
        y_sr = @y_sr
        y_rr = @y_rr
        # what the rotor brings into the step, turned to its end
        old_a = @r_alpha - half_r * @ir_alpha
        old_b = @r_beta - half_r * @ir_beta
        x_ra = cos * old_a - sin * old_b
        x_rb = sin * old_a + cos * old_b
        drop_b = half_s * @i_beta
        x_sb = @s_beta + v_beta * dt - drop_b
        @i_beta = ib = y_ss * x_sb - y_sr * x_rb
        @ir_beta = irb = y_rr * x_rb - y_sr * x_sb
        drop_a = half_s * @i_alpha
        if @open_u
          @i_alpha = ia = last_a = 0.0
          @ir_alpha = ira = x_ra / (@l_r + half_r)
          @s_alpha = sa = @l_m * ira
        else
          x_sa = @s_alpha + v_alpha * dt - drop_a
          @i_alpha = ia = y_ss * x_sa - y_sr * x_ra
          @ir_alpha = ira = y_rr * x_ra - y_sr * x_sa
          last_a = half_s * ia
          @s_alpha = sa = x_sa - last_a
        end
        last_b = half_s * ib
        @s_beta = sb = x_sb - last_b
        @r_alpha = x_ra - half_r * ira
        @r_beta = x_rb - half_r * irb
        # the drops of a step are R dt times its mean current
        @electrical_power = @power_of_drop * (v_alpha * (drop_a + last_a) + v_beta * (drop_b + last_b))
        before = @torque_now
        @torque_now = now = @torque_factor * (sa * ib - sb * ia)
        @torque = 0.5 * (before + now)
      end

      # The stage is off: no stator current, the rotor flux dies away with its own time constant.
      def open_circuit(_angle, speed, dt, _bus = nil)
        @i_alpha = @i_beta = @electrical_power = @torque = @torque_now = 0.0
        @ir_alpha = @ir_beta = 0.0
        @linked = false
        return if @r_alpha.zero? && @r_beta.zero?
        decay = Math.exp(-@r_r / @l_r * dt)
        turn = speed * @pole_pairs * dt
        cos = Math.cos(turn) * decay
        sin = Math.sin(turn) * decay
        alpha = @r_alpha
        @r_alpha = cos * alpha - sin * @r_beta
        @r_beta = sin * alpha + cos * @r_beta
        @r_alpha = @r_beta = 0.0 if @r_alpha.abs + @r_beta.abs < 1e-6
      end

      def rotor_flux = Math.hypot(@r_alpha, @r_beta)
      # The rotor's with it. @return [Float] W at the end of the last step
      def copper_loss
        rotor = @ir_alpha * @ir_alpha + @ir_beta * @ir_beta
        1.5 * (@r_s * (@i_alpha * @i_alpha + @i_beta * @i_beta) + @r_r * rotor)
      end

      # A of all legs of the power stage together, for its losses
      def legs_current = Plant.legs_current(@i_alpha, @i_beta)

      def at_rest? = @i_alpha.zero? && @i_beta.zero? && @r_alpha.zero? && @r_beta.zero?

      private

      def magnetise(inductance)
        @l_m = inductance
        @l_s = inductance + @stator_leakage
        @l_r = inductance + @rotor_leakage
      end

      # What is linked stays, as a flux cannot jump: the currents of the next step follow from it.
      def saturate
        flux = Math.hypot(@i_alpha + @ir_alpha, @i_beta + @ir_beta) * @l_m
        magnetise(@full_l_m / (1.0 + (flux / @saturation_flux)**4))
      end

      # The inverse of L + ½ R dt, by which what is linked at the end of a step gives the currents.
      def prepare(dt)
        @dt = dt
        @half_s = 0.5 * dt * @r_s
        @power_of_drop = 0.75 / @half_s
        @half_r = 0.5 * dt * @r_r
        stator = @l_s + @half_s
        rotor = @l_r + @half_r
        determinant = stator * rotor - @l_m * @l_m
        @y_ss = rotor / determinant
        @y_rr = stator / determinant
        @y_sr = @l_m / determinant
      end

      # What a dying rotor flux links as the first voltage comes: no current flows in the stator yet.
      def link
        @ir_alpha = @r_alpha / @l_r
        @ir_beta = @r_beta / @l_r
        @s_alpha = @l_m * @ir_alpha
        @s_beta = @l_m * @ir_beta
        @linked = true
      end
    end
  end
end

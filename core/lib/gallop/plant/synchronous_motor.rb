# frozen_string_literal: true

module Gallop
  module Plant
    # Permanent-magnet synchronous motor (e.g. Krause, Analysis of Electric Machinery, ch. 8) with its flux linkage in
    # the frame of the stator as state, in which the voltage that is held over a step is integrated exactly at any
    # speed:
    #
    #   dλ/dt = v − R i,   λ_d = L_d i_d + ψ,  λ_q = L_q i_q,   T = m/2 p (λ_α i_β − λ_β i_α)   with m phases
    #
    # The drop R i is weighted between both ends of the step so that a winding that does not turn follows L/R exactly,
    # however short that is. Currents are told in the frame, and of the moment, of the step's end; torque and power are
    # the means of the step. Angles and speeds handed in are mechanical; α is the axis of phase U.
    class SynchronousMotor
      SQRT3 = Math.sqrt(3)
      STRAIGHT = 0.1 # rad, electrical, of an arc that is a chord

      attr_reader :i_alpha, :i_beta, :torque, :electrical_power, :pole_pairs, :flux
      # Whether the wire of phase U is off: what is left flows between V and W.
      attr_accessor :open_u

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
        @magnet_offset = magnet_offset.to_f
        @power_factor = phases / 2.0
        @torque_factor = @power_factor * pole_pairs
        @crest = SQRT3 * @flux * pole_pairs # V·s/rad between two lines
        @open_u = false
        open_circuit(0.0, 0.0, 0.0)
      end

      # @param temperature [Float] K of the winding
      def temperature=(temperature)
        @resistance = @cold_resistance * (1 + COPPER_TEMPERATURE_COEFFICIENT * (temperature - REFERENCE_TEMPERATURE))
        @dt = nil
      end

      # @param v_alpha, v_beta [Float] V, held for dt
      # @param angle [Float] rad, shaft at the end of the step; its speed is in there already
      # @return [Float] N·m on the shaft in the mean of the step
      def apply(v_alpha, v_beta, angle, speed, dt)
        prepare(dt) unless dt == @dt
        @electrical = electrical = angle * @pairs + @magnet_offset
        cos = Math.cos(electrical)
        sin = Math.sin(electrical)
        hold(electrical) unless @linked
        before = @drop_before
        after = @drop_after
        drop_alpha = before * @i_alpha
        drop_beta = before * @i_beta
        x_alpha = @lambda_alpha + v_alpha * dt - drop_alpha
        x_beta = @lambda_beta + v_beta * dt - drop_beta
        if @open_u
          one_phase(x_beta, cos, sin)
          a = 0.0
          b = @i_beta
          lambda_alpha = @lambda_alpha
          last_alpha = 0.0
        else
          i_d = (cos * x_alpha + sin * x_beta - @flux) * @admittance_d
          i_q = (cos * x_beta - sin * x_alpha) * @admittance_q
          @i_alpha = a = cos * i_d - sin * i_q
          @i_beta = b = sin * i_d + cos * i_q
          last_alpha = after * a
          @lambda_alpha = lambda_alpha = x_alpha - last_alpha
        end
        last_beta = after * b
        @lambda_beta = lambda_beta = x_beta - last_beta
        # the drops of a step are R dt times its mean current
        @electrical_power = @power_of_drop * (v_alpha * (drop_alpha + last_alpha) + v_beta * (drop_beta + last_beta))
        now = @torque_factor * (lambda_alpha * b - lambda_beta * a)
        @torque = 0.5 * (@torque_now + now)
        @torque_now = now
        bend(v_alpha, v_beta, electrical, speed * @pairs * dt, dt) if speed > @fast || speed < -@fast
        @torque
      end

      # The power stage is off. The free-wheeling diodes end the currents within a fraction of a millisecond; the
      # energy is small against the bus and is left out. The shaft is dragged by nothing, unless it turns so fast that
      # the diodes rectify what the magnets give. @param bus [Float] V
      def open_circuit(_angle, speed, _dt, bus = Float::INFINITY)
        @i_alpha = @i_beta = @electrical_power = @electrical = 0.0
        @linked = false
        @torque = @torque_now = @rectified = 0.0
        rectify(speed, bus) if speed.abs * @crest > bus
      end

      # In the frame of the rotor.
      def i_d = Math.cos(@electrical) * @i_alpha + Math.sin(@electrical) * @i_beta
      def i_q = Math.cos(@electrical) * @i_beta - Math.sin(@electrical) * @i_alpha

      # @return [Float] W at the end of the last step
      def copper_loss
        @power_factor * @resistance * (@i_alpha * @i_alpha + @i_beta * @i_beta) +
          2.0 * @resistance * @rectified * @rectified
      end

      # A of all legs of the power stage together, for its losses
      def legs_current = Plant.legs_current(@i_alpha, @i_beta) + 2.0 * @rectified

      def at_rest? = @i_alpha.zero? && @i_beta.zero?

      private

      # Three phases on a bridge of diodes (Mohan, Undeland, Robbins: Power Electronics, ch. 5): the mean of six crests
      # a turn, less commutation and resistance of two phases.
      def rectify(speed, bus)
        return if @power_factor == 1.0 # each phase of two has a bridge of its own, far from such speeds
        omega = speed.abs * @pairs
        mean = 3.0 / Math::PI * SQRT3 * @flux * omega
        current = (mean - bus) / (3.0 / Math::PI * omega * 0.5 * (@l_d + @l_q) + 2.0 * @resistance)
        return unless current > 0.0
        @rectified = current
        @electrical_power = -bus * current
        @torque = -(bus * current + 2.0 * @resistance * current * current) / speed
      end

      # The share of the drop at the end of a step is 1/(1 − e^(−z)) − 1/z with z = R dt/L: exact for a winding at rest.
      def prepare(dt)
        @dt = dt
        step = @resistance * dt
        z = step / (0.5 * (@l_d + @l_q))
        share = z > 1e-6 ? 1 / (1 - Math.exp(-z)) - 1 / z : 0.5
        @power_of_drop = @power_factor / step
        @drop_after = share * step
        @drop_before = step - @drop_after
        @fast = STRAIGHT / (@pairs * dt)
        @admittance_d = 1 / (@l_d + @drop_after)
        @admittance_q = 1 / (@l_q + @drop_after)
      end

      # Within a step that turns far, what the magnets link is an arc and no chord: what the mean of both ends misses
      # of torque and current, of the second order in the arc.
      def bend(v_alpha, v_beta, electrical, arc, dt)
        middle = electrical - 0.5 * arc
        v_d = Math.cos(middle) * v_alpha + Math.sin(middle) * v_beta
        current = 2.0 * @flux / (@l_d + @l_q)
        @electrical_power -= @power_factor * current * v_d * arc * arc / 12.0
        @torque += @torque * arc * arc / 12.0 + @torque_factor * current * v_d * arc * dt / 6.0
      end

      # What the magnets link as the first voltage comes.
      def hold(electrical)
        @lambda_alpha = @flux * Math.cos(electrical)
        @lambda_beta = @flux * Math.sin(electrical)
        @linked = true
        @rectified = 0.0
      end

      # λ_β = (L_d sin² + L_q cos²) i_β + ψ sin, and no current along α; what the loose wire links follows.
      def one_phase(x_beta, cos, sin)
        @i_alpha = 0.0
        @i_beta = (x_beta - @flux * sin) / (@l_d * sin * sin + @l_q * cos * cos + @drop_after)
        @lambda_alpha = cos * (@l_d * sin * @i_beta + @flux) - sin * @l_q * cos * @i_beta
      end
    end
  end
end

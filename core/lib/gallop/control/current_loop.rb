# frozen_string_literal: true

module Gallop
  module Control
    # Field-oriented current control: one PI in d and one in q with K_p = ω_c L and K_i = ω_c R (pole-zero
    # cancellation, e.g. Leonhard, ch. 12), cross-coupling and back-EMF fed forward. Where the bus has not enough, both
    # are shortened alike and the integrals stand still; but while the field is weakened it comes first: d gets what it
    # needs, up to FIELD_SHARE, q what is left of the circle, as without the one the other would have nothing at all.
    class CurrentLoop
      # Of the voltage, for d at most; q keeps 0.44 of it.
      FIELD_SHARE = 0.9

      attr_reader :v_alpha, :v_beta, :i_d, :i_q, :integral_d, :integral_q
      # V² peak that both axes would like to have
      attr_reader :asked_square

      def initialize
        reset
      end

      # Takes new figures without a jump: integrals and angles stay.
      # @param resistance [Float] Ω a phase, @param inductance [Float] H a phase, @param flux [Float] Wb (peak)
      # @param bandwidth [Float] rad/s, @param dt [Float] s between calls
      def tune(resistance:, inductance:, flux:, bandwidth:, dt:)
        @inductance = inductance.to_f
        @flux = flux.to_f
        @kp = bandwidth * inductance
        @ki_dt = bandwidth * resistance * dt
        @delay = 1.5 * dt
      end

      def reset
        @integral_d = @integral_q = 0.0
        @i_d = @i_q = @v_alpha = @v_beta = @asked_square = 0.0
      end

      # @param want_d, want_q [Float] A peak, @param i_alpha, i_beta [Float] A measured
      # @param angle [Float] electrical rad as the drive believes it, @param omega [Float] electrical rad/s
      # @param v_limit [Float] V peak of a phase that the bus allows
      def step(want_d, want_q, i_alpha, i_beta, angle, omega, v_limit)
        cos = Math.cos(angle)
        sin = Math.sin(angle)
        @i_d = i_d = cos * i_alpha + sin * i_beta
        @i_q = i_q = cos * i_beta - sin * i_alpha
        error_d = want_d - i_d
        error_q = want_q - i_q
        inductance = @inductance
        v_d = @kp * error_d + @integral_d - omega * inductance * i_q
        v_q = @kp * error_q + @integral_q + omega * (inductance * i_d + @flux)
        @asked_square = square = v_d * v_d + v_q * v_q
        if square <= v_limit * v_limit
          @integral_d += @ki_dt * error_d
          @integral_q += @ki_dt * error_q
        elsif want_d < 0.0
          most = FIELD_SHARE * v_limit
          if v_d.abs > most
            v_d = v_d > 0.0 ? most : -most
          else
            @integral_d += @ki_dt * error_d
          end
          rest = Math.sqrt(v_limit * v_limit - v_d * v_d)
          v_q = v_q > rest ? rest : (v_q < -rest ? -rest : v_q)
          @integral_q += @ki_dt * error_q if v_q * error_q < 0.0
        else
          factor = v_limit / Math.sqrt(square)
          v_d *= factor
          v_q *= factor
        end
        # the voltage acts one and a half periods later
        ahead = angle + omega * @delay
        cos = Math.cos(ahead)
        sin = Math.sin(ahead)
        @v_alpha = cos * v_d - sin * v_q
        @v_beta = sin * v_d + cos * v_q
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Control
    # An induction motor by its field, with or without an encoder. In the frame of the rotor's flux, with all leakage on
    # the stator's side (inverse Γ: L_σ, L_M, R_R), i_d makes the flux and i_q the torque:
    #
    #   v = R_s i + L_σ di/dt + jω₁L_σ i + e,   dψ/dt = R_R i_d − R_R/L_M ψ,   ω_slip = R_R i_q/ψ
    #
    # With an encoder the frame turns with the rotor, and the slip on top. Without one it turns with what the
    # motor's own voltage says, ω₁ = (e_q − sgn(ω₁) e_d)/ψ: the part along the flux turns it back where it stands
    # wrong (Harnefors, Nee: A general algorithm for speed and position estimation of AC motors, IEEE Trans.
    # Industrial Electronics 47, 2000). Below some turns of the field a second that voltage is too small to be seen:
    # the frame then goes as it is told, with the slip on top, and more current than the flux needs drags the rotor
    # along. The speed of the rotor is then ω₁ − ω_slip; a PI on it asks for i_q. Where the voltage does not reach,
    # the flux is lowered until it does. What the stage takes of a phase is put out on top, as far as it is known.
    class FieldOriented
      TOLD = 0.7 # Hz of the field, up to which it goes as it is told
      SEEN = 2.0 # Hz, from which on it goes by what is seen
      CURRENT_LOOP = 100.0 # Hz
      EMF_FILTER = 30.0 # Hz
      # Of the rated frequency, by which the rotor may be off for its rated torque current; s, of the integral
      SPEED_BAND = 0.06
      SPEED_TIME = 0.15
      SEEN_SPEED_BAND = 0.02 # with an encoder
      SEEN_SPEED_TIME = 0.06
      DRAGS = 1.1 # of the rated current along the flux, below what can be seen
      FAINT = 0.03 # of the rated current, around which the stage's error changes its sign
      LEAST_FLUX = 0.3 # of the rated flux, that is reckoned with
      OF_VOLTAGE = 0.96 # of what there is, above which the flux is lowered
      LOWEST = 0.3 # of the flux
      WEAKENS = 4.0 # shares of the flux a second, for the whole voltage too much
      BUILT = 0.9 # of the flux, from which on it counts as there
      TWO_PI = Plant::TWO_PI
      SQRT3 = Math.sqrt(3)

      attr_reader :angle,
                  :v_alpha,
                  :v_beta,
                  :voltage,
                  :output_frequency,
                  :slip_frequency,
                  :active_current,
                  :reactive_current,
                  :current,
                  :saturated

      # A motor that turns already is not looked for by a share of the voltage.
      attr_writer :share

      # Electrical rad/s of the rotor, as an encoder tells it in this period; nil without one.
      attr_writer :rotor

      # What may be asked for along the torque. A current that drags the rotor makes at most L_M i²/2 of it (times 1.5
      # p), which is held to the same.
      # @param most [Float] A peak
      def most=(most)
        @most = most
        @dragging = [[@drags, Math.sqrt(2 * @no_load * most)].min - @no_load, 0.0].max
      end

      def initialize
        reset
      end

      # @param stator_resistance [Float], rotor_resistance [Float] Ω @param leakage [Float], magnetising [Float] H
      # @param no_load_current [Float], rated_current [Float], most_current [Float] A peak; the last
      # one along the torque
      # @param rated_frequency [Float] Hz @param stage [Float] V that the stage takes of a phase @param dt [Float] s
      # @param seen [Boolean] whether an encoder tells the rotor's speed
      # @param gain [Float, nil] rated torque currents, for the rated frequency that is missing
      # @param time [Float, nil] s of the integral; both nil for what goes with an encoder, or without one
      def tune(
        stator_resistance:,
        rotor_resistance:,
        leakage:,
        magnetising:,
        no_load_current:,
        rated_current:,
        most_current:,
        rated_frequency:,
        dt:,
        stage: 0.0,
        seen: false,
        gain: nil,
        time: nil
      )
        @r_s = stator_resistance.to_f
        @r_r = rotor_resistance.to_f
        @leakage = leakage.to_f
        @magnetising = magnetising.to_f
        @rated_flux = @magnetising * no_load_current
        @no_load = no_load_current.to_f
        @drags = DRAGS * rated_current
        self.most = most_current.to_f
        @stage = stage.to_f
        @faint = FAINT * rated_current
        @dt = dt
        @band = gain ? 1.0 / gain : (seen ? SEEN_SPEED_BAND : SPEED_BAND)
        @time = time || (seen ? SEEN_SPEED_TIME : SPEED_TIME)
        @rotor = nil
        tune_loops(Math.sqrt([rated_current**2 - no_load_current**2, 0.01 * rated_current**2].max), rated_frequency)
      end

      def reset
        @angle = @omega = @flux = @slip = 0.0
        @integral_d = @integral_q = @integral_speed = 0.0
        @v_d = @v_q = @e_d = @e_q = 0.0
        @v_alpha = @v_beta = @voltage = 0.0
        @output_frequency = @slip_frequency = @active_current = @reactive_current = @current = 0.0
        @lowered = 1.0
        @ready = false
        @seen = 0.0
        @saturated = false
      end

      # Whether the flux has been built up, so that the motor may be asked for something.
      def ready? = @ready

      # Hz, electrical, of the rotor
      def rotor_frequency = @output_frequency - @slip_frequency

      # @param frequency [Float] Hz of the rotor that is wanted, signed @param i_alpha, i_beta [Float] A measured
      # @param v_limit [Float] V peak
      def step(frequency, i_alpha, i_beta, v_limit)
        cos = Math.cos(@angle)
        sin = Math.sin(@angle)
        i_d = cos * i_alpha + sin * i_beta
        i_q = cos * i_beta - sin * i_alpha
        observe(frequency * TWO_PI, i_d, i_q)
        wanted_q = torque_current(frequency * TWO_PI)
        regulate(flux_current(v_limit), wanted_q, i_d, i_q, v_limit)
        put_out(i_alpha, i_beta)
        tell(i_d, i_q)
      end

      private

      def tune_loops(torque_current, rated_frequency)
        bandwidth = TWO_PI * CURRENT_LOOP
        @gain = bandwidth * @leakage
        @integral_gain = bandwidth * (@r_s + @r_r) * @dt
        @emf_filter = TWO_PI * EMF_FILTER * @dt
        @speed_gain = torque_current / (@band * TWO_PI * rated_frequency)
        @speed_integral = @speed_gain / @time * @dt
      end

      # Where the flux goes, by what the motor itself puts against the voltage.
      def observe(wanted, i_d, i_q)
        @e_d += @emf_filter * (@v_d - @r_s * i_d + @omega * @leakage * i_q - @e_d)
        @e_q += @emf_filter * (@v_q - @r_s * i_q - @omega * @leakage * i_d - @e_q)
        @flux += (@magnetising * i_d - @flux) * @r_r / @magnetising * @dt
        @ready ||= @flux > BUILT * @rated_flux
        flux = reckoned_flux
        return follow(@r_r * i_q / flux) if @rotor
        @slip += @emf_filter * (@r_r * i_q / flux - @slip)
        way = @omega.negative? ? -1.0 : 1.0
        @seen = ((@omega.abs / TWO_PI - TOLD) / (SEEN - TOLD)).clamp(0.0, 1.0)
        @omega = @seen * (@e_q - way * @e_d) / flux + (1.0 - @seen) * (wanted + @slip)
      end

      # What is seen needs no guess.
      def follow(slip)
        @slip = slip
        @seen = 1.0
        @omega = @rotor + slip
      end

      def reckoned_flux
        least = LEAST_FLUX * @rated_flux
        @flux > least ? @flux : least
      end

      # A peak, held to the limit; the integral stands while it is.
      def torque_current(wanted)
        error = wanted - (@omega - @slip)
        asked = @speed_gain * error + @integral_speed
        return asked.positive? ? @most : -@most if asked.abs > @most
        @integral_speed += @speed_integral * error
        asked
      end

      def flux_current(v_limit)
        @lowered = (@lowered + WEAKENS * (OF_VOLTAGE - @voltage / v_limit) * @dt).clamp(LOWEST, 1.0)
        @lowered * @rated_flux / @magnetising + (1.0 - @seen) * @dragging
      end

      def regulate(wanted_d, wanted_q, i_d, i_q, v_limit)
        error_d = wanted_d - i_d
        error_q = wanted_q - i_q
        v_d = @gain * error_d + @integral_d - @omega * @leakage * i_q
        v_q = @gain * error_q + @integral_q + @omega * (@leakage * i_d + reckoned_flux)
        @voltage = Math.sqrt(v_d * v_d + v_q * v_q)
        if (@saturated = @voltage > v_limit)
          share = v_limit / @voltage
          v_d *= share
          v_q *= share
        else
          @integral_d += @integral_gain * error_d
          @integral_q += @integral_gain * error_q
        end
        @v_d = v_d
        @v_q = v_q
      end

      # In the middle of the period the frame has gone on by half of its way.
      def put_out(i_alpha, i_beta)
        middle = @angle + 0.5 * @omega * @dt
        cos = Math.cos(middle)
        sin = Math.sin(middle)
        @v_alpha = @v_d * cos - @v_q * sin
        @v_beta = @v_d * sin + @v_q * cos
        compensate(i_alpha, i_beta) if @stage > 0.0
        angle = @angle + @omega * @dt
        angle -= TWO_PI if angle > Math::PI
        angle += TWO_PI if angle < -Math::PI
        @angle = angle
      end

      def compensate(i_alpha, i_beta)
        v = 0.5 * (SQRT3 * i_beta - i_alpha)
        su = sign(i_alpha)
        sv = sign(v)
        sw = sign(-i_alpha - v)
        @v_alpha += @stage * (2.0 * su - sv - sw) / 3.0
        @v_beta += @stage * (sv - sw) / SQRT3
      end

      def sign(current)
        share = current / @faint
        share > 1.0 ? 1.0 : (share < -1.0 ? -1.0 : share)
      end

      # What a page shows: positive where the motor drives, whichever way it turns.
      def tell(i_d, i_q)
        @output_frequency = @omega / TWO_PI
        @slip_frequency = @slip / TWO_PI
        @active_current = @omega.negative? ? -i_q : i_q
        @reactive_current = i_d
        @current = Math.sqrt(i_d * i_d + i_q * i_q)
      end
    end
  end
end

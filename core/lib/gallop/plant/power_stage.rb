# frozen_string_literal: true

module Gallop
  module Plant
    # What a stage of transistors and diodes makes of the voltage that is asked for. In its dead time the current
    # chooses
    # the leg's potential, so that the mean voltage of a leg is off by t_d f_s U against the current; in a conducting
    # device the voltage drops by U_0 + r |i|, which becomes heat (e.g. Holmes, Lipo: Pulse Width Modulation for Power
    # Converters, ch. 2). Near zero the current changes its sign within a switching period, and the error goes through
    # zero with it.
    class PowerStage
      SQRT3 = Math.sqrt(3)

      attr_reader :v_alpha, :v_beta

      # @param dead_time [Float] s, @param rate [Float] Hz of switching, @param drop [Float] V over a device that
      # conducts, @param resistance [Float] Ω of it, @param clamp [Float] A below which the sign is not sure
      # @param legs_a_phase [Integer] 2 where each phase has a full bridge of its own
      def initialize(dead_time: 0.0, rate: 16_000.0, drop: 1.6, resistance: 0.0, clamp: 0.05, legs_a_phase: 1)
        @dead_time = dead_time.to_f
        @rate = rate.to_f
        switch_at
        @drop = drop.to_f
        @resistance = resistance.to_f
        @inverse_clamp = 1 / clamp.to_f
        @legs = legs_a_phase.to_f
        @v_alpha = @v_beta = 0.0
      end

      # As the firmware has it. @param rate [Float] Hz @param dead_time [Float] s
      def switch_at(rate: @rate, dead_time: @dead_time)
        @rate = rate
        @dead_time = dead_time
        @share = dead_time * rate
      end

      # @param v_alpha, v_beta [Float] V that are asked for @param i_alpha, i_beta [Float] A that flow
      # @param bus [Float] V @return [Float] W that the devices take
      def pass(v_alpha, v_beta, i_alpha, i_beta, bus)
        dead = @share * bus
        if @legs == 1.0
          u = i_alpha
          v = 0.5 * (SQRT3 * i_beta - i_alpha)
          w = -u - v
          su = sign(u)
          sv = sign(v)
          sw = sign(w)
          eu = dead * su + @drop * su + @resistance * u
          ev = dead * sv + @drop * sv + @resistance * v
          ew = dead * sw + @drop * sw + @resistance * w
          @v_alpha = v_alpha - (2.0 * eu - ev - ew) / 3.0
          @v_beta = v_beta - (ev - ew) / SQRT3
          return @drop * (su * u + sv * v + sw * w) + @resistance * (u * u + v * v + w * w)
        end
        su = sign(i_alpha)
        sv = sign(i_beta)
        @v_alpha = v_alpha - 2.0 * (dead * su + @drop * su + @resistance * i_alpha)
        @v_beta = v_beta - 2.0 * (dead * sv + @drop * sv + @resistance * i_beta)
        2.0 * (@drop * (su * i_alpha + sv * i_beta) + @resistance * (i_alpha * i_alpha + i_beta * i_beta))
      end

      private

      def sign(current)
        share = current * @inverse_clamp
        share > 1.0 ? 1.0 : (share < -1.0 ? -1.0 : share)
      end
    end
  end
end

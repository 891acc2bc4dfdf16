# frozen_string_literal: true

module Gallop
  module Plant
    # Current channels that are connected or made wrong: exchanged, reversed, at the end of their range, or drifting.
    class MiswiredSensor < CurrentSensor
      # @param exchanged [Boolean] U for V @param reversed_u, reversed_v [Boolean] @param range [Float, nil] A at which
      # a channel ends @param drift [Float] A/s by which both offsets go, up to @param drift_end [Float] A
      def initialize(
        exchanged: false,
        reversed_u: false,
        reversed_v: false,
        range: nil,
        drift: 0.0,
        drift_end: 0.5,
        **sensor
      )
        super(**sensor)
        @exchanged = exchanged
        @sign_u = reversed_u ? -1.0 : 1.0
        @sign_v = reversed_v ? -1.0 : 1.0
        @range = (range || Float::INFINITY).to_f
        @drift = drift.to_f
        @drift_end = drift_end.to_f
        @drifted = 0.0
      end

      # The drift goes on. @param dt [Float] s
      def wait(dt)
        @drifted = (@drifted + @drift * dt).clamp(-@drift_end, @drift_end)
      end

      def read(i_alpha, i_beta)
        u = i_alpha
        v = 0.5 * (SQRT3 * i_beta - i_alpha)
        u, v = v, u if @exchanged
        place = next_place
        @i_alpha = sample(ended(@gain_u * @sign_u * u + @drifted, @offset_u), place) - @zero_u
        @i_v = sample(ended(@gain_v * @sign_v * v + @drifted, @offset_v), place + 1) - @zero_v
        @i_beta = (@i_alpha + 2.0 * @i_v) * INVERSE_SQRT3
      end

      private

      # What is left of it where the channel, its offset with it, is at the end of its range.
      def ended(current, offset) = (current + offset).clamp(-@range, @range) - offset
    end
  end
end

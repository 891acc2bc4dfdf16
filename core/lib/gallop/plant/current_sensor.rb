# frozen_string_literal: true

module Gallop
  module Plant
    # Two phase-current channels of an inverter with offset, gain error, noise and quantisation. Reads in α and β;
    # channel errors are applied in phase coordinates (U, V), where they arise. Noise is a table of a fixed seed that is
    # gone through again and again, so runs repeat.
    class CurrentSensor
      SQRT3 = Math.sqrt(3)
      INVERSE_SQRT3 = 1 / SQRT3

      attr_reader :i_alpha, :i_beta, :i_v

      # @param step [Float] A of one converter step, @param noise [Float] A peak, @param offset_u, offset_v [Float] A
      # @param gain_u, gain_v [Float] true factor of each channel
      def initialize(step:, noise: 0.0, offset_u: 0.0, offset_v: 0.0, gain_u: 1.0, gain_v: 1.0, seed: 1)
        @step = step.to_f
        @noise = noise_table(noise / @step, seed, [offset_u / @step, offset_v / @step])
        @offset_u = offset_u.to_f
        @offset_v = offset_v.to_f
        @gain_u = gain_u.to_f
        @gain_v = gain_v.to_f
        # in steps of the converter: of U for α, of V for β and α
        @a_step = 1.0 / @step
        @steps_u = @gain_u / @step
        @steps_v_beta = 0.5 * SQRT3 * @gain_v / @step
        @steps_v_alpha = 0.5 * @gain_v / @step
        @at = 0
        @zero_u = @zero_v = 0.0
        @i_alpha = @i_beta = @i_v = 0.0
      end

      # What the converter is told to take off each reading. @param u, v [Float] A
      def zero(u, v)
        @zero_u = u.to_f
        @zero_v = v.to_f
      end

      # α is the axis of phase U.
      def i_u = @i_alpha

      # Half a step and the offsets are in the table already: the floor rounds.
      def read(i_alpha, i_beta)
        noise = @noise
        @at = at = (@at + 2) & TABLE_MASK
        @i_alpha = u = (@steps_u * i_alpha + noise[at]).floor * @step - @zero_u
        @i_v = v = (@steps_v_beta * i_beta - @steps_v_alpha * i_alpha + noise[at + 1]).floor * @step - @zero_v
        @i_beta = (u + 2.0 * v) * INVERSE_SQRT3
      end

      # What was read, by channels that are put in each other's place, then reversed.
      # @param signs [Array<Float>] 1 or -1
      def rearrange(exchanged, signs)
        u, v = exchanged ? [@i_v, @i_alpha] : [@i_alpha, @i_v]
        @i_alpha = signs[0] * u
        @i_v = signs[1] * v
        @i_beta = (@i_alpha + 2.0 * @i_v) * INVERSE_SQRT3
      end

      # The same currents with V and W in each other's place; the channels show what they have seen.
      def mirror
        @i_beta = -@i_beta
      end

      private

      # A of a channel, its offset with it. @param place [Integer] in the table
      def sample(current, place) = (current * @a_step + @noise[place]).floor * @step

      # @return [Integer] of U in the table; V's is the next
      def next_place = @at = (@at + 2) & TABLE_MASK

      TABLE_MASK = 8191 # even places for U, odd ones for V
      private_constant :TABLE_MASK

      # By a linear congruential sequence. @param peak [Float] @param offsets [Array<Float>] of U and V, all in steps
      # of the converter
      def noise_table(peak, seed, offsets)
        Array.new(TABLE_MASK + 1) do |place|
          seed = (seed * 1_103_515_245 + 12_345) & 0x7fffffff
          (seed - 0x40000000) * peak / 0x40000000 + 0.5 + offsets[place & 1]
        end
      end
    end
  end
end

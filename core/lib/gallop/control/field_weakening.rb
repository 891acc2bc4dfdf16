# frozen_string_literal: true

module Gallop
  module Control
    # Current against the magnets, by the voltage that the current loop would like to have: an integral towards SHARE
    # of what the bus gives, so that some is left to control with (e.g. Schröder, Elektrische Antriebe, ch. 6). Its gain
    # follows the reactance, by which a current against the magnets takes voltage away.
    class FieldWeakening
      SHARE = 0.95 # of the voltage limit
      RATE = 300.0 # rad/s at which the voltage is followed

      attr_reader :i_d

      def initialize
        @i_d = 0.0
        @most = 0.0
      end

      # Takes new figures without a jump: what flows against the magnets stays.
      # @param most [Float] A peak, 0 leaves the field alone @param inductance [Float] H a phase
      # @param dt [Float] s between calls
      def tune(most:, inductance:, dt:)
        @most = most.to_f
        @inductance = inductance.to_f
        @rate = RATE * dt
        @i_d = -@most if @i_d < -@most
      end

      def reset
        @i_d = 0.0
      end

      def used? = @most > 0.0

      # @param asked [Float] V peak @param limit [Float] V peak of a phase @param omega [Float] electrical rad/s
      # @return [Float] A peak to ask of the d axis, zero or negative
      def step(asked, limit, omega)
        reactance = omega.abs * @inductance
        return @i_d = 0.0 if reactance < 1e-3
        # an integral behind its bounds would come back late
        i_d = @i_d + @rate * (SHARE * limit - asked) / reactance
        @i_d = i_d > 0.0 ? 0.0 : (i_d < -@most ? -@most : i_d)
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Plant
    # Current channels of two phases at right angles, with the same errors as those of CurrentSensor: its u and v are
    # the phases A and B.
    class TwoPhaseSensor < CurrentSensor
      def read(i_alpha, i_beta)
        place = next_place
        @i_alpha = sample(@gain_u * i_alpha, place) - @zero_u
        @i_beta = @i_v = sample(@gain_v * i_beta, place + 1) - @zero_v
      end

      def rearrange(exchanged, signs)
        super
        @i_beta = @i_v
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # A train of pulses whose width says how much, and which way:
      #
      #   share = (w − centre ∓ deadband)/(end − centre ∓ deadband), 0 within the deadband, ±1 beyond the ends
      class PulseInput
        BRAKES = 0 # below the centre
        REVERSES_FROM_REST = 2

        # @param centre, deadband, low, high [Float] µs @param below [Integer] what a width below the centre means
        def initialize(centre:, deadband:, low:, high:, below:)
          @centre = centre
          @deadband = deadband
          @low = low
          @high = high
          @below = below
        end

        # @param width [Float, nil] µs, none without a pulse @param turning [Boolean] whether the shaft still goes
        # forward
        # @return [Float] −1 to 1
        def share(width, turning:)
          return 0.0 if width.nil?
          away = width - @centre
          return reach(away, @high) if away.positive?
          @below == BRAKES || (@below == REVERSES_FROM_REST && turning) ? 0.0 : -reach(away, @low)
        end

        # How hard it brakes, while the pulse is below the centre and does not reverse. @return [Float] 0 to 1
        def brake(width)
          away = @centre - @deadband - (width || @centre)
          away.positive? ? [away / [@centre - @deadband - @low, 1.0].max, 1.0].min : 0.0
        end

        private

        def reach(away, limit)
          return 0.0 if away.abs <= @deadband
          full = (limit - @centre).abs - @deadband
          full.positive? ? [(away.abs - @deadband) / full, 1.0].min : 1.0
        end
      end
    end
  end
end

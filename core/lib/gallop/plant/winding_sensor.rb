# frozen_string_literal: true

module Gallop
  module Plant
    # What a motor has in its winding against overheating, as a drive sees it: a resistance over the temperature.
    #
    # Pt1000: R = 1000 (1 + A t + B t²), IEC 60751. KTY 84: R = 1000 (1 + α (t − 100) + β (t − 100)²), a usual data
    # sheet. Thermistor: the limits of DIN 44081 around its temperature, joined by straight lines of the logarithm. A
    # contact opens.
    class WindingSensor
      A = 3.9083e-3
      B = -5.775e-7
      ALPHA = 6.12e-3
      BETA = 1.1e-5
      STEP_LIMITS = [[-20.0, 200.0], [-5.0, 550.0], [5.0, 1330.0], [15.0, 4000.0], [30.0, 20_000.0]].freeze
      OPEN = Float::INFINITY

      KINDS = %w[ptc kty pt1000 contact].freeze

      attr_accessor :connected

      # @param kind [String] of KINDS @param trips_at [Float] °C of a thermistor or a contact
      def initialize(kind:, trips_at: 140.0)
        @kind = kind
        @trips_at = trips_at.to_f
        @connected = true
      end

      # @param kelvin [Float] @return [Float] Ω
      def resistance(kelvin)
        return OPEN unless connected
        celsius = kelvin - 273.15
        case @kind
        when "pt1000"
          self.class.pt1000(celsius)
        when "kty"
          self.class.kty(celsius)
        when "ptc"
          thermistor(celsius - @trips_at)
        else
          celsius < @trips_at ? 0.1 : OPEN
        end
      end

      class << self
        def pt1000(celsius) = 1000 * (1 + A * celsius + B * celsius**2)
        def kty(celsius) = 1000 * (1 + ALPHA * (celsius - 100) + BETA * (celsius - 100)**2)

        # The temperature that a resistance tells: the other way round. @return [Float] °C
        def pt1000_celsius(ohms) = solve(B, A, 1 - ohms / 1000)
        def kty_celsius(ohms) = 100 + solve(BETA, ALPHA, 1 - ohms / 1000)

        private

        # The root of a x² + b x + c next to zero.
        def solve(a, b, c) = 2 * -c / (b + Math.sqrt([b * b - 4 * a * c, 0.0].max))
      end

      private

      def thermistor(beyond)
        low, high = STEP_LIMITS.each_cons(2).find { |_, (end_of_it, _)| beyond <= end_of_it } || STEP_LIMITS.last(2)
        share = ((beyond - low[0]) / (high[0] - low[0])).clamp(0.0, 1.0)
        low[1] * (high[1] / low[1])**share
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Control
    # Takes one frequency out of a signal, wholly or in part:
    #
    #   H(s) = (s² + (1 − d) B s + ω²)/(s² + B s + ω²)
    #
    # with the width B between the points of −3 dB of the whole notch and the depth d. Discrete by the bilinear
    # transform, bent so that frequency and width are met exactly (e.g. Oppenheim, Schafer: Discrete-Time Signal
    # Processing, ch. 7).
    class Notch
      # Coefficients by powers of z⁻¹, the denominator without its leading one.
      def numerator = [@b0, @b1, @b2]
      def denominator = [@a1, @a2]

      # @param frequency, width [Float] Hz @param depth [Float] 0 to 1 @param dt [Float] s
      def initialize(frequency:, width:, depth:, dt:)
        bent = Math.tan(Math::PI * frequency * dt)
        broad = Math.tan(Math::PI * width * dt) * (1 + bent**2)
        whole = 1 + broad + bent**2
        @b0 = (1 + (1 - depth) * broad + bent**2) / whole
        @b1 = @a1 = 2 * (bent**2 - 1) / whole
        @b2 = (1 - (1 - depth) * broad + bent**2) / whole
        @a2 = (1 - broad + bent**2) / whole
        @first = @second = 0.0
      end

      # @return [Float] the signal without it
      def step(signal)
        out = @b0 * signal + @first
        @first = @b1 * signal - @a1 * out + @second
        @second = @b2 * signal - @a2 * out
        out
      end
    end
  end
end

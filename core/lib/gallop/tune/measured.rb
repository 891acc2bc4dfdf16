# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Tune
    # A mechanism as the frequency response has shown it, at its tones alone.
    class Measured
      SURE = 0.9 # coherence of a tone that is believed

      # @param tones [Array<Array(Float, Float, Float, Float)>] Hz, real and imaginary part in rad/s for a N·m,
      # coherence
      def initialize(tones)
        @tones = self.class.sure(tones)
      end

      # Those that are believed, by frequency.
      def self.sure(tones) = tones.select { |tone| tone.last > SURE }.sort_by(&:first)

      def any? = @tones.size > 1
      def frequencies = Numo::DFloat.cast(@tones.map(&:first))
      def answer(_jomega) = Numo::DComplex.cast(@tones.map { |_, real, imaginary, _| Complex(real, imaginary) })
      def resonance = nil
      def antiresonance = nil
    end
  end
end

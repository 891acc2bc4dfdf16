# frozen_string_literal: true

require "numo/narray"
require "numo/pocketfft"

module Gallop
  module Traces
    # Amplitudes over frequency of a stretch that is sampled evenly. The mean is taken away, a Hann window laid over,
    # and the amplitude set right by the window's gain, so that a sine of 2 A is a line of 2 A. Between the two highest
    # bins of a line its frequency and amplitude are worked out from the shape of the window's main lobe (Harris, On the
    # use of windows for harmonic analysis, Proc. IEEE 66, 1978; Schoukens, Pintelon, Van hamme, IEEE Trans. IM 41,
    # 1992):
    #
    #   r = A[k+1]/A[k],  δ = (2r − 1)/(r + 1),  A = A[k] · πδ (1 − δ²)/sin πδ
    #
    #   Traces::Spectrum.of(samples, 1.0 / 4000).lines.first.frequency   # => 120.3
    Spectrum =
      Record.define(:frequencies, :amplitudes, :lines) do
        # @param samples [Array<Float>] @param interval [Float] s @return [Spectrum, nil] nil of too few
        def self.of(samples, interval)
          samples = Numo::DFloat.cast(samples)
          return if samples.size < Spectrum::LEAST
          amplitudes = amplitudes_of(samples)
          resolution = 1.0 / (samples.size * interval)
          new(
            frequencies: Array.new(amplitudes.size) { |n| n * resolution },
            amplitudes: amplitudes,
            lines: Spectrum::Lines.new(amplitudes, resolution).strongest
          )
        end

        # Of one side: a bin at zero and one at half the rate have no twin.
        def self.amplitudes_of(samples)
          window = 0.5 - 0.5 * Numo::NMath.cos(2 * Math::PI / samples.size * Numo::DFloat.new(samples.size).seq)
          transformed = Numo::Pocketfft.rfft((samples - samples.mean) * window)
          amplitudes = (transformed.abs * (2.0 / window.sum)).to_a
          amplitudes[-1] /= 2 if samples.size.even?
          amplitudes
        end
      end

    class Spectrum
      LEAST = 16 # samples
      Line = Record.define(:frequency, :amplitude)

      # Peaks that stand out of what is around them.
      class Lines
        MOST = 6
        STANDS_OUT = 6.0 # times the median
        OF_HIGHEST = 0.02
        LOBE = 2 # bins to either side that belong to a peak

        def initialize(amplitudes, resolution)
          @amplitudes = amplitudes
          @resolution = resolution
        end

        # @return [Array<Line>] the strongest first
        def strongest
          least = [@amplitudes.max * OF_HIGHEST, median * STANDS_OUT].max
          return [] unless least.positive? && least.finite?
          peaks
            .select { |n| @amplitudes[n] > least }
            .sort_by { |n| -@amplitudes[n] }
            .first(MOST)
            .map { |n| line(n) }
            .sort_by { |line| -line.amplitude }
        end

        private

        def median = @amplitudes.sort[@amplitudes.size / 2]

        # Highest within their lobe; what is left of the mean is none.
        def peaks
          (2...(@amplitudes.size - 1)).select do |n|
            around = @amplitudes[[n - LOBE, 0].max..(n + LOBE)]
            @amplitudes[n] == around.max
          end
        end

        def line(n)
          up = @amplitudes[n + 1] > @amplitudes[n - 1]
          ratio = @amplitudes[up ? n + 1 : n - 1] / @amplitudes[n]
          off = ((2 * ratio - 1) / (ratio + 1)).clamp(0.0, 0.5)
          Line.new(frequency: (n + (up ? off : -off)) * @resolution, amplitude: @amplitudes[n] * gain(off))
        end

        def gain(off) = off < 1e-6 ? 1.0 : Math::PI * off * (1 - off * off) / Math.sin(Math::PI * off)
      end
    end
  end
end

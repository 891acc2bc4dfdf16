# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Traces
    # What a stretch of one signal comes to. Mean and root mean square are those of the samples; the deviation is the
    # rms about the mean.
    #
    #   Traces::Figures.of([1.0, -1.0, 1.0, -1.0]).rms   # => 1.0
    Figures =
      Record.define(:mean, :rms, :deviation, :lowest, :highest) do
        # @param samples [Array<Float>, Numo::DFloat] @return [Figures, nil] nil of none
        def self.of(samples)
          samples = Numo::DFloat.cast(samples)
          return if samples.empty?
          mean = samples.mean
          new(
            mean: mean,
            rms: Math.sqrt((samples**2).mean),
            deviation: Math.sqrt(((samples - mean)**2).mean),
            lowest: samples.min,
            highest: samples.max
          )
        end

        def peak_to_peak = highest - lowest
        # The largest of either sign.
        def peak = [highest.abs, lowest.abs].max
      end
  end
end

# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Traces
    # How an actual figure follows its demand over a stretch: the error at each sample, and, where the demand goes from
    # one level to another, how the actual figure gets there. Terms as of IEC 60050-351: rise from 10 to 90 % of the
    # step (351-45-26), overshoot in percent of it (351-45-30), settling until it stays within a band about the new
    # level (351-45-29), reckoned from the moment at which the demand begins to move.
    #
    #   Traces::Response.of(times, demand, actual).overshoot   # => 16.3, percent
    Response =
      Record.define(
        :error_rms,
        :error_peak,
        :error_mean,
        :steady_error,
        step: nil,
        rise: nil,
        overshoot: nil,
        settling: nil,
        after_demand: nil
      ) do
        # @param times [Array<Float>] s @param demand [Array<Float>] @param actual [Array<Float>]
        # @param band [Float] of the step, to either side @return [Response, nil] nil of no samples
        def self.of(times, demand, actual, band: 0.02)
          times, demand, actual = [times, demand, actual].map { |column| Numo::DFloat.cast(column) }
          return if times.empty?
          error = demand - actual
          tail = error[-[times.size / 10, 1].max..]
          new(
            error_rms: Math.sqrt((error**2).mean),
            error_peak: [error.max.abs, error.min.abs].max,
            error_mean: error.mean,
            steady_error: tail.mean,
            **Transition.new(times, demand, actual, band).figures
          )
        end
      end
  end
end

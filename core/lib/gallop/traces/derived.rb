# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Traces
    # Signals that are worked out of others. A derivative is the central difference, one-sided at both ends.
    #
    #   Traces::Derived.derivative([0.0, 1.0, 4.0], [0.0, 1.0, 2.0]).to_a   # => [1.0, 2.0, 3.0]
    module Derived
      module_function

      def difference(one, other) = Numo::DFloat.cast(one) - Numo::DFloat.cast(other)
      def scaled(samples, factor, offset = 0.0) = Numo::DFloat.cast(samples) * factor + offset

      # @param times [Array<Float>] s
      def derivative(samples, times)
        samples = Numo::DFloat.cast(samples)
        times = Numo::DFloat.cast(times)
        return Numo::DFloat.zeros(samples.size) if samples.size < 2
        inner = (samples[2..] - samples[0..-3]) / (times[2..] - times[0..-3]) if samples.size > 2
        ends = [0, -2].map { |n| (samples[n + 1] - samples[n]) / (times[n + 1] - times[n]) }
        Numo::DFloat[ends.first, *inner.to_a, ends.last]
      end
    end
  end
end

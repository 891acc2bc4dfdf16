# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Tune
    # What a load does once its path has ended. As all is linear, a path in three parts leaves the sum of three.
    class Tail
      SEEN = 1.5 # swings

      # @param samples [Array<Float>] rad @param frequency [Float] Hz of the swing
      def initialize(samples, frequency)
        @samples = Numo::DFloat.cast(samples)
        @per_second = samples.size / self.class.length(frequency)
        @seen = (SEEN / frequency * @per_second).floor
      end

      # s that have to be known of one, for the slowest shaper
      def self.length(frequency) = (SEEN + 1.1 / Quiet::SLOWEST) / frequency

      # rad from one side to the other @param frequency [Float, nil] Hz of a shaper, nil without one
      def left(frequency, damping)
        return spread(@samples[0...@seen]) unless frequency
        slower = Math.sqrt(1 - damping**2)
        half = (0.5 / frequency / slower * @per_second).round
        decay = Math.exp(-Math::PI * damping / slower)
        parts = [1.0, 2 * decay, decay**2].each_with_index.map { |size, n| part(2 * half - n * half) * size }
        spread(parts.reduce(:+) / (1 + decay)**2)
      end

      private

      def part(from) = @samples[from...(from + @seen)]
      def spread(column) = column.max - column.min
    end
  end
end

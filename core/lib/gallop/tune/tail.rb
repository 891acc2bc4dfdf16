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

      # rad from one side to the other, without a shaper
      def whole = @whole ||= spread(part(0))

      # Share of that with one.
      def left(frequency, damping)
        parts = Control::Shaper.parts(frequency, damping)
        half = (parts[1].first * @per_second).round
        spread(parts.each_with_index.map { |(_, size), n| part((2 - n) * half) * size }.reduce(:+)) / whole
      end

      private

      def part(from) = @samples[from...(from + @seen)]
      def spread(column) = column.max - column.min
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Control
    # Takes what would make a mechanism swing out of a profile: it is given in three parts, half a period of the swing
    # apart, so that what each of them leaves is taken back by the next, also where the frequency is a little off (zero
    # vibration and derivative: Singer, Seering: Preshaping Command Inputs to Reduce System Vibration, 1990). With
    #
    #   K = e^(−ζπ/√(1−ζ²)),   T = 1/(f √(1−ζ²)):   (1, 2K, K²)/(1+K)² at 0, T/2, T
    #
    # The end is met exactly, a period later.
    class Shaper
      # @param present [Shaper, nil] @return [Shaper] the present one where it is the same, so that settings that come
      # under way make no jump; else one that begins at the figure
      def self.of(present, frequency:, damping:, dt:, begins_at:)
        return present if present&.frequency == frequency && present.damping == damping
        new(frequency: frequency, damping: damping, dt: dt).tap { |other| other.reset(begins_at) }
      end

      # When each part comes, and how much of the whole it is.
      # @return [Array<Array(Float, Float)>] s, share
      def self.parts(frequency, damping)
        slower = Math.sqrt(1 - damping * damping)
        half = 0.5 / frequency / slower
        decay = Math.exp(-Math::PI * damping / slower)
        [1.0, 2 * decay, decay * decay].each_with_index.map { |size, n| [n * half, size / (1 + decay)**2] }
      end

      # Hz, and share of the critical damping
      attr_reader :frequency, :damping

      # @param dt [Float] s between calls
      def initialize(frequency:, damping:, dt:)
        @frequency = frequency
        @damping = damping
        (_, @first), (half, @second) = self.class.parts(frequency, damping)
        @half = [(half / dt).round, 1].max
        @third = 1 - @first - @second
        reset(0.0)
      end

      def reset(figure)
        @asked = Array.new(2 * @half, figure)
        @place = 0
      end

      # @return [Float] of the newest figure and those of before
      def step(figure)
        middle = @asked[@place - @half] # from the end, where there is none before it
        last = @asked[@place]
        @asked[@place] = figure
        @place += 1
        @place = 0 if @place == @asked.size
        figure == middle && middle == last ? figure : @first * figure + @second * middle + @third * last
      end
    end
  end
end

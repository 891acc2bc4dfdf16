# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Identify
    # What was recorded of a motor that turns without a device, at one speed.
    class FreeStretch
      OFF = 0.1 # of the speed that was asked for, by which the drive's own may be off
      SWINGS = 0.25 # of it, rms

      attr_reader :take, :asked

      # @param take [Instrument::Take] @param asked [Float] rad/s, signed
      # @param reversed [Boolean] whether the counting direction is set so
      def initialize(take, asked, brushed:, reversed: false)
        @reversed = reversed
        @take = take
        @asked = asked
        @brushed = brushed
      end

      def reversed? = @reversed

      # Counts in a second
      def counted
        count = take["feedback.count"]
        (count[-1] - count[0]) / (count.size - 1) / take.interval
      end

      # rad/s as the drive reckons it
      def speed = take["speed.actual"].mean
      def speed_ripple = take["speed.actual"].stddev / @asked.abs

      # A rms of the whole, and of what swings
      def current = @brushed ? take["current.q"].mean.abs : amplitude.mean / Math.sqrt(2)
      def current_ripple = @brushed ? take["current.q"].stddev : amplitude.stddev / Math.sqrt(2)

      # Electrical rad/s
      def omega = 2 * Math::PI * take["output.frequency"].mean.abs

      # W and var, by a phase's peaks
      def active = 1.5 * (take["voltage.alpha"] * alpha + take["voltage.beta"] * beta).mean
      def reactive = 1.5 * (take["voltage.beta"] * alpha - take["voltage.alpha"] * beta).mean.abs

      # V peak of a phase
      def voltage = Math.sqrt((take["voltage.alpha"]**2 + take["voltage.beta"]**2).mean)

      # @raise [Undecided]
      def refuse_unsteady
        if (speed - @asked).abs > OFF * @asked.abs
          raise Undecided,
                "#{text(@asked)} were asked for, and the drive shows #{text(speed)}. Something holds the shaft, or " \
                  "the limits leave too little."
        end
        return if speed_ripple < SWINGS
        raise Undecided, "At #{text(@asked)} the speed swings by #{text(speed_ripple * @asked)} rms. Look at the trace."
      end

      private

      def text(speed) = Shaft.turning.text(:fine_speed, speed)
      def alpha = take["current.alpha"]
      def beta = take["current.beta"]
      def amplitude = Numo::NMath.sqrt(alpha**2 + beta**2)
    end
  end
end

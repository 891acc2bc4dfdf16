# frozen_string_literal: true

module Gallop
  module Control
    # A linear ramp towards a target speed with separate rates away from and towards rest; passing through zero it
    # changes rate there. Works in any unit of speed as long as the rates match.
    class SpeedRamp
      attr_reader :speed, :rate

      def initialize
        reset(0.0)
      end

      def reset(speed)
        @speed = speed
        @rate = 0.0
      end

      # @param up, down [Float] rates per second away from and towards rest, positive
      # @return [Float] the speed at the end of the step
      def step(target, up, down, dt)
        before = @speed
        @speed = approach(before, target, up, down, dt)
        @rate = (@speed - before) / dt
        @speed
      end

      private

      def approach(before, target, up, down, dt)
        difference = target - before
        return before if difference.zero?
        slowing = before.positive? ? difference.negative? : before.negative? && difference.positive?
        bound = slowing && before * target <= 0 ? 0.0 : target
        travel = (slowing ? down : up) * dt
        return bound if (bound - before).abs <= travel
        difference.positive? ? before + travel : before - travel
      end
    end
  end
end

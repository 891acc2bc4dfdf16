# frozen_string_literal: true

module Gallop
  module Control
    # Trapezoidal motion to a target, decided anew at every step, so that the target may change under way. The target
    # is met exactly and at rest: whatever remains within one step is taken as the last step.
    class PositionProfile
      attr_reader :position, :speed, :acceleration

      def initialize
        reset(0.0)
      end

      def reset(position, speed = 0.0)
        @position = position
        @speed = speed
        @acceleration = 0.0
      end

      # @param target [Float] rad, @param cruise [Float] rad/s, @param up, down [Float] rad/s², all positive
      # @return [Float] rad at the end of the step
      def step(target, cruise, up, down, dt)
        distance = target - @position
        return hold(target) if distance.abs < 1e-12 && @speed.abs <= down * dt
        before = @speed
        @speed = limited(before, permitted(distance - 0.5 * before * dt, cruise, down, dt), up, down, dt)
        travel = 0.5 * (before + @speed) * dt
        return hold(target) if arrives?(distance, travel, down, dt)
        @acceleration = (@speed - before) / dt
        @position += travel
      end

      def arrived?(target) = @position == target && @speed.zero?

      private

      def hold(target)
        @speed = 0.0
        @acceleration = 0.0
        @position = target
      end

      # Largest speed at the end of this step from which what is then left suffices: v²/2a + v·dt/2 = s, where s is
      # the distance less the half step that the present speed takes.
      def permitted(distance, cruise, down, dt)
        step = down * dt * 0.5
        speed = Math.sqrt(step * step + 2 * down * distance.abs) - step
        speed = cruise if speed > cruise
        distance.negative? ? -speed : speed
      end

      def limited(before, wanted, up, down, dt)
        slowing = before.positive? ? wanted < before : wanted > before
        travel = (slowing && !before.zero? ? down : up) * dt
        difference = wanted - before
        return wanted if difference.abs <= travel
        before + (difference.positive? ? travel : -travel)
      end

      def arrives?(distance, travel, down, dt)
        (distance - travel).abs <= 0.5 * down * dt * dt && @speed.abs <= 2 * down * dt
      end
    end
  end
end

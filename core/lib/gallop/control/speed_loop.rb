# frozen_string_literal: true

module Gallop
  module Control
    # Speed PI with a torque limit; the integral stands still while the limit is reached and the error would push
    # further.
    class SpeedLoop
      attr_reader :torque, :limited, :integral

      def initialize
        reset
      end

      # Takes new figures without a jump: integrals and angles stay.
      # @param gain [Float] N·m·s/rad, @param integral_time [Float] s (0 switches the integral off), @param dt [Float] s
      def tune(gain:, integral_time:, dt:)
        @gain = gain.to_f
        @integral_gain = integral_time.positive? ? gain * dt / integral_time : 0.0
      end

      def reset(torque = 0.0)
        @integral = torque
        @torque = torque
        @limited = false
      end

      # @param want, actual [Float] rad/s, @param feed_forward [Float] N·m, @param limit [Float] N·m
      # @return [Float] N·m
      def step(want, actual, feed_forward, limit)
        error = want - actual
        torque = @gain * error + @integral + feed_forward
        if torque > limit
          @limited = true
          @integral += @integral_gain * error if error < 0.0
          @torque = limit
        elsif torque < -limit
          @limited = true
          @integral += @integral_gain * error if error > 0.0
          @torque = -limit
        else
          @limited = false
          @integral += @integral_gain * error
          @torque = torque
        end
      end
    end
  end
end

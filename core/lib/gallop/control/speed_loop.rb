# frozen_string_literal: true

module Gallop
  module Control
    # Speed PI with a torque limit; the integral stands still while the limit is reached and the error would push
    # further. With a reference model the integral waits for as long as the loop needs anyway to follow what is wanted:
    # it gathers what the motor lags behind the model, and not behind the demand, and overshoots the less.
    class SpeedLoop
      attr_reader :torque, :limited, :integral

      def initialize
        within(-Float::INFINITY, Float::INFINITY)
        reset
      end

      # What bounds each direction by itself, beside the limit of each step. N·m
      def within(lowest, highest)
        @lowest = lowest
        @highest = highest
      end

      # N·m
      def clamp(torque) = torque.clamp(@lowest, @highest)

      # Takes new figures without a jump: integrals and angles stay.
      # @param gain [Float] N·m·s/rad, @param integral_time [Float] s (0 switches the integral off), @param dt [Float] s
      # @param model [Float] Hz of the reference model, 0 for none
      def tune(gain:, integral_time:, dt:, model: 0.0)
        @gain = gain.to_f
        @model_share = model.positive? ? 1 - Math.exp(-2 * Math::PI * model * dt) : nil
        @integral_gain = integral_time.positive? ? gain * dt / integral_time : 0.0
      end

      def reset(torque = 0.0)
        @integral = torque
        @torque = torque
        @limited = false
        @modelled = nil
      end

      # @param want, actual [Float] rad/s, @param feed_forward [Float] N·m, @param limit [Float] N·m
      # @return [Float] N·m
      def step(want, actual, feed_forward, limit)
        error = want - actual
        torque = @gain * error + @integral + feed_forward
        error = modelled(want, actual) - actual if @model_share
        highest = limit < @highest ? limit : @highest
        lowest = -limit > @lowest ? -limit : @lowest
        if torque > highest
          @limited = true
          @integral += @integral_gain * error if error < 0.0
          @torque = highest
        elsif torque < lowest
          @limited = true
          @integral += @integral_gain * error if error > 0.0
          @torque = lowest
        else
          @limited = false
          @integral += @integral_gain * error
          @torque = torque
        end
      end

      private

      # It begins where the motor is.
      def modelled(want, actual)
        @modelled ||= actual
        @modelled += @model_share * (want - @modelled)
      end
    end
  end
end

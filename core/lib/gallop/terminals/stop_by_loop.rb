# frozen_string_literal: true

module Gallop
  module Terminals
    # How a speed loop brings a machine to rest along a ramp: worked out moment by moment with the loop that the drive
    # has. One that is slow for its ramp lags behind it, passes rest and comes back.
    #
    #   J dω/dt = T − T_f sign ω,  T by the loop, within its limit
    #
    # At rest the stage goes off once the speed has stayed below the threshold for its time.
    class StopByLoop
      STEP = 0.00025 # s
      LONGEST = 8.0 # s after which a drive switches off anyway
      REST = 0.1 # rad/s: 1 rpm

      # @param speed [Float] rad/s that it begins with, positive @param rate [Float] rad/s² of the ramp
      # @param gain [Float] N·m·s/rad @param integral_time [Float] s @param limit [Float] N·m
      # @param inertia [Float] kg·m² @param friction [Float] N·m @param ahead [Float] kg·m² of the feed-forward
      # @param threshold [Float] rad/s @param threshold_time [Float] s
      def initialize(
        speed:,
        rate:,
        gain:,
        integral_time:,
        limit:,
        inertia:,
        threshold:,
        threshold_time:,
        friction: 0.0,
        ahead: 0.0
      )
        @speed = @wanted = speed
        @rate = rate
        @limit = limit
        @inertia = inertia
        @friction = friction
        @ahead = ahead
        @threshold = threshold
        @threshold_time = threshold_time
        @loop = Control::SpeedLoop.new
        @loop.tune(gain: gain, integral_time: integral_time, dt: STEP)
        @loop.reset(friction)
        run
      end

      # s to rest
      attr_reader :seconds

      # rad/s that it turns back at the most
      attr_reader :back

      private

      def run
        time = below = @back = 0.0
        while below < @threshold_time && time < LONGEST
          step
          time += STEP
          below = @speed.abs < @threshold ? below + STEP : 0.0
          @back = -@speed if -@speed > @back
        end
        @seconds = @speed.abs < REST ? time - below : time + coasting
      end

      def step
        rate = @wanted.positive? ? -[@rate, @wanted / STEP].min : 0.0
        @wanted += rate * STEP
        torque = @loop.step(@wanted, @speed, @ahead * rate, @limit)
        before = @speed
        held = before.zero? ? torque.clamp(-@friction, @friction) : @friction * (before <=> 0.0)
        @speed += (torque - held) / @inertia * STEP
        @speed = 0.0 if (before * @speed).negative? && torque.abs <= @friction
      end

      def coasting = @friction.positive? ? @inertia * @speed.abs / @friction : 0.0
    end
  end
end

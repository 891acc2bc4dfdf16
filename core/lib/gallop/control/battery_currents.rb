# frozen_string_literal: true

module Gallop
  module Control
    # The torque at which the current of a battery reaches its limits, out of it and back into it. What the motor takes
    # is what it does and what heats its winding:
    #
    #   V I = ω T + c T² + P₀
    #
    # with c = 3 R/k² for three phases (k for an ampere rms) and R/k² for brushes, and what else is lost in P₀. Below
    # the taper voltage the current out of the battery falls in a straight line, to nothing at the end voltage.
    class BatteryCurrents
      # @param discharge, charge [Float] A @param taper, ends_at [Float] V of the whole battery
      def initialize(discharge:, charge:, taper:, ends_at:)
        @discharge = discharge.to_f
        @charge = charge.to_f
        @taper = taper.to_f
        @ends_at = ends_at.to_f
      end

      # A that may be drawn
      def discharge(voltage)
        return @discharge if voltage >= @taper
        voltage <= @ends_at ? 0.0 : @discharge * (voltage - @ends_at) / (@taper - @ends_at)
      end

      # @param speed [Float] rad/s @param voltage [Float] V @param heat [Float] c, W/(N·m)² @param beyond [Float] P₀, W
      # @return [Array<Float>] N·m, lowest and highest; the one along the speed drives, the other brakes
      def torques(speed, voltage, heat, beyond: 0.0)
        drawn = [voltage * discharge(voltage) - beyond, 0.0].max
        returned = [voltage * @charge + beyond, 0.0].max
        pace = speed.abs
        root = pace + Math.sqrt(pace * pace + 4 * heat * drawn)
        driving = root.positive? ? 2 * drawn / root : 0.0
        # braking, too, takes from the battery once the winding takes more than the shaft gives
        braking = [into_battery(pace, returned, heat), root / (2 * heat)].min
        speed.negative? ? [-driving, braking] : [-braking, driving]
      end

      private

      # Where ω² < 4 c P the winding takes so much that the rest is never too much for the battery. Of the two torques
      # that send just so much back the one that heats less.
      def into_battery(pace, power, heat)
        under = pace * pace - 4 * heat * power
        return Float::INFINITY if under.negative? || pace.zero?
        2 * power / (pace + Math.sqrt(under))
      end
    end
  end
end

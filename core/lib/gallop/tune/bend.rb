# frozen_string_literal: true

module Gallop
  module Tune
    # What bends a profile of a drive before the loops follow it.
    #
    # @!attribute of_place [Float], of_speed [Float] s in which the acceleration builds up, of moves and of ramps; zero
    # where it does so at once @!attribute swing [Float] Hz that is taken out, zero for none @!attribute damping [Float]
    # share of the critical
    Bend =
      Record.define(of_place: 0.0, of_speed: 0.0, swing: 0.0, damping: 0.0) do
        # @param reading [Gains::Reading]
        def self.of(reading)
          up = reading.figure("ramps.acceleration")
          down = reading.figure("ramps.deceleration")
          jerk = reading.figure("ramps.jerk", 0.0)
          limited = reading.figure("ramps.shape", 0.0) == Control::Smoothing::JERK_LIMITED && jerk.positive?
          new(
            of_place: limited ? window((up + down) / jerk) : 0.0,
            of_speed: limited ? window([up, down].max / jerk) : 0.0,
            swing: reading.figure("ramps.swing_frequency", 0.0),
            damping: reading.si("ramps.swing_damping", 0.0)
          )
        end

        # s, as the drive holds it
        def self.window(wanted) = [wanted, Control::Smoothing::LONGEST].min
        private_class_method :window

        # @param window [Float] of_place or of_speed @param dt [Float] s @return [Array<#step>] from zero on
        def filters(window, dt)
          [
            (Control::Smoothing.new(window: window, dt: dt) if window.positive?),
            (Control::Shaper.new(frequency: swing, damping: damping, dt: dt) if swing.positive?)
          ].compact
        end

        # s by which a move ends later
        def later = of_place + (swing.positive? ? 1 / swing : 0.0)
      end
  end
end

# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Tune
    # The loops of a servo over the frequency, sampled as the drive samples them: with z₁ at the rate of the current
    # loop, z₂ and z₄ at half and a quarter of it,
    #
    #   torque for a speed that is missing   C = K + K T₂/T_i · z₂⁻¹/(1 − z₂⁻¹), notches and low-pass behind it
    #   current for a demanded one           K_i = C_i G z₁⁻¹/(1 + C_i G z₁⁻¹), G of the winding held for a period
    #   speed as it is measured              (1 − z₂⁻¹)/(jω T₂) of the shaft's, and the speed filter
    #
    # Each demand is held until the next, (1 + z⁻¹)/2 at the doubled rate.
    class Loops
      LOWEST = 0.5 # Hz
      POINTS = 420
      AROUND = 41 # more, about what rings
      BAND = 1.12 # of it, to each side

      # One of them. @!attribute open [Numo::DComplex] @!attribute closed [Numo::DComplex] actual for demanded
      Loop = Record.define(:frequencies, :open, :closed) { def margins = Margins.new(frequencies, open, closed) }

      attr_reader :frequencies

      # @param gains [Gains] @param plant [#answer] rad/s for a N·m, by jω: a Mechanism, or Measured @param stage
      # [Stage]
      # @param frequencies [Numo::DFloat, nil] Hz
      def initialize(gains, plant, stage, frequencies: nil)
        @gains = gains
        @plant = plant
        @stage = stage
        @frequencies = frequencies || self.class.grid(stage, plant.resonance, plant.antiresonance)
      end

      # @param rings [Array<Float, nil>] Hz
      def self.grid(stage, *rings)
        highest = 0.499 * stage.rate
        points = Array.new(POINTS) { |n| LOWEST * (highest / LOWEST)**(n / (POINTS - 1.0)) }
        rings.compact.each { |ring| points.concat(Array.new(AROUND) { |n| ring * BAND**(2.0 * n / (AROUND - 1) - 1) }) }
        Numo::DFloat.cast(points.select { |point| point <= highest }.sort.uniq)
      end

      # @return [Loop]
      def speed
        @speed ||=
          begin
            open = regulator(1.0) * path * seen
            Loop.new(frequencies: frequencies, open: open, closed: regulator(model) * path / (open + 1))
          end
      end

      # @return [Loop, nil] nil where there is none
      def position
        return unless @gains.position_gain.positive?
        @position ||=
          begin
            way = speed.closed * held(z2) / s
            open = way * @gains.position_gain
            closed = way * (s * @gains.speed_ahead + @gains.position_gain) / (open + 1)
            Loop.new(frequencies: frequencies, open: open, closed: closed)
          end
      end

      # What the current loop does for the current that is wanted. @return [Loop]
      def current
        @current ||=
          begin
            open = current_regulator * winding * z1
            Loop.new(frequencies: frequencies, open: open, closed: open / (open + 1))
          end
      end

      # Speed for a torque, of the plant alone. @return [Numo::DComplex]
      def mechanics = @mechanics ||= @plant.answer(s)

      private

      def s = @s ||= Numo::DComplex.cast(frequencies) * Complex(0, 2 * Math::PI)
      # One period later. @param period [Float] s
      def later(period) = Numo::NMath.exp(s * -period)
      def z1 = @z1 ||= later(@stage.period)
      def z2 = @z2 ||= later(2 * @stage.period)

      # What is held over two periods at the rate of this one.
      def held(later) = (later + 1) * 0.5

      # What the integral expects of the motor, for what is wanted.
      def model = @gains.model.positive? ? low_pass(@gains.model) : 1.0

      # Torque for a speed that is missing. @param model [Numo::DComplex, Float] for the integral
      def regulator(model)
        integral = @gains.integral_time.positive? ? z2 / (1 - z2) * (2 * @stage.period / @gains.integral_time) : z2 * 0
        @gains.notches.inject((integral * model + 1) * @gains.speed_gain) { |path, notch| path * through(notch) } *
          smoothed
      end

      def through(notch)
        filter =
          Control::Notch.new(frequency: notch.frequency, width: notch.width, depth: notch.depth, dt: 2 * @stage.period)
        b0, b1, b2 = filter.numerator
        a1, a2 = filter.denominator
        (z2 * z2 * b2 + z2 * b1 + b0) / (z2 * z2 * a2 + z2 * a1 + 1)
      end

      def smoothed = @gains.low_pass.positive? ? low_pass(@gains.low_pass) : 1.0

      def low_pass(corner)
        share = 1 - Math.exp(-4 * Math::PI * corner * @stage.period)
        share / (1 - z2 * (1 - share))
      end

      # Speed for the torque that the speed loop asks for.
      def path = @path ||= held(z1) * current.closed * mechanics

      # The speed as it is measured, for the shaft's.
      def seen = (1 - z2) / (s * (2 * @stage.period)) * low_pass(@gains.speed_filter)

      def current_regulator
        bandwidth = 2 * Math::PI * @stage.bandwidth
        z1 / (1 - z1) * (bandwidth * @stage.resistance * @stage.period) + bandwidth * @stage.inductance
      end

      # A for a V that is held for a period.
      def winding
        decay = Math.exp(-@stage.resistance * @stage.period / @stage.inductance)
        z1 * ((1 - decay) / @stage.resistance) / (1 - z1 * decay)
      end
    end
  end
end

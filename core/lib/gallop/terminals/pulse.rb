# frozen_string_literal: true

module Gallop
  module Terminals
    # A train of pulses whose width says how much and which way, over time:
    #
    #   x = (w − centre ∓ deadband)/(end − centre ∓ deadband), 0 within the deadband, ±1 beyond the ends
    #   share = (1 − c) x + c x³, no faster than its ramp
    #
    # Ends that lie the other way round turn the direction round. After each enabling it has to be released first: zero
    # is seen once before anything follows.
    class Pulse
      BELOW = %i[brakes reverses brakes_first].freeze # what a pulse below the centre does

      # @!attribute centre, deadband, low, high, shortest, longest [Float] µs @!attribute below [Symbol] of BELOW
      # @!attribute curve [Float] 0 to 1 @!attribute ramp [Float] s to the full share @!attribute lost_time [Float] s
      Setting =
        Record.define(
          :centre,
          :deadband,
          :low,
          :high,
          below: :reverses,
          curve: 0.0,
          ramp: 0.0,
          shortest: 500.0,
          longest: 2500.0,
          lost_time: 0.1
        )

      # @param setup [Setup] of a family with such an input @return [Setting]
      def self.setting(setup)
        figure = ->(name) { setup.figure("pulse.#{name}") }
        Setting.new(
          centre: figure.("centre"),
          deadband: figure.("deadband"),
          low: figure.("low"),
          high: figure.("high"),
          below: BELOW.fetch(setup.raw("pulse.reverse")),
          curve: figure.("curve") / 100,
          ramp: figure.("ramp"),
          shortest: figure.("shortest"),
          longest: figure.("longest"),
          lost_time: figure.("lost_time") / 1000
        )
      end

      # @param setting [Setting]
      def initialize(setting)
        @setting = setting
        @way = setting.high >= setting.low ? 1 : -1
        @share = @brake = @lost_for = 0.0
        @released = false
      end

      attr_reader :setting

      # How much of the highest speed, or of the torque. @return [Float] −1 to 1
      attr_reader :share

      # How hard it brakes below the centre, while it does not reverse. @return [Float] 0 to 1
      attr_reader :brake

      # Whether zero was seen since it was enabled.
      def released? = @released
      def lost? = @lost_for > @setting.lost_time

      # It is enabled anew.
      def await_release
        @released = false
        @share = 0.0
      end

      # What was known goes on under new settings. @param before [Pulse]
      def carry_on(before)
        @share = before.share
        @released = before.released?
        self
      end

      # @param width [Float, nil] µs, none without a pulse
      # @param turning [Boolean] whether the shaft still goes forward @param enabled [Boolean] whether the motor is
      def step(width, turning:, enabled:, dt:)
        width = nil unless width&.between?(@setting.shortest, @setting.longest)
        @lost_for = width ? 0.0 : @lost_for + dt
        @released = enabled && (@released || (!width.nil? && along(width).abs <= @setting.deadband))
        wanted, @brake = @released && width ? asked(along(width), turning) : [0.0, 0.0]
        follow(wanted, dt)
      end

      private

      def along(width) = (width - @setting.centre) * @way

      # @return [Array(Float, Float)] share and brake
      def asked(along, turning)
        return shaped(along, @setting.high), 0.0 if along.positive?
        back = shaped(-along, @setting.low)
        return 0.0, back if @setting.below == :brakes || (@setting.below == :brakes_first && turning)
        [-back, 0.0]
      end

      def shaped(away, limit)
        return 0.0 if away <= @setting.deadband
        full = (limit - @setting.centre).abs - @setting.deadband
        reach = full.positive? ? [(away - @setting.deadband) / full, 1.0].min : 1.0
        (1 - @setting.curve) * reach + @setting.curve * reach**3
      end

      def follow(wanted, dt)
        return @share = wanted if @setting.ramp.zero?
        most = dt / @setting.ramp
        @share += (wanted - @share).clamp(-most, most)
      end
    end
  end
end

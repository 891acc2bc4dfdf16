# frozen_string_literal: true

module Gallop
  module Terminals
    # An analog input over time: filtered, and with what a broken wire does to it.
    class Signal
      # @param analog [Analog]
      def initialize(analog)
        @analog = analog
        @volts = nil
        @broken = false
        @figure = 0.0
      end

      attr_reader :analog

      # %
      attr_reader :figure

      def broken? = @broken

      def step(volts, dt)
        @broken = @analog.broken?(volts)
        return if @broken && @analog.on_break == :keep
        @volts = @volts ? @volts + follows(dt) * (volts - @volts) : volts
        @figure = @analog.figure(@volts)
      end

      private

      # Steps are mostly of one length.
      def follows(dt)
        return @follows if @dt == dt
        @dt = dt
        @follows = @analog.filter.positive? ? 1 - Math.exp(-dt / @analog.filter) : 1.0
      end
    end
  end
end

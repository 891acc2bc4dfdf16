# frozen_string_literal: true

module Gallop
  module Identify
    # A tone that a drive injects on a direct current, loud enough for what is not known yet: found in steps, of a
    # winding behind a stage that takes some of the voltage for itself.
    class Tone
      SIGNALS = %w[current.alpha current.beta voltage.alpha voltage.beta current.u current.v].freeze
      FIRST = 0.004 # of the bus voltage
      NEARLY = 0.6 # of what a tone shall swing
      STEPS = 8
      TRIED = 480 # samples

      # @param most [Float] of the voltage of a phase, that it may take
      def initialize(instrument, most: 0.4)
        @instrument = instrument
        @most = most * instrument.figure("bus.voltage") / Math.sqrt(3)
        @first = FIRST * instrument.figure("bus.voltage")
      end

      # @param target [Float] A that shall swing @param frequency [Float] Hz @param bias [Float] A on which it stands
      # @param length [Integer] samples @param divider [Integer] of the fastest loop @param axis [Hash] angle and rounds
      # @return [Instrument::Take] @raise [Undecided]
      def loud(target, frequency, bias, length:, divider: 1, **axis)
        voltage = @first
        STEPS.times do
          reached = swing(play(voltage, frequency, bias, length: TRIED, divider: divider, **axis))
          break if reached > NEARLY * target || voltage >= @most
          voltage = [voltage * (target / reached).clamp(1.0, 3.0), @most].min
        end
        play(voltage, frequency, bias, length: length, divider: divider, **axis)
      end

      private

      # A peak, of what swings
      def swing(take)
        %w[current.u current.v].map { |key| (take[key] - take[key].mean).abs.max }.max.clamp(1e-6, nil)
      end

      def play(voltage, frequency, bias, length:, divider:, angle:, rounds: 0.0)
        pattern =
          Pattern.new(
            form: bias.zero? ? :voltage : :current,
            amplitude: bias,
            angle: angle,
            duration: 4.0 + length * divider / @instrument.figure("trace.rate"),
            tone_amplitude: voltage,
            tone_frequency: frequency,
            tone_angle: angle,
            tone_rounds: rounds
          )
        refuse_loud if @instrument.inject(pattern) == :limited
        @instrument.pause(0.1)
        @instrument.record(SIGNALS, divider: divider, length: length)
      end

      def refuse_loud
        raise Undecided,
              "The tone drew more current than the drive may give. A winding is shorted, or the current limit is too " \
                "low for a test. Measure the winding with a meter."
      end
    end
  end
end

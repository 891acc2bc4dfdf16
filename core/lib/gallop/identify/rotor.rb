# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Identify
    # Iron and cage of an induction motor, at standstill: from one direct current to the next the flux of the stator
    # grows by what the voltage leaves over, ∫(v − R i) dt; a slow tone along the direct current, which makes no torque,
    # sees the cage behind the leakage.
    #
    #   found = Rotor.new(instrument).measure
    #   found.figures[:rotor_resistance]   # => 3.62 Ω, referred to the stator
    class Rotor
      include Procedure

      SHARE = 0.9 # of the rated current
      OF_MOST = 0.7 # of what the drive may give
      LEVELS = [0.25, 0.5, 0.75, 1.0].freeze # of it
      SETTLES = 1.4 # s for the rotor's flux to die away
      BEFORE = 0.15 # s that are recorded before a step
      STEADY = 0.12 # of a recording, at its end
      SAMPLES = 1600
      TONES = [24.0, 14.0].freeze # Hz
      TONE_LEVEL = 0.75 # of the current
      TONE_SHARE = 0.3 # of the direct current on which it stands
      PERIODS = 12
      KEYS = %w[current.alpha voltage.alpha].freeze

      # From one level to the next. @!attribute current [Float] A peak, at its end @!attribute gained [Float] V·s of
      # the stator @!attribute resistance [Float] Ω by both ends
      Step = Record.define(:from, :current, :gained, :resistance)

      # @param instrument [Instrument]
      def initialize(instrument)
        @instrument = instrument
      end

      # All that needs the drive. @raise [Undecided]
      def carry_out
        @current = [SHARE * Permitted.rated_current(@instrument), OF_MOST * Permitted.most_current(@instrument)].min
        hold(LEVELS.first)
        @steps = LEVELS.each_cons(2).map { |from, to| step(from, to) }
        @tones = TONES.map { |frequency| impedance(frequency) }
      ensure
        @instrument.rest
      end

      # @return [Result] @raise [Undecided]
      def result
        cage = Cage.new(@steps, @tones, Permitted.rated_flux(@instrument))
        words = RotorFindings.new(cage, steady: @instrument.figure("output.load_law").to_i.zero?)
        Result.new(
          headline: words.headline,
          rows: words.rows,
          findings: words.findings,
          estimates: words.estimates,
          take: @take,
          chart: words.chart,
          figures: {
            rotor_resistance: cage.rotor_resistance,
            leakage: cage.leakage,
            magnetising: cage.magnetising,
            no_load_current: cage.no_load_current
          }
        )
      end

      private

      def pattern(level) = Pattern.new(form: :current, amplitude: level * @current, rise: 0.1, duration: SETTLES + 6.0)

      def hold(level)
        @instrument.inject_surely(pattern(level))
        @instrument.pause(SETTLES)
      end

      def step(from, to)
        @instrument.report(LEVELS.index(to) / 6.0, "Direct current from #{percent(from)} to #{percent(to)}")
        divider = [((SETTLES + BEFORE + 0.5) / SAMPLES * @instrument.figure("trace.rate")).ceil, 1].max
        @take =
          @instrument.record(KEYS, divider: divider, length: SAMPLES) do
            @instrument.pause(BEFORE)
            @instrument.inject_surely(pattern(to))
          end
        gained(@take)
      end

      def percent(level) = Quantities.format(100 * level, "%", 0)

      # What the stage takes is the same at both ends, and goes with the resistance between them.
      def gained(take)
        current, voltage = KEYS.map { |key| take[key] }
        still = (BEFORE * 0.8 / take.interval).floor
        first = [current, voltage].map { |column| column[0...still].mean }
        last = [current, voltage].map { |column| column[(-(STEADY * SAMPLES)).round..].mean }
        refuse_unsettled(voltage, first[1], last[1])
        resistance = (last[1] - first[1]) / (last[0] - first[0])
        left = voltage - first[1] - (current - first[0]) * resistance
        Step.new(from: first[0], current: last[0], gained: left.sum * take.interval, resistance: resistance)
      end

      def refuse_unsettled(voltage, first, last)
        before = voltage[(-(2 * STEADY * SAMPLES)).round...(-(STEADY * SAMPLES)).round].mean
        return if (before - last).abs < 0.02 * (last - first).abs
        raise Undecided, "The rotor's flux had not settled after #{SETTLES} s. Is the shaft turning?"
      end

      # @return [Cage::Seen] at the terminals, without its resistance
      def impedance(frequency)
        @instrument.report(0.6 + 0.15 * TONES.index(frequency), "A tone of #{frequency.round} Hz")
        divider = [(@instrument.figure("trace.rate") / frequency / 60).floor, 1].max
        length = (PERIODS * @instrument.figure("trace.rate") / divider / frequency).round
        bias = TONE_LEVEL * @current
        take =
          Tone.new(@instrument).loud(TONE_SHARE * bias, frequency, bias, length: length, divider: divider, angle: 0.0)
        Cage::Seen.new(frequency: frequency, impedance: over_current(take, frequency))
      end

      # A voltage that is held over a period of the loop comes half of it later.
      def over_current(take, frequency)
        omega = 2 * Math::PI * frequency
        current, voltage = KEYS.map { |key| phasor(take[key], omega * take.interval) }
        voltage / current * Complex.polar(1.0, -omega / 2 / @instrument.figure("trace.rate"))
      end

      def phasor(column, turn)
        angle = Numo::DFloat.new(column.size).seq * turn
        cos, sin = Numbers.fit([Numo::NMath.cos(angle), Numo::NMath.sin(angle), Numo::DFloat.ones(column.size)], column)
        Complex(cos, -sin)
      end
    end
  end
end

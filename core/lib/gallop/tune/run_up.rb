# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Tune
    # A motor of a frequency drive goes by its ramp to a speed and back: the current that takes, whether a limit held
    # the ramp, and how smoothly it goes once it is there, against what is reckoned for the torque current that flows.
    #
    #   found = RunUp.new(instrument, motor: Induction.of(profile, values)).measure
    #   found.figures[:peak]   # => 4.2 A
    class RunUp
      include Identify::Procedure

      OF_TOP = 0.6 # of the highest speed of the gait, and of the rated one
      HOLD = 1.5 # s
      BEFORE = 0.05 # s
      SETTLES = 0.5 # s of the hold, after which it goes smoothly or never
      LIMITED = 2 # bit of output.limited: by the current
      SIGNALS = %w[output.frequency output.active_current output.reactive_current output.limited].freeze

      def self.speed(instrument)
        OF_TOP * [Identify::Permitted.most_speed(instrument), Identify::FreeRun.rated_speed(instrument)].min
      end

      # @param motor [Induction]
      def initialize(instrument, motor:)
        @instrument = instrument
        @motor = motor
        @sign = Identify::FreeRun::ONLY.fetch(instrument.figure("limits.direction").to_i, 1)
      end

      # All that moves. @raise [Identify::Undecided]
      def carry_out
        @speed = self.class.speed(@instrument) # by the gait that the drive has now
        @ramp = Identify::FreeRun.ramp(@instrument, @speed)
        @instrument.report(0.1, "Up to #{Shaft.turning.text(:fine_speed, @sign * @speed)}")
        lasting = Traces.lasting(BEFORE + @ramp + HOLD, rate: @instrument.figure("trace.rate"), finest: 2)
        @take =
          @instrument.record(SIGNALS, **lasting) do
            @instrument.pause(BEFORE)
            @instrument.turn(@sign * @speed)
            @instrument.pause(@ramp + HOLD)
          end
        @instrument.refuse_fault
      ensure
        @instrument.turn(0.0)
      end

      # @return [Identify::Result]
      def result
        words = RunUpWords.new(self)
        Identify::Result.new(
          headline: words.headline,
          rows: words.rows,
          findings: words.findings,
          take: @take,
          chart: words.chart,
          figures: {
            peak: peak,
            limited: limited,
            swing: swing,
            agreement: agreement
          }
        )
      end

      attr_reader :take, :motor, :speed

      def frequencies = @frequencies ||= @take["output.frequency"].abs

      # A rms
      def currents
        @currents ||= Numo::NMath.sqrt(@take["output.active_current"]**2 + @take["output.reactive_current"]**2)
      end

      # A rms that is reckoned for the torque current that flows, once it goes.
      def reckoned
        @reckoned ||=
          Numo::DFloat.cast(
            frequencies
              .to_a
              .zip(@take["output.active_current"].to_a)
              .map { |frequency, active| for_active(frequency, active) }
          )
      end

      def peak = currents[going].max

      # Share of the time in which the current limit held the ramp.
      def limited
        bits = @take["output.limited"][going].to_a.map(&:to_i)
        bits.count { |bit| bit.anybits?(LIMITED) } / bits.size.to_f
      end

      # Of the rated current, rms, once the ramp has ended.
      def swing
        last = currents[steady]
        Numbers.rms(last - last.mean) / rated_current
      end

      # Of the rated current, by which measured and reckoned current differ on average once the ramp has ended.
      def agreement = (currents[steady].mean - reckoned[steady].mean).abs / rated_current

      # A rms
      def rated_current = motor.plate.rated_current / Math.sqrt(2)

      private

      # From the moment in which the field turns.
      def going
        first = frequencies.to_a.index { |frequency| frequency > 0.5 }
        raise Identify::Undecided, "The motor did not turn within the record. Try again." if first.nil?
        first..-1
      end

      def steady
        rest = ((HOLD - SETTLES) / @take.interval).floor
        -rest..-1
      end

      # By the slip at which as much flows along the torque.
      def for_active(frequency, active)
        return currents.mean if frequency < 0.5
        wanted = active.abs * Math.sqrt(2)
        idle = motor.idle(frequency)
        flux = idle.current * motor.plate.magnetising
        slip = wanted * motor.plate.cage / flux / 2 / Math::PI
        motor.at(frequency, slip).current / Math.sqrt(2)
      end
    end
  end
end

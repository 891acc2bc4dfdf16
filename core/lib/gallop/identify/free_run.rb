# frozen_string_literal: true

module Gallop
  module Identify
    # A motor turns by its own drive and without a device that counts, at two speeds: whether it does so smoothly, and
    # what an induction motor takes for its flux. Where that has an encoder, it is looked at on the way.
    #
    #   found = FreeRun.new(instrument).measure
    #   found.figures[:no_load_current]   # => 1.93 A rms
    class FreeRun
      include Procedure

      LEVELS = [0.45, 0.9].freeze # of the highest speed
      HOLD = 1.2 # s that are recorded
      SETTLES = 1.0 # s before, after the ramp
      SAMPLES = 2000
      COMMON = %w[speed.actual speed.demand].freeze
      CAGE = %w[current.alpha current.beta voltage.alpha voltage.beta output.frequency].freeze
      ARMATURE = %w[current.q voltage.beta].freeze
      SEEN = %w[feedback.count].freeze
      ONLY = { 1 => 1, 2 => -1 }.freeze # sign of the only direction, by limits.direction

      # @param instrument [Instrument]
      def initialize(instrument)
        @instrument = instrument
        @brushed = instrument.profile.motor_kind == :brushed
        @seen = instrument.figure("feedback.kind").to_i.positive?
      end

      # rad/s, at the gait of now
      def self.speeds(instrument)
        most = Permitted.most_speed(instrument)
        most = [most, rated_speed(instrument)].min if instrument.profile.motor_kind == :induction
        LEVELS.map { |level| level * most }
      end

      # rad/s of the field at rated frequency
      def self.rated_speed(instrument) =
        2 * Math::PI * instrument.figure("motor.rated_frequency") / instrument.figure("motor.pole_pairs")

      # s that a change of speed takes at most, by the ramps of the drive
      def self.ramp(instrument, speed)
        return speed / instrument.figure("ramps.acceleration") / share(instrument) if instrument.profile.servo?
        per = instrument.figure("ramps.acceleration_speed") / instrument.figure("ramps.acceleration_time")
        speed / per / share(instrument)
      end

      def self.share(instrument) = instrument.figure("envelope.acceleration")
      private_class_method :share

      # All that moves. @raise [Undecided]
      def carry_out
        sign = ONLY.fetch(@instrument.figure("limits.direction").to_i, 1)
        before = 0.0
        @stretches =
          self
            .class
            .speeds(@instrument)
            .each_with_index
            .map do |speed, n|
              @instrument.report(n / 2.0, "At #{Shaft.turning.text(:fine_speed, sign * speed)}")
              @instrument.turn(sign * speed)
              @instrument.pause(self.class.ramp(@instrument, speed - before) + SETTLES)
              before = speed
              FreeStretch.new(record, sign * speed, brushed: @brushed, reversed: reversed?)
            end
      ensure
        @instrument.turn(0.0)
      end

      # @return [Result] @raise [Undecided]
      def result
        @stretches.each(&:refuse_unsteady)
        words =
          FreeRunFindings.new(
            @stretches,
            magnetising,
            rated_current: @instrument.figure("motor.rated_current"),
            count: count
          )
        Result.new(
          headline: words.headline,
          rows: words.rows,
          findings: words.findings,
          estimates: words.estimates,
          take: @stretches.last.take,
          figures: magnetising ? { no_load_current: magnetising.no_load_current } : {}
        )
      end

      private

      def reversed? = @instrument.figure("feedback.direction").to_i == 1

      # @return [ShaftCount, nil]
      def count
        return unless @seen
        field = self.class.rated_speed(@instrument)
        @count ||=
          ShaftCount.new(
            @stretches,
            counts: @instrument.figure("feedback.counts_per_turn"),
            slip: [1 - @instrument.figure("motor.rated_speed") / field, 0.0].max
          )
      end

      def magnetising
        return if @brushed
        @magnetising ||=
          Magnetising.new(
            @stretches.last,
            resistance: @instrument.figure("motor.stator_resistance"),
            rated_flux: Permitted.rated_flux(@instrument)
          )
      end

      def record
        divider = [(HOLD / SAMPLES * @instrument.figure("trace.rate")).ceil, 1].max
        length = (HOLD * @instrument.figure("trace.rate") / divider).floor
        signals = COMMON + (@brushed ? ARMATURE : CAGE) + (@seen ? SEEN : [])
        @instrument.record(signals, divider: divider, length: length)
      end
    end
  end
end

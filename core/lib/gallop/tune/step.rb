# frozen_string_literal: true

module Gallop
  module Tune
    # The motor steps to a speed and back to rest, and the other way round, so that it ends where it began; what it did
    # is held against what was rehearsed with the gains that the drive has.
    #
    #   found = Step.new(instrument, room: 2.0, gains:, mechanism:, stage:).measure
    #   found.figures[:settling]   # => 0.014 s
    class Step
      include Identify::Procedure

      OF_TOP = 0.15 # of the highest speed of the gait
      HOLD = 0.6 # s
      BEFORE = 0.02 # s
      LONGEST = 1.0 # s that are recorded
      OF_ROOM = 0.85
      ROOM = 5.0 # turns of the shaft
      ROOM_OF_SLIDE = 2.0 # pole pair pitches
      SLOWEST = 0.5 # rad/s
      SIGNALS = %w[speed.demand speed.measured torque.demand].freeze

      def self.usual_room(profile) = profile.slides? ? ROOM_OF_SLIDE : ROOM

      # Turns, or pole pair pitches, without which friction would hold the motor.
      def self.least_room(stage)
        (HOLD * SLOWEST + (0.5 / stage.up + 0.5 / stage.down) * SLOWEST**2) / (OF_ROOM * 2 * Math::PI)
      end

      # rad/s that there is room for: it goes up, holds, and comes to rest. @param room [Float] turns
      def self.speed(stage, room)
        most = OF_TOP * stage.speed
        square = 0.5 / stage.up + 0.5 / stage.down
        [most, (Math.sqrt(HOLD**2 + 4 * square * OF_ROOM * room * 2 * Math::PI) - HOLD) / (2 * square)].min
      end

      # @param instrument [Identify::Instrument] @param room [Float] turns, or pole pair pitches
      # @param gains [Gains], mechanism [Mechanism], stage [Stage] of now
      def initialize(instrument, room:, gains:, mechanism:, stage:)
        @instrument = instrument
        @gains = gains
        @mechanism = mechanism
        @stage = stage
        @shaft = Identify::Permitted.shaft(instrument)
        @speed = self.class.speed(stage, room)
      end

      # All that moves. @raise [Identify::Undecided]
      def carry_out
        refuse_slow
        Identify::Ready.new(@instrument).await
        @takes =
          [1, -1].map.with_index do |sign, n|
            @instrument.report(
              0.5 * n,
              "#{sign.positive? ? "Forward" : "Backward"} to #{@shaft.text(:fine_speed, @speed)}"
            )
            record(sign * @speed)
          end
      ensure
        @instrument.turn(0.0) if @takes
      end

      # @return [Identify::Result]
      def result
        words = StepWords.new(@shaft, measured, rehearsed, @speed)
        Identify::Result.new(
          headline: words.headline,
          rows: words.rows,
          findings: words.findings,
          take: @takes.first,
          chart: words.chart,
          figures: {
            speed: @speed,
            overshoot: measured_figures.overshoot,
            settling: measured_figures.settling,
            lag: measured_figures.lag,
            torque: swing,
            agreement: words.agreement
          }
        )
      end

      attr_reader :takes, :speed

      # The largest difference to what was rehearsed, at any moment, of the step.
      def agreement = StepWords.new(@shaft, measured, rehearsed, @speed).agreement

      # Of the shaft, from the moment on in which the demand leaves zero. @return [Rehearsal::Run]
      def measured = @measured ||= cut(@takes.first)

      def measured_figures = StepFigures.of(measured.demanded, measured.actual, measured.interval)

      # What holds against the motor at that speed, by the torque both ways. @return [Hash{Symbol => Float}] N·m
      def held
        forward, backward =
          @takes.map do |take|
            torque = cut(take).torque
            torque.last(torque.size / 4).then { |settled| settled.sum / settled.size }
          end
        { coulomb: [0.5 * (forward - backward), 0.0].max, gravity: 0.5 * (forward + backward) }
      end

      # N·m rms that the torque swings by once the speed has settled.
      def swing
        after = measured.torque.last(measured.torque.size / 4)
        mean = after.sum / after.size
        Math.sqrt(after.sum { |torque| (torque - mean)**2 } / after.size)
      end

      private

      def refuse_slow
        return if @speed >= SLOWEST
        raise Identify::Undecided,
              "There is room for #{@shaft.text(:fine_speed, @speed)} only: friction would hold it. Give it more room."
      end

      def record(speed)
        seconds = [BEFORE + @speed / @stage.up + HOLD, LONGEST].min
        length = (seconds * @stage.rate).floor
        take =
          @instrument.record(SIGNALS, divider: 2, length: length) do
            @instrument.pause(BEFORE)
            @instrument.turn(speed)
            @instrument.pause(@speed / @stage.up + HOLD)
            @instrument.turn(0.0)
            @instrument.pause(@speed / @stage.down + 0.2)
          end
        @instrument.refuse_fault
        take
      end

      def cut(take)
        demanded = @shaft.reckoned(:speed, 1.0) * take["speed.demand"]
        begun = demanded.to_a.index { |speed| speed.abs > 1e-6 }
        raise Identify::Undecided, "The step did not come into the record. Try again." if begun.nil?
        last = ending(demanded.to_a, begun)
        Rehearsal::Run.new(
          demanded: demanded[begun..last].to_a,
          actual: (@shaft.reckoned(:speed, 1.0) * take["speed.measured"])[begun..last].to_a,
          torque: (@shaft.reckoned(:torque, 1.0) * take["torque.demand"])[begun..last].to_a,
          interval: take.interval,
          limited: 0.0
        )
      end

      # Before it is called back to rest.
      def ending(demanded, begun)
        top = demanded.map(&:abs).max
        arrived = (begun...demanded.size).find { |n| demanded[n].abs >= StepFigures::THERE * top }
        back = (arrived...demanded.size).find { |n| demanded[n].abs < StepFigures::THERE * top }
        (back || demanded.size) - 1
      end

      def rehearsed
        @rehearsed ||=
          Rehearsal.new(@gains, @mechanism, @stage).step(@speed, seconds: measured.demanded.size * measured.interval)
      end
    end
  end
end

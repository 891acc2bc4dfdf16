# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Tune
    # The motor goes to a place and back, by a profile of its own; how far it was behind its path on the way, and what
    # went on when the path had ended, is held against what was rehearsed with the values that the drive has.
    #
    #   found = Move.new(instrument, room: 2.0, gains:, mechanism:, stage:).measure
    #   found.figures[:lag]   # => 0.0021 rad
    class Move
      include Identify::Procedure

      BEFORE = 0.02 # s
      REST = 0.4 # s that is looked at after the end of the path
      LONGEST_REST = 2.0 # s
      SETTLES = 0.3 # s until it goes back
      LEAST = 0.02 # rad
      SIGNALS = %w[path.speed position.following_error speed.measured torque.demand].freeze

      # Turns, or pole pair pitches, below which a move is none.
      def self.least_room = LEAST / (Way::OF_ROOM * 2 * Math::PI)

      # @param instrument [Identify::Instrument] @param room [Float] turns, or pole pair pitches
      # @param gains [Gains], mechanism [Mechanism], stage [Stage] of now @param rest [Float] s that are looked at after
      # the end of the path @param still [Float] s that a load may need to come to rest before it begins
      def initialize(instrument, room:, gains:, mechanism:, stage:, rest: REST, still: 0.0)
        @instrument = instrument
        @gains = gains
        @mechanism = mechanism
        @stage = stage
        @rest = [rest, LONGEST_REST].min
        @still = still
        @way = Way.within(stage, room)
        @shaft = Identify::Permitted.shaft(instrument)
      end

      # All that moves. @raise [Identify::Undecided]
      def carry_out
        refuse_short
        Identify::Ready.new(@instrument).await
        @instrument.pause(@still)
        begin_at = @instrument.count
        @instrument.report(0.1, "Forward by #{@shaft.text(:angle, distance)}")
        @take = record { @instrument.place(begin_at + counts) }
        @instrument.report(0.6, "And back")
        @instrument.place(begin_at)
        @instrument.pause(lasts + SETTLES)
        @instrument.refuse_fault
      end

      # @return [Identify::Result]
      def result
        words = MoveWords.new(self)
        Identify::Result.new(
          headline: words.headline,
          rows: words.rows,
          findings: words.findings,
          take: @take,
          chart: words.chart,
          figures: {
            distance: distance,
            lag: measured.worst_error,
            lag_rehearsed: rehearsed.worst_error,
            rms_lag: measured.rms_error,
            agreement: words.agreement
          }
        )
      end

      attr_reader :take, :shaft, :stage

      def distance = @way.distance
      def cruise = @way.cruise

      # s of its path
      def lasts = @way.lasts

      # From the moment on in which the path begins. @return [Rehearsal::Run] of places
      def measured
        @measured ||=
          begin
            pace = reckoned(:speed, "path.speed")
            lag = reckoned(:angle, "position.following_error")
            demanded = (pace.cumsum * @take.interval)
            Rehearsal::Run.new(
              demanded: demanded.to_a,
              actual: (demanded - lag).to_a,
              torque: reckoned(:torque, "torque.demand").to_a,
              interval: @take.interval,
              limited: 0.0
            )
          end
      end

      # As measured, from the moment on in which the path has ended. @return [Array(Numo::DFloat, Numo::DFloat)] N·m,
      # rad/s
      def at_rest
        from = ended
        [reckoned(:torque, "torque.demand")[from..], reckoned(:speed, "speed.measured")[from..]]
      end

      def rehearsed = @rehearsed ||= rehearse

      # With another mechanism. @return [Rehearsal::Run]
      def rehearse(mechanism: @mechanism)
        Rehearsal.new(@gains, mechanism, @stage).move(distance, cruise: cruise, seconds: @rest + lasts)
      end

      private

      # A distance that is no distance says nothing.
      def refuse_short
        return if distance >= LEAST
        raise Identify::Undecided, "There is hardly any room to move in. Give it more."
      end

      def counts = (distance * @instrument.figure("feedback.counts_per_turn") / (2 * Math::PI)).round

      # Of the shaft, from the beginning of the path on.
      def reckoned(kind, signal) = @shaft.reckoned(kind, 1.0) * @take[signal][begun..]

      def begun
        @begun ||=
          @take["path.speed"].to_a.index { |pace| pace.abs.positive? } ||
            raise(Identify::Undecided, "The move did not come into the record. Try again.")
      end

      # Sample after the beginning, behind which the path stands.
      def ended
        pace = @take["path.speed"][begun..].to_a
        last = pace.rindex { |one| one.abs.positive? }
        return last + 1 if last + 1 < pace.size - 16
        raise Identify::Undecided, "The move did not come to its end in time. Try again."
      end

      def record(&move)
        lasting = Traces.lasting(BEFORE + lasts + @rest, rate: 2 * @stage.rate, finest: 4)
        take =
          @instrument.record(SIGNALS, **lasting) do
            @instrument.pause(BEFORE)
            move.call
            @instrument.pause(lasts + @rest)
          end
        @instrument.refuse_fault
        take
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Identify
    # How long a holding brake takes to let go and to grip, by the shaft: the field stands aside of it when the coil
    # gets its voltage, and turns on when it loses it.
    #
    #   found = BrakeTimes.new(instrument).measure
    #   found.figures[:release]   # => 0.043 s, the longest of three
    class BrakeTimes
      include Procedure

      ROUNDS = 3
      SHARE = 0.8 # of the rated current: less than any brake holds
      OF_MOST = 0.6 # of what the drive may give
      ASIDE = 60 * Math::PI / 180 # electrical rad
      TURNING = 1.5 # Hz of the field
      INTERVAL = 0.0005 # s
      RECORDED = 1.6 # s
      BEFORE = 0.2 # s
      SIGNALS = %w[feedback.count brake.open].freeze

      # @param instrument [Instrument]
      def initialize(instrument)
        @instrument = instrument
        @pairs = (instrument.figure("motor.pole_pairs") || 1).round
        # Counts of an electrical turn
        @turn = instrument.figure("feedback.counts_per_turn") / @pairs
      end

      # All that moves. @raise [Undecided]
      def carry_out
        @current = [SHARE * Permitted.rated_current(@instrument), OF_MOST * Permitted.most_current(@instrument)].min
        @rounds = Array.new(ROUNDS) { |n| [released(n), gripped(n)] }
      ensure
        @instrument.rest
      end

      # @return [Result] @raise [Undecided]
      def result
        words = BrakeFindings.new(@rounds.map(&:first), @rounds.map(&:last))
        Result.new(
          headline: words.headline,
          rows: words.rows,
          findings: words.findings,
          estimates: words.estimates,
          take: @take,
          figures: {
            release: words.release,
            engage: words.engage
          }
        )
      end

      private

      # The shaft goes to the field; then the brake holds it while the field steps aside.
      # @return [BrakeStroke]
      def released(round)
        @instrument.report(round / 3.0, "The brake opens")
        inject(angle: 0.0, brake: true)
        @instrument.pause(0.5)
        @instrument.rest
        before = @instrument.count
        inject(angle: ASIDE, brake: false)
        @instrument.pause(0.3)
        slipped = (@instrument.count - before).abs
        take = record { inject(angle: ASIDE, rise: 0.005, brake: true) }
        BrakeStroke.new(take, @turn, opens: true, slipped: slipped)
      end

      # The shaft follows a field that turns, until it does no more.
      # @return [BrakeStroke]
      def gripped(round)
        @instrument.report((round + 0.5) / 3.0, "The brake grips")
        turning = { frequency: TURNING, turns: 4.0, duration: 8.0, angle: ASIDE }
        BrakeStroke
          .new(
            record do
              @instrument.begin(pattern(rise: 0.02, brake: true, **turning))
              @instrument.pause(0.4)
              @instrument.begin(pattern(rise: 0.005, brake: false, **turning))
            end,
            @turn,
            opens: false
          )
          .tap { @instrument.rest }
      end

      def pattern(rise: 0.15, **how) = Pattern.new(form: :current, amplitude: @current, rise: rise, **how)

      def inject(**how) = @instrument.inject_surely(pattern(**how))

      def record(&)
        divider = [(INTERVAL * @instrument.figure("trace.rate")).round, 1].max
        @take =
          @instrument.record(SIGNALS, divider: divider, length: (RECORDED / INTERVAL).round) do
            @instrument.pause(BEFORE)
            yield
          end
      end
    end
  end
end

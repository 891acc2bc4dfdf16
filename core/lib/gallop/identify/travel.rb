# frozen_string_literal: true

module Gallop
  module Identify
    # The shaft turns so far, slowly, and somebody measures by how much the load has gone: what the load does in a turn
    # of the motor, without anything that was entered of gear and mechanism.
    #
    #   steps = Travel.new(instrument, turns: 10.0)
    #   steps.carry_out
    #   steps.result(travel: 0.0502, expected: 0.005)
    class Travel
      include Findings
      include Told

      SLOW = 0.5 # of the highest speed that the gait leaves
      FASTEST = 15.0 # rad/s
      RULE = 0.0005 # m by which a rule is misread
      SAME = 0.005 # of the travel, that is no difference
      OTHER = 0.02 # from which on no position would be right
      LOOK = 0.03 # s
      STANDS = 0.4 # s

      # @param instrument [Instrument] @param turns [Float] of the shaft, forward
      def initialize(instrument, turns:)
        @instrument = instrument
        @turns = turns
        @machine = SpinMachine.of(instrument)
      end

      # rad/s of the shaft
      def self.speed(instrument) = [SLOW * Permitted.most_speed(instrument), FASTEST].min

      # All that moves. @raise [Undecided]
      def carry_out
        Ready.new(@instrument).await
        from = @instrument.count
        speed = self.class.speed(@instrument)
        @instrument.report(0.0, "Forward at #{@machine.shaft.text(:fine_speed, speed)}")
        @instrument.turn(speed)
        go(from, speed)
        @instrument.turn(0.0)
        @instrument.pause(speed / down + STANDS)
        @turned = (@instrument.count - from) / @machine.counts
      end

      # Turns that the shaft has made. @return [Float]
      attr_reader :turned

      # @param travel [Float] m, that was measured @param expected [Float, nil] m in a turn, by what is entered
      # @return [Result]
      def result(travel:, expected: nil)
        each = travel / @turned
        gap = expected && each / expected - 1
        findings = [gap && differs(each, expected, gap)].compact
        Result.new(
          headline: findings.first ? "#{findings.first.headline}." : "#{millimetres(each)} in a turn of the motor.",
          rows: rows(travel, each, expected, gap),
          findings: findings,
          figures: {
            travel: each
          }
        )
      end

      private

      def down = @machine.shaft.reckoned(:acceleration, @instrument.figure("ramps.deceleration"))
      def millimetres(length) = shown(1000 * length, "mm")

      def go(from, speed)
        goal = @turns * @machine.counts - speed * speed / (2 * down) / @machine.radians
        longest = 2 * @turns * 2 * Math::PI / speed + STANDS
        waited = 0.0
        while @instrument.count - from < goal
          refuse_stuck(from) if (waited += LOOK) > longest
          @instrument.refuse_fault
          @instrument.pause(LOOK)
        end
      end

      def refuse_stuck(from)
        done = (@instrument.count - from) / @machine.counts
        raise Undecided,
              "Only #{Quantities.format(done, "turns", 2)} of #{Quantities.format(@turns, "turns", 2)} came: an end " \
                "stop, or a closed brake. Begin in the middle of the travel."
      end

      def rows(travel, each, expected, gap)
        [
          ["Turned", Quantities.format(@turned, "turns", 3)],
          ["Measured", millimetres(travel)],
          ["In a turn of the motor", "#{millimetres(each)} ± #{percent(RULE / travel.abs)}"],
          *(expected ? [["By what is entered", millimetres(expected)], ["Differs by", percent(gap)]] : [])
        ]
      end

      def differs(each, expected, gap)
        sure = RULE / (each * @turned).abs
        return if gap.abs <= [SAME, 2 * sure].max
        finding(
          gap.abs > OTHER ? :blocker : :caution,
          "travel_differs",
          "#{millimetres(each)} in a turn of the motor, and #{millimetres(expected)} are entered",
          because: "Every position would be off by #{percent(gap.abs)}.#{Mechanics::UsualMistake.of(gap + 1)}",
          so:
            "Correct lead, teeth or diameter, or the gear, at the stage Mechanics; or measure again, over more turns.",
          facts: %w[measured_travel measured_turns]
        )
      end
    end
  end
end

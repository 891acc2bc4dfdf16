# frozen_string_literal: true

module Gallop
  module Identify
    # The motor goes back to the low end of the travel that a test may use, in the mode of position.
    #
    #   Approach.new(instrument, back: 2.5).carry_out
    class Approach
      LOOK = 0.05 # s
      STALLS = 1.5 # s without coming nearer
      NEAR = 0.002 # turns, or pole pair pitches
      FEW = 2 # counts, of a device that has few

      # @param instrument [Instrument] @param back [Float] turns, or pole pair pitches
      def initialize(instrument, back:)
        @instrument = instrument
        @back = back
      end

      # @raise [Undecided] where it does not get there
      def carry_out
        Ready.new(@instrument).await
        counts = @instrument.figure("feedback.counts_per_turn")
        near = [NEAR * counts, FEW].max
        goal = @instrument.count - @back * counts
        @instrument.report(0.0, "Back to the low end of its travel")
        @instrument.place(goal)
        come_to(goal, near, counts)
      end

      private

      def come_to(goal, near, counts)
        nearest = Float::INFINITY
        stalled = 0.0
        while (left = (@instrument.count - goal).abs) > near
          stalled = left < nearest - near ? 0.0 : stalled + LOOK
          nearest = [nearest, left].min
          refuse_stalled(left / counts) if stalled > STALLS
          @instrument.refuse_fault
          @instrument.pause(LOOK)
        end
      end

      # @param left [Float] turns, or pole pair pitches
      def refuse_stalled(left)
        shaft = Permitted.shaft(@instrument)
        raise Undecided,
              "It did not come to the low end of its travel: #{shaft.text(:angle, left * 2 * Math::PI)} are missing. " \
                "Look what holds it, or move that end."
      end
    end
  end
end

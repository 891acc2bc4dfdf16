# frozen_string_literal: true

module Gallop
  module Identify
    # One opening or closing of a holding brake, as the shaft shows it.
    class BrakeStroke
      MOVED = 4.0 # electrical degrees
      FIRST = 0.25 # of it
      JITTER = 2.5 # counts, that are no motion
      LATEST = 1.0 # s, beyond which a brake does not do it at all

      # @param take [Instrument::Take] of feedback.count and brake.open @param turn [Float] counts of an electrical turn
      # @param opens [Boolean] which of both @param slipped [Float] counts by which the shaft went before, with the coil
      # without voltage
      def initialize(take, turn, opens:, slipped: 0.0)
        @take = take
        @counts = take["feedback.count"]
        @moved = [MOVED / 360 * turn, JITTER].max
        @opens = opens
        @slipped = slipped
        coil = take["brake.open"]
        @switched = (1...coil.size).find { |n| coil[n] != coil[n - 1] && coil[n].positive? == opens }
        raise Undecided, "The coil of the brake was not switched. Begin again." unless @switched
      end

      # s from the coil to the shaft; nil where it never came
      def time
        return @time if defined?(@time)
        @time = @opens ? first_motion : last_motion
      end

      # Whether the shaft moved while the brake should have held it.
      def slipped?
        return @slipped > @moved if @opens
        held = after(LATEST)
        !held.nil? && held.size.positive? && held.max - held.min > @moved
      end

      private

      def after(seconds)
        from = @switched + (seconds / @take.interval).round
        from < @counts.size ? @counts[from..] : nil
      end

      # From rest with an even acceleration four times the way takes twice the time.
      def first_motion
        first = reached([FIRST * @moved, JITTER].max)
        fourth = reached([FIRST * @moved, JITTER].max * 4)
        first && fourth && [2 * first - fourth, 0.0].max
      end

      # s until the shaft has gone so many counts
      def reached(counts)
        still = @counts[@switched]
        at = (@switched...@counts.size).find { |n| (@counts[n] - still).abs > counts }
        at && (at - @switched) * @take.interval
      end

      # Until it stands where it stands at the end, but for a creep into the lining.
      def last_motion
        return if slipped?
        still = @counts[-1]
        at = (@switched...@counts.size).to_a.reverse.find { |n| (@counts[n] - still).abs > [@moved / 2, JITTER].max }
        at ? (at + 1 - @switched) * @take.interval : 0.0
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Traces
    # From the level of the demand at the beginning of the stretch to that at its end.
    class Transition
      A_STEP = 0.2 # of the way that the demand goes in all: one that comes back has made none
      MOVES = 0.001 # of the step
      STAYS = 0.1 # of the stretch from the beginning of the step on

      def initialize(times, demand, actual, band)
        @times = times.to_a
        @demand = demand.to_a
        @actual = actual.to_a
        @band = band
        @from = @demand.first
        @goal = @demand.last
      end

      # @return [Hash] nothing where the demand ends where it began, or was under way already
      def figures
        return {} unless step? && begins
        settled = settled_at
        {
          step: height,
          rise: rise,
          overshoot: overshoot,
          settling: settled && (settled - @times[begins]),
          after_demand: settled && [settled - @times[there], 0.0].max
        }
      end

      private

      def height = @goal - @from
      def step? = height.abs.positive? && height.abs > A_STEP * @demand.minmax.reduce(:-).abs

      # Place at which the demand begins to move, and at which it has come to its end.
      def begins
        @begins ||= @demand.index { |level| (level - @from).abs > MOVES * height.abs }
      end

      def there
        @there ||= (@demand.rindex { |level| (level - @goal).abs > MOVES * height.abs } || -1) + 1
      end

      # Of the way, at each sample from the beginning of the step on.
      def shares = @shares ||= @actual.drop(begins).map { |figure| (figure - @from) / height }

      def rise
        low = crossing(0.1)
        high = crossing(0.9)
        high - low if low && high
      end

      # s at which a share of the way is reached, straight between two samples
      def crossing(share)
        n = shares.index { |reached| reached >= share } or return
        place = begins + n
        return @times[place] if n.zero?
        before, after = shares.values_at(n - 1, n)
        @times[place - 1] + (share - before) / (after - before) * (@times[place] - @times[place - 1])
      end

      def overshoot = [(shares.max - 1) * 100, 0.0].max

      # s from which it stays within the band; nil where it does not, or has not done so for long enough to be sure
      def settled_at
        outside = shares.rindex { |share| (share - 1).abs > @band } || -1
        settled = @times[begins + outside + 1] or return
        settled if @times.last - settled >= STAYS * (@times.last - @times[begins])
      end
    end
  end
end

# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Identify
    # The field went so far in one direction, and the shaft after it: what counts and halls did meanwhile.
    class Leg
      WINDOW = Math::PI # electrical rad of the field, over which the ratio is looked at
      MOVING = 1e-4 # rad from sample to sample
      FEW = 12 # counts
      EDGES = 0.5 # rad at both ends that are left out: the shaft has to catch up

      attr_reader :fields, :counts, :halls

      # @param take [Instrument::Take] of injection.angle, current.alpha, current.beta, feedback.count and, where there
      # are some, feedback.halls
      def initialize(take)
        field = take["injection.angle"]
        moving = ((field[1..] - field[0...-1]).abs.gt(MOVING)).where
        raise Undecided, "The field did not turn. Look at the speed limit, and try again." if moving.size < 50
        inside = moving[0]..moving[-1]
        @fields = field[inside]
        @counts = take["feedback.count"][inside]
        @halls = take.columns["feedback.halls"]&.[](inside)
        @alpha = take["current.alpha"][inside]
        @beta = take["current.beta"][inside]
        @way = @fields[-1] - @fields[0]
      end

      # 1 or −1
      def direction = @way.positive? ? 1 : -1

      # Electrical turns of the field that are looked at, after those in which the shaft caught up.
      def whole_turns = [((@way.abs - 2 * EDGES) / (2 * Math::PI)).floor, 0].max

      # Electrical turns of the field.
      def turns = @way / (2 * Math::PI)
      def counted = @counts[-1] - @counts[0]

      # Counts from the lowest to the highest.
      def span = @counts.max - @counts.min

      # Counts a rad of the field, by least squares, without both ends.
      def slope
        @slope ||=
          begin
            from, to = middle.values_at(:fields, :counts)
            from -= from.mean
            (from * (to - to.mean)).sum / (from * from).sum
          end
      end

      # The same in each half turn of the field, or in each whole one where few counts come in it.
      # @return [Array<Float>]
      def slopes
        window = slope.abs * WINDOW < FEW ? 2 * WINDOW : WINDOW
        progress = (@fields - @fields[0]).abs
        (0...(@way.abs / window).floor).filter_map do |n|
          inside = (progress.ge(n * window) & progress.lt((n + 1) * window)).where
          next if inside.size < 8
          (@counts[inside[-1]] - @counts[inside[0]]) / (@fields[inside[-1]] - @fields[inside[0]])
        end
      end

      # Electrical turns of the field after which the shaft did not follow any more, but was thrown back at each turn;
      # nil where it did to the end, or never did.
      # @param expected [Float] counts a rad
      def blocked_after(expected)
        shares = slopes.map { |one| one / (slopes.first.negative? ? -expected : expected) }
        lost = shares.index { |share| share < FOLLOWS }
        return if lost.nil? || lost.zero? || shares.first(lost).max < CLOSELY || span > SHORT_OF * @way.abs * expected
        lost / 2.0
      end

      FOLLOWS = 0.4 # of the way that a half turn of the field should bring
      CLOSELY = 0.55
      SHORT_OF = 0.85 # of the whole way
      private_constant :FOLLOWS, :CLOSELY, :SHORT_OF

      # Mean unit vectors of the angle, and of twice the angle, between current and count, over the way of the shaft and
      # not over time: what pulls and lets go as it turns does no work in a whole turn, however the shaft swings. And
      # how much longer its way was than the straight one.
      #
      # The current is looked at, and not the field that was asked for: it lags behind that by the back-EMF.
      # @param rad [Float] electrical, of a count @return [Array(Complex, Complex, Float)]
      def over_way(rad, half: 0.0)
        angles = angles(rad, half: half)
        counts = middle[:counts]
        between = (angles[1..] + angles[0...-1]) / 2
        steps = counts[1..] - counts[0...-1]
        straight = counts[-1] - counts[0]
        return Complex(0), Complex(0), 1.0 if straight.zero?
        [1, 2].map { |times| mean_vector(between * times, steps / straight) } << path
      end

      # @return [Numo::DFloat] rad between current and count
      def angles(rad, half: 0.0)
        fields, counts, alpha, beta = middle.values_at(:fields, :counts, :alpha, :beta)
        cos = Numo::NMath.cos(fields)
        sin = Numo::NMath.sin(fields)
        fields + Numo::NMath.atan2(beta * cos - alpha * sin, alpha * cos + beta * sin) - (counts + half) * rad
      end

      # @return [Numo::DFloat] rad that the field has gone, from where it is looked at
      def progress = (middle[:fields] - middle[:fields][0]).abs

      # How much longer the way of the shaft was than the straight one.
      def path
        counts = middle[:counts]
        straight = (counts[-1] - counts[0]).abs
        straight.zero? ? Float::INFINITY : (counts[1..] - counts[0...-1]).abs.sum / straight
      end

      # A peak
      def current = Numo::NMath.sqrt(middle[:alpha]**2 + middle[:beta]**2).mean

      # Where a hall changes. @return [Array<Array(Integer, Integer, Float)>] state before, after, and the place in
      # counts and field
      def edges
        return [] unless @halls
        (1...@halls.size).filter_map do |n|
          next if @halls[n] == @halls[n - 1]
          [@halls[n - 1].to_i, @halls[n].to_i, 0.5 * (@fields[n] + @fields[n - 1]), 0.5 * (@counts[n] + @counts[n - 1])]
        end
      end

      private

      def mean_vector(angles, weights)
        Complex((Numo::NMath.cos(angles) * weights).sum, (Numo::NMath.sin(angles) * weights).sum)
      end

      # Whole turns of the field, so that what comes once a turn of it has no say.
      def middle
        @middle ||=
          begin
            progress = (@fields - @fields[0]).abs
            length = @way.abs - 2 * EDGES
            whole = whole_turns.zero? ? length : whole_turns * 2 * Math::PI
            start = (@way.abs - whole) / 2
            inside = (progress.ge(start) & progress.le(start + whole)).where
            { fields: @fields[inside], counts: @counts[inside], alpha: @alpha[inside], beta: @beta[inside] }
          end
      end
    end
  end
end

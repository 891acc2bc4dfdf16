# frozen_string_literal: true

module Gallop
  module Mechanics
    # A ratio in the whole numbers that a drive takes: exact where they are small enough, else the nearest there is,
    # by the convergents and semiconvergents of its continued fraction (Khinchin, Continued Fractions, §6: best
    # approximations).
    #
    #   WholeRatio.nearest(Rational(355, 113), most: 100)   # => numerator 22, denominator 7, error 0.000402…
    WholeRatio =
      Record.define(:numerator, :denominator, :exact) do
        # @param ratio [Rational] above zero @param most [Integer] largest whole number allowed
        # @return [WholeRatio] @raise [ArgumentError] when even the nearest ratio is out of reach
        def self.nearest(ratio, most:)
          raise ArgumentError, "a ratio above zero is expected, not #{ratio}" unless ratio.positive?
          if [ratio.numerator, ratio.denominator].max <= most
            return new(numerator: ratio.numerator, denominator: ratio.denominator, exact: ratio)
          end
          best = candidates(ratio, most).min_by { |candidate| [(candidate - ratio).abs, candidate.denominator] }
          raise ArgumentError, "#{ratio.to_f} cannot be given in whole numbers up to #{most}" if best.nil?
          new(numerator: best.numerator, denominator: best.denominator, exact: ratio)
        end

        # Convergents, and the last semiconvergent that still fits.
        def self.candidates(ratio, most)
          before = [0, 1]
          last = [1, 0]
          found = []
          rest = ratio
          loop do
            whole = rest.floor
            steps = [whole, room(most, last[0], before[0]), room(most, last[1], before[1])].min
            following = [steps * last[0] + before[0], steps * last[1] + before[1]]
            found << Rational(*following) if following.all?(&:positive?)
            return found if steps < whole || rest == whole
            before = last
            last = following
            rest = 1 / (rest - whole)
          end
        end
        private_class_method :candidates

        def self.room(most, last, before) = last.zero? ? most : (most - before) / last
        private_class_method :room

        def value = Rational(numerator, denominator)
        def exact? = value == exact
        # @return [Rational] relative error of the whole numbers, signed
        def error = value / exact - 1
      end
  end
end

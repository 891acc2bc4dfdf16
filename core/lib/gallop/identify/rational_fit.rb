# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Identify
    # N(s)/D(s) with N(0) = 1 that comes closest to a response, by the noise that each tone has. First by linear least
    # squares, weighed anew with the denominator that was found last (Sanathanan, Koerner: IEEE Trans. Automatic Control
    # 8, 1963), which are off where much of what was seen is noise; then by steps of Gauss and Newton from there, which
    # are not (Pintelon, Schoukens: System Identification, 2012, ch. 9.11).
    class RationalFit
      HIGHEST = 3 # power of s
      ROUNDS = 12
      STEPS = 8
      SHARES = [1.0, 0.5, 0.25, 0.125].freeze # of a step: the first that is a gain
      ENOUGH = 1e-6 # of what it misses by, that a step has to gain

      # @param frequencies [Array<Float>] Hz, rising @param gains [Array<Complex>] @param sigmas [Array<Float>] of them
      def initialize(frequencies, gains, sigmas)
        omegas = Numo::DFloat.cast(frequencies) * 2 * Math::PI
        @scale = Math.sqrt(omegas[0] * omegas[-1]) # rad/s, so that no power of a frequency is huge
        s = omegas / @scale * Complex::I
        @powers = Array.new(HIGHEST + 1) { |power| s**power }
        @gains = Numo::DComplex.cast(gains)
        @sigmas = Numo::DFloat.cast(sigmas)
      end

      # @param top [Integer], bottom [Integer] powers of s @param start [Array<Float>, nil] denominator to begin with
      # @return [Array(Array<Float>, Array<Float>)] numerator and denominator, from s⁰ on
      def of(top, bottom, start = nil)
        denominator = start ? start.each_with_index.map { |one, power| one * @scale**power } : [0.0, 1.0]
        numerator = nil
        ROUNDS.times { numerator, denominator = linear(top, bottom, denominator) }
        closer(numerator, denominator).map { |one| one.each_with_index.map { |part, power| part / @scale**power } }
      end

      private

      # D G − (N − 1) = 1
      def linear(top, bottom, denominator)
        terms = @powers[1..top].map { |power| -power } + @powers[0..bottom].map { |power| @gains * power }
        split(solved(terms, Numo::DComplex.ones(@gains.size), at(denominator).abs * @sigmas), top)
      end

      def closer(numerator, denominator)
        missed = missed_by(numerator, denominator)
        STEPS.times do
          step = step_from(numerator, denominator)
          share = SHARES.find { |one| missed_by(*moved(numerator, denominator, step, one)) < missed } or break
          numerator, denominator = moved(numerator, denominator, step, share)
          before = missed
          missed = missed_by(numerator, denominator)
          break if before - missed < ENOUGH * before
        end
        [numerator, denominator]
      end

      # @return [Array<Float>] of the numerator from s¹ on, and of the denominator
      def step_from(numerator, denominator)
        over = at(numerator)
        under = at(denominator)
        terms = @powers[1...numerator.size].map { |power| power / under }
        terms += @powers[0...denominator.size].map { |power| -over * power / under**2 }
        solved(terms, @gains - over / under, @sigmas)
      end

      def moved(numerator, denominator, step, share)
        over, under = split(step, numerator.size - 1)
        [
          [1.0, *numerator.drop(1).zip(over.drop(1)).map { |one, more| one + share * more }],
          denominator.zip(under).map { |one, more| one + share * more }
        ]
      end

      def missed_by(numerator, denominator)
        (((@gains - at(numerator) / at(denominator)) / @sigmas).abs**2).sum
      end

      def split(found, top) = [[1.0, *found.first(top)], found.drop(top)]

      def at(coefficients) = coefficients.zip(@powers).map { |one, power| one * power }.sum

      # Real and imaginary part of each tone a row. @param terms [Array<Numo::DComplex>]
      def solved(terms, wanted, sigmas)
        Numbers.fit(terms.map { |term| apart(term / sigmas) }, apart(wanted / sigmas))
      end

      def apart(column) = Numo::DFloat.hstack([column.real, column.imag])
    end
  end
end

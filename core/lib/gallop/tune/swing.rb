# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Tune
    # A swing that dies away, as it is seen in samples: the frequency and damping that come closest, by least squares.
    #
    #   swing = Swing.within(samples, 1e-3, from: 8.0, to: 40.0)
    #   swing.frequency   # => 23.4 Hz
    #
    # @!attribute frequency [Float] Hz @!attribute damping [Float] share of the critical @!attribute cosine [Float],
    # sine [Float] of it at the first sample
    Swing =
      Record.define(:frequency, :damping, :cosine, :sine) do
        # @param samples [Array<Float>] @param interval [Float] s @param from [Float], to [Float] Hz
        def self.within(samples, interval, from:, to:)
          column = Numo::DFloat.cast(samples)
          damping = Swing::LIKELY
          frequency = nil
          Swing::ROUNDS.times do
            frequency = Swing.lowest(from, to) { |one| Swing.rest(column, interval, one, damping) }
            damping =
              Math.exp(
                Swing.lowest(*Swing::DAMPINGS.map { |one| Math.log(one) }) do |one|
                  Swing.rest(column, interval, frequency, Math.exp(one))
                end
              )
          end
          of(column, interval, frequency, damping)
        end

        # With frequency and damping known.
        def self.of(column, interval, frequency, damping)
          cosine, sine = Numbers.fit(columns(column.size, interval, frequency, damping), column)
          new(frequency: frequency, damping: damping, cosine: cosine, sine: sine)
        end

        # What it leaves of the samples. @return [Float]
        def self.rest(column, interval, frequency, damping)
          parts = columns(column.size, interval, frequency, damping)
          left = Numbers.fit(parts, column).zip(parts).reduce(column) { |rest, (share, part)| rest - part * share }
          (left**2).sum
        end

        # A coarse look first, as there are valleys beside the right one. @yieldparam at [Float]
        def self.lowest(from, to)
          points = Array.new(Swing::POINTS) { |n| from + (to - from) * n / (Swing::POINTS - 1.0) }
          best = points.each_index.min_by { |n| yield points[n] }
          Numbers.lowest(points[[best - 1, 0].max], points[[best + 1, points.size - 1].min]) { |at| yield at }
        end

        # cosine, sine, and what does not swing
        def self.columns(count, interval, frequency, damping)
          time = Numo::DFloat.new(count).seq * interval
          omega = 2 * Math::PI * frequency
          decay = Numo::NMath.exp(time * -(damping * omega))
          turned = time * (omega * Math.sqrt(1 - damping**2))
          [decay * Numo::NMath.cos(turned), decay * Numo::NMath.sin(turned), Numo::DFloat.ones(count)]
        end

        # At the first sample.
        def amplitude = Math.hypot(cosine, sine)

        # Of what it is the derivative of. @return [Complex] s of e^(st)
        def rate = 2 * Math::PI * frequency * Complex(-damping, Math.sqrt(1 - damping**2))
        def vector = Complex(cosine, -sine)

        # s until it stays below that
        def calm_after(level)
          return 0.0 if amplitude <= level
          Math.log(amplitude / level) / (2 * Math::PI * frequency * damping)
        end
      end

    class Swing
      LIKELY = 0.01
      DAMPINGS = [0.0005, 0.3].freeze
      POINTS = 41
      ROUNDS = 3
    end
  end
end

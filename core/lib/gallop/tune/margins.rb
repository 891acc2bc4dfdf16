# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Tune
    # How far a loop is from swinging, by its open response from low to high frequencies. Between two points phase and
    # logarithm of the gain go straight over the logarithm of the frequency.
    class Margins
      # @param frequencies [Numo::DFloat] Hz, rising @param open [Numo::DComplex]
      # @param closed [Numo::DComplex] actual for demanded
      def initialize(frequencies, open, closed)
        @frequencies = frequencies.to_a
        @open = open
        @closed = closed
      end

      # Degrees: the least at any frequency at which the gain is one; nil where it never is. @return [Float, nil]
      def phase = crossings.map { |crossing| crossing[:margin] }.min_by(&:abs)

      # Hz at which the gain is one: the first of it is what one calls the crossover. @return [Array<Float>]
      def crossovers = crossings.map { |crossing| crossing.fetch(:frequency) }

      # Degrees over the frequency, without jumps. @return [Array<Float>]
      def degrees = phases.map { |phase| phase * 180 / Math::PI }

      # By how much the gain may rise until it swings. @return [Float, nil] dB; nil where nothing makes it swing
      def gain = turns.select { |turn| turn[:margin] > 0 }.map { |turn| turn[:margin] }.min

      # By how much it may fall; nil where it may go to nothing. @return [Float, nil] dB
      def least_gain = turns.select { |turn| turn[:margin] < 0 }.map { |turn| -turn[:margin] }.min

      # The peak of the sensitivity: how much more of a disturbance there is at some frequency with the loop than
      # without.
      def peak = @peak ||= 1 / (@open + 1).abs.min

      # Hz up to which the actual follows the demanded within 3 dB. @return [Float, nil]
      def bandwidth
        gains = @closed.abs.to_a
        last = (1...gains.size).find { |n| gains[n] < HALF && gains[n - 1] >= HALF } or return
        between(last, Math.log(gains[last - 1] / HALF), Math.log(gains[last] / HALF))
      end

      # How much more than demanded there is at some frequency. @return [Float] factor
      def overshoot = @closed.abs.max

      # Whether it comes to rest by itself. An open loop without anything that grows by itself is stable when closed
      # where 1 + L, from the lowest frequency on, comes to the positive real axis without having gone round (Nyquist).
      def stable?
        angles = (@open + 1).arg.to_a
        turned = angles.each_cons(2).sum { |before, after| (after - before + Math::PI) % (2 * Math::PI) - Math::PI }
        (angles.first + turned).abs < Math::PI
      end

      HALF = Math.sqrt(0.5)
      private_constant :HALF

      private

      # Where the gain crosses one. @return [Array<Hash>]
      def crossings
        @crossings ||=
          (1...levels.size).filter_map do |n|
            next unless levels[n - 1] * levels[n] <= 0 && levels[n - 1] != levels[n]
            share = levels[n - 1] / (levels[n - 1] - levels[n])
            phase = phases[n - 1] + share * (phases[n] - phases[n - 1])
            { frequency: between(n, levels[n - 1], levels[n]), margin: (phase * 180 / Math::PI) % 360 - 180 }
          end
      end

      # Where the phase goes through −180°. @return [Array<Hash>]
      def turns
        @turns ||=
          (1...phases.size).filter_map do |n|
            a, b = [n - 1, n].map { |at| (phases[at] / Math::PI - 1) / 2 }
            next if a.floor == b.floor
            edge = [a, b].max.floor
            share = (edge - a) / (b - a)
            { margin: -(levels[n - 1] + share * (levels[n] - levels[n - 1])) * DECIBELS }
          end
      end

      DECIBELS = 20 / Math.log(10)
      private_constant :DECIBELS

      def levels = @levels ||= @open.abs.to_a.map { |gain| Math.log([gain, Float::MIN].max) }

      # Unwrapped.
      def phases
        @phases ||=
          @open
            .arg
            .to_a
            .each_with_object([]) do |angle, all|
              next all << angle if all.empty?
              all << (all.last + (angle - all.last + Math::PI) % (2 * Math::PI) - Math::PI)
            end
      end

      # Hz at which a figure that is so much at two neighbours is nothing.
      def between(n, before, after)
        share = before / (before - after)
        low, high = @frequencies.values_at(n - 1, n)
        low * (high / low)**share
      end
    end
  end
end

# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Tune
    # A mechanism of however many masses, as its tones have shown it: what it answers between them lies between them,
    # and beyond their ends it goes on like a mass. Enough for margins and a design, not for a rehearsal.
    class Sampled
      FEWEST = 24 # such tones
      RIGID = 25.0 # ° by which the lowest may miss what a mass would answer
      LOWEST = 3 # tones by which the inertia is told
      RINGS = 1.6 # times what a mass would answer, from which on a peak is one
      MOST_PEAKS = 2
      HIGHEST = 800.0 # Hz of a peak that one can be sure of

      # @!attribute frequency [Float] Hz @!attribute answer [Complex] rad/s for a N·m
      Tone = Record.define(:frequency, :answer)

      # @param tones [Array<Array(Float, Float, Float, Float)>] as Measured
      def self.of(tones)
        sure = Measured.sure(tones)
        new(
          sure.map { |frequency, real, imaginary, _| Tone.new(frequency: frequency, answer: Complex(real, imaginary)) }
        )
      end

      # @param tones [Array<Tone>] by frequency @param heavier [Float] times the inertia that they show
      def initialize(tones, heavier: 1.0)
        @tones = tones
        @heavier = heavier
      end

      # Whether enough was seen, from where it goes as one mass on.
      def known?
        @tones.size >= FEWEST &&
          @tones.first(LOWEST).all? { |tone| (tone.answer.arg * 180 / Math::PI + 90).abs < RIGID }
      end

      # kg·m²
      def whole = @whole ||= @heavier * seen_inertia

      # Hz of what rings, the loudest first
      def peaks
        @peaks ||=
          (1...(@tones.size - 1))
            .select { |n| @tones[n].frequency < HIGHEST && shares[n].abs > RINGS }
            .select { |n| [n - 1, n + 1].all? { |beside| shares[n].abs >= shares[beside].abs } }
            .sort_by { |n| -shares[n].abs }
            .first(MOST_PEAKS)
            .map { |n| @tones[n].frequency }
      end

      def resonance = peaks.first
      def antiresonance = nil
      def two? = true

      def varied(heavier: 1.0, stiffer: 1.0)
        shift = Math.sqrt(stiffer)
        moved = @tones.map { |tone| tone.with(frequency: tone.frequency * shift, answer: tone.answer / shift) }
        Sampled.new(moved, heavier: @heavier * heavier)
      end

      # rad/s for a N·m. @param s [Numo::DComplex] jω @return [Numo::DComplex]
      def answer(s)
        logs = Numo::NMath.log(s.imag / (2 * Math::PI)).to_a
        1 / (s * whole) * Numo::DComplex.cast(logs.map { |log| share_at(log) })
      end

      private

      # Of what a mass would answer.
      def shares
        @shares ||= @tones.map { |tone| tone.answer * Complex(0, 2 * Math::PI * tone.frequency) * seen_inertia }
      end

      def places = @places ||= @tones.map { |tone| Math.log(tone.frequency) }

      def share_at(log)
        above = places.bsearch_index { |place| place > log }
        return shares.last if above.nil?
        return shares.first if above.zero?
        way = (log - places[above - 1]) / (places[above] - places[above - 1])
        shares[above - 1] + way * (shares[above] - shares[above - 1])
      end

      def seen_inertia
        @seen_inertia ||=
          begin
            lowest = @tones.first(LOWEST)
            lowest.sum { |tone| (1 / tone.answer).imag / (2 * Math::PI * tone.frequency) } / lowest.size
          end
      end
    end
  end
end

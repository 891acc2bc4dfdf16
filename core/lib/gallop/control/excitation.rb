# frozen_string_literal: true

require "numo/narray"
require "numo/pocketfft"

module Gallop
  module Control
    # One period of a signal that excites a loop, with a peak of 1: what the drives put out, and what is foretold of it.
    #
    #   Control::Excitation.tones(samples: 8192, rate: 8000.0, lowest: 4.0, highest: 1000.0)   # => DFloat[8192]
    module Excitation
      OCTAVE = 12 # tones in one, where the period has as many

      module_function

      # Tones that all have a whole number of rounds in the period. They grow with the root of their frequency: what is
      # moved answers less and less, and the noise stays. Their phases are those with which the peak is low: of a sum
      # whose peaks are cut off again and again the phases are kept, and the amplitudes put right (Van der Ouderaa,
      # Schoukens, Renneboog: Peak factor minimization, IEEE Trans. Instrumentation and Measurement 37, 1988).
      # @param samples [Integer] in a period @param rate [Float] Hz @return [Numo::DFloat]
      def tones(samples:, rate:, lowest:, highest:)
        rounds = rounds(samples, rate, lowest, highest)
        amplitudes = rounds.map { |n| Math.sqrt(n) }
        phases = rounds.each_index.map { |k| -Math::PI * k * (k + 1) / rounds.size }
        sum = nil
        CUTS.times do
          sum = summed(samples, rounds, amplitudes, phases)
          peak = CUT * sum.abs.max
          cut = Numo::Pocketfft.rfft(sum.clip(-peak, peak))
          phases = rounds.map { |round| cut[round].arg }
        end
        sum / sum.abs.max
      end

      CUTS = 100
      CUT = 0.7 # of the peak
      private_constant :CUTS, :CUT

      def summed(samples, rounds, amplitudes, phases)
        spectrum = Numo::DComplex.zeros(samples / 2 + 1)
        rounds.each_with_index { |round, n| spectrum[round] = Complex.polar(amplitudes[n], phases[n]) }
        Numo::Pocketfft.irfft(spectrum)[0...samples]
      end
      private_class_method :summed

      # Rounds of each tone in a period, evenly over the octaves. @return [Array<Integer>]
      def rounds(samples, rate, lowest, highest)
        first = [(lowest * samples / rate).ceil, 1].max
        last = [[(highest * samples / rate).floor, samples / 2 - 1].min, first].max
        count = (OCTAVE * Math.log2(last.to_f / first)).ceil + 1
        (0...count).map { |n| (first * (last.to_f / first)**(n / [count - 1, 1].max.to_f)).round }.uniq
      end

      # A tone whose frequency rises by the same share in the same time, there and back, so that nothing jumps from one
      # period to the next.
      def sweep(samples:, rate:, lowest:, highest:)
        half = samples / 2.0
        place = Numo::DFloat.new(samples).seq
        place = half - (place - half).abs
        growth = Math.log(highest / lowest)
        turns = lowest / rate * half / growth * (Numo::NMath.exp(place / half * growth) - 1)
        Numo::NMath.sin(2 * Math::PI * turns)
      end

      # Maximum-length sequence of a shift register (e.g. Godfrey: Perturbation Signals for System Identification,
      # 1993), stretched to the period: the longest whose bits are no shorter than half a round of the highest
      # frequency.
      def random_binary(samples:, rate:, lowest:, highest:)
        raise ArgumentError, "lowest above highest" if lowest > highest
        length = TAPS.keys.reverse.find { |bits| 2**bits - 1 <= 2 * highest / rate * samples } || TAPS.keys.first
        bits = sequence(length)
        Numo::DFloat.cast(Array.new(samples) { |n| bits[n * bits.size / samples] })
      end

      # Places of the register that are added, by its length.
      TAPS = {
        3 => [3, 2],
        4 => [4, 3],
        5 => [5, 3],
        6 => [6, 5],
        7 => [7, 6],
        8 => [8, 6, 5, 4],
        9 => [9, 5],
        10 => [10, 7],
        11 => [11, 9],
        12 => [12, 6, 4, 1],
        13 => [13, 4, 3, 1]
      }.freeze

      # @return [Array<Float>] 1 and -1, one more of the one than of the other
      def sequence(length)
        register = 1
        Array.new(2**length - 1) do
          sum = TAPS.fetch(length).sum { |place| register[place - 1] } & 1
          out = register[length - 1]
          register = ((register << 1) | sum) & (2**length - 1)
          out == 1 ? 1.0 : -1.0
        end
      end
      private_class_method :sequence
    end
  end
end

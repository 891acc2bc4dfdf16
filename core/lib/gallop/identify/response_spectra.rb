# frozen_string_literal: true

require "numo/narray"
require "numo/pocketfft"

module Gallop
  module Identify
    # What the shaft does for a torque, tone by tone, out of whole periods of an excitation. With r the signal that was
    # added, T the torque and ω the speed, each at a tone, and sums over the passes,
    #
    #   G = Σ ω r* / Σ T r*,   γ² = |Σ ω r*|² / (Σ|ω|² Σ|r|²)
    #
    # so that what does not follow r, in a closed loop too, goes to nothing (Pintelon, Schoukens: System Identification,
    # 2012, ch. 2.6 and 2.7). The speed is jω times the place, whose way during the period is taken off as a line.
    class ResponseSpectra
      # @!attribute frequency [Float] Hz @!attribute gain [Complex] rad/s for a N·m @!attribute coherence [Float]
      # @!attribute uncertainty [Float] of the gain, a share, two sigma
      Tone = Record.define(:frequency, :gain, :coherence, :uncertainty)

      # @param takes [Array<Instrument::Take>] of excitation.value, torque.actual and feedback.count: a period each
      # @param machine [SpinMachine]
      def initialize(takes, machine)
        @takes = takes
        @machine = machine
        @samples = takes.first["feedback.count"].size
      end

      # @return [Array<Tone>] by frequency @raise [Undecided] where nothing was added
      def tones = @tones ||= rounds.map { |round| tone(round) }

      private

      FAINT = 1e-3 # of the strongest tone, below which there is none
      private_constant :FAINT

      def interval = @takes.first.interval

      # @return [Array<Array(Numo::DComplex)>] of what was added, torque and place, of each pass
      def passes
        @passes ||=
          @takes.map do |take|
            [
              spectrum(take["excitation.value"]),
              spectrum(@machine.shaft.reckoned(:torque, 1.0) * take["torque.actual"]),
              spectrum(without_way(take["feedback.count"] * @machine.radians))
            ]
          end
      end

      def spectrum(column) = Numo::Pocketfft.rfft(column) * (2.0 / @samples)

      # A line from the first sample to where the next period would begin.
      def without_way(place)
        step = (place[-1] - place[0]) / (@samples - 1)
        last = (place[-1] - place[-9]) / 8
        way = place[-1] - place[0] + 0.5 * (last + step)
        place - Numo::DFloat.new(@samples).seq * (way / @samples)
      end

      # Whole rounds in the record at which something was added.
      def rounds
        added = passes.first.first.abs
        found = (1...(@samples / 2)).select { |n| added[n] > FAINT * added.max }
        return found if found.any? && added.max.positive?
        raise Undecided, "Nothing was added to the torque. Try again."
      end

      def tone(round)
        frequency = round / (@samples * interval)
        added, torque, place = passes.map { |columns| columns.map { |column| column[round] } }.transpose
        speed = place.map { |one| one * Complex(0, 2 * Math::PI * frequency) }
        with_speed = cross(speed, added)
        coherence = with_speed.abs2 / [power(speed) * power(added), Float::MIN].max
        Tone.new(
          frequency: frequency,
          gain: with_speed / cross(torque, added),
          coherence: coherence,
          uncertainty: uncertainty(coherence)
        )
      end

      def cross(one, other) = one.zip(other).sum { |a, b| a * b.conj }
      def power(column) = column.sum(&:abs2)

      # Of a mean of so many passes (Bendat, Piersol: Random Data, ch. 9).
      def uncertainty(coherence) =
        2 * Math.sqrt([1 - coherence, 0.0].max / [2 * (@takes.size - 1) * coherence, Float::MIN].max)
    end
  end
end

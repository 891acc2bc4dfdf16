# frozen_string_literal: true

module Gallop
  module Identify
    # One mass, or two with a spring between them, by how the shaft answers to torque:
    #
    #   ω/T = (1 + n₁s + n₂s²)/(d₀ + d₁s + d₂s² + d₃s³),   ω_a = 1/√n₂,   J = d₁
    #
    # by what each tone is sure of, from the first to the last that is sure. Between them those that are faint count as
    # well: at an antiresonance the shaft hardly moves, and that is what there is to be seen.
    class ResponseFit
      SURE = 0.9 # coherence of a tone that counts
      FEWEST = 12 # such tones
      GOOD = 0.12 # rms of the share by which a model misses
      BETTER = 0.6 # of the error of one mass, that two have to come to
      DAMPED = 0.5 # beyond which nothing rings
      LOW = 15.0 # Hz
      INSIDE = 1.05 # of the ends of what was seen

      # @!attribute inertia [Float] kg·m² in all @!attribute error [Float] rms of the share by which it misses
      # @!attribute resonance [Float, nil], antiresonance [Float, nil] Hz @!attribute damping [Float, nil] of the
      # resonance, of the critical @!attribute antidamping [Float, nil] of the antiresonance
      Model =
        Record.define(
          :top,
          :bottom,
          :inertia,
          :error,
          resonance: nil,
          antiresonance: nil,
          damping: nil,
          antidamping: nil
        ) do
          # @param frequency [Float] Hz @return [Complex] rad/s for a N·m
          def at(frequency)
            s = Complex(0, 2 * Math::PI * frequency)
            polynomial(top, s) / polynomial(bottom, s)
          end

          private

          def polynomial(coefficients, at) = coefficients.each_with_index.sum { |one, power| one * at**power }
        end

      # @param tones [Array<ResponseSpectra::Tone>] by frequency @param good [Float] rms of the share by which a model
      # may miss @param sure [Float] coherence of a tone that counts
      def initialize(tones, good: GOOD, sure: SURE)
        @good = good
        @sure = sure
        @tones = tones.select { |tone| tone.coherence > sure }
        @seen = tones.select { |tone| tone.frequency.between?(*@tones.map(&:frequency).minmax) } if possible?
      end

      # Those that are sure. @return [Array<ResponseSpectra::Tone>]
      attr_reader :tones

      # @return [Boolean] whether enough was seen
      def possible? = tones.size >= FEWEST

      # The one that fits, with what is sure of it; nil where neither does.
      def model
        return @model if defined?(@model)
        unsure = found&.antiresonance && uncertainty(:antiresonance) > WITHIN * found.antiresonance
        @model = unsure ? found.with(antiresonance: nil, antidamping: nil) : found
      end

      # The one that fits, however sure.
      def found
        return @found if defined?(@found)
        @found = possible? ? [two_masses, one_mass].compact.find { |one| one.error < @good } : nil
      end

      # Within which a figure of the model is known, by leaving out each part of the tones. @param measure [Symbol]
      def uncertainty(measure)
        Numbers.spread(without_a_part.map { |model| model&.public_send(measure) || 0.0 })
      end

      PARTS = 5
      WITHIN = 0.02 # of the antiresonance, that it has to be known
      private_constant :PARTS, :WITHIN

      def rings? = !model&.resonance.nil?

      # Whether it was seen from so low on that the inertia is that of all that turns.
      def whole? = !model.nil? && (rings? ? !model.antiresonance.nil? : tones.first.frequency < LOW)

      # The model of one mass, for what is told of the inertia. @return [Model]
      def one_mass = @one_mass ||= fitted(0, 1)

      def figures
        return {} unless model
        {
          inertia: (model.inertia if whole?),
          resonance: model.resonance,
          antiresonance: model.antiresonance,
          damping: model.damping,
          antidamping: model.antidamping
        }.compact
      end

      private

      # @return [Array<Model, nil>]
      def without_a_part
        @without_a_part ||=
          begin
            parts = Array.new(PARTS) { |n| @seen.each_with_index.filter_map { |tone, at| tone if at % PARTS == n } }
            Numbers.without_each(parts) do |rest|
              self.class.new(rest.flatten.sort_by(&:frequency), good: @good, sure: @sure).found
            end
          end
      end

      def two_masses
        return @two_masses if defined?(@two_masses)
        found = starts.filter_map { |start| ringing(fitted(2, 3, start)) }.min_by(&:error)
        @two_masses = found if found && found.error < BETTER * one_mass.error
      end

      # Where the search begins: from nothing, and from each peak that stands out from one mass.
      # @return [Array<Array<Float>, nil>] denominators
      def starts
        over = tones.map { |tone| tone.gain.abs * tone.frequency }
        peaks = (1...(over.size - 1)).select { |n| over[n] >= over[n - 1] && over[n] >= over[n + 1] }
        strongest = peaks.max_by(STARTS) { |n| over[n] }
        [nil, *strongest.map { |n| around(2 * Math::PI * tones[n].frequency) }]
      end

      def around(omega) = [0.0, 1.0, 2 * USUAL_DAMPING / omega, 1 / omega**2]

      STARTS = 4
      USUAL_DAMPING = 0.05
      private_constant :STARTS, :USUAL_DAMPING

      # With what rings in it. @return [Model, nil] where it is no pair of masses, or none that was seen
      def ringing(model)
        square, twice = oscillation(model.bottom)
        return if square.nil? || square <= 0 || model.top[2] <= 0
        resonance = Math.sqrt(square)
        antiresonance = 1 / Math.sqrt(model.top[2])
        damping = twice / 2 / resonance
        antidamping = model.top[1] * antiresonance / 2
        return unless antiresonance < resonance && damping.between?(0, DAMPED) && inside?(resonance)
        seen = inside?(antiresonance) && antidamping.between?(0, DAMPED)
        model.with(
          resonance: resonance / 2 / Math::PI,
          antiresonance: (antiresonance / 2 / Math::PI if seen),
          damping: damping,
          antidamping: (antidamping if seen)
        )
      end

      def inside?(omega)
        omega > INSIDE * 2 * Math::PI * tones.first.frequency && omega * INSIDE < 2 * Math::PI * tones.last.frequency
      end

      # ω² and 2ζω of the factor s² + 2ζω s + ω² of a cubic; its real root is slow, by friction, and found by Newton.
      def oscillation(bottom)
        d0, d1, d2, d3 = bottom
        return if d3.abs < Float::MIN || d1.abs < Float::MIN
        root = -d0 / d1
        40.times do
          slope = d1 + 2 * d2 * root + 3 * d3 * root * root
          break if slope.zero?
          root -= (d0 + d1 * root + d2 * root**2 + d3 * root**3) / slope
        end
        twice = d2 / d3 + root
        [d1 / d3 + root * twice, twice]
      end

      # @param top [Integer], bottom [Integer] powers of s @param start [Array<Float>, nil] denominator @return [Model]
      def fitted(top, bottom, start = nil)
        numerator, denominator = rational.of(top, bottom, start)
        model = Model.new(top: numerator, bottom: denominator, inertia: denominator[1], error: 0.0)
        model.with(error: error_of(model))
      end

      def rational = @rational ||= RationalFit.new(@seen.map(&:frequency), @seen.map(&:gain), sigmas)

      # What noise leaves unsure of each gain, by its neighbours as well: a few passes tell little of that at one tone.
      def sigmas
        noise = @seen.map { |tone| tone.gain.abs * tone.uncertainty }
        @seen.each_with_index.map do |tone, n|
          near = noise[[n - NEIGHBOURS, 0].max..n + NEIGHBOURS].sort
          [near[near.size / 2], LEAST * tone.gain.abs].max
        end
      end

      NEIGHBOURS = 3 # to either side
      LEAST = 0.01 # of a gain
      private_constant :NEIGHBOURS, :LEAST

      def error_of(model)
        Math.sqrt(tones.sum { |tone| ((model.at(tone.frequency) - tone.gain) / tone.gain).abs2 } / tones.size)
      end
    end
  end
end

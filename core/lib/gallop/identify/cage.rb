# frozen_string_literal: true

module Gallop
  module Identify
    # An induction motor by what was seen at standstill, as a T circuit with its leakage in equal halves (IEEE 112,
    # design B): stator flux over direct current, and the impedance behind the stator's resistance at slow tones.
    class Cage
      ROUNDS = 12
      LEAST = 0.03 # of each figure, that gains and the halves of the leakage leave open

      # @!attribute impedance [Complex] Ω at the terminals
      Seen = Record.define(:frequency, :impedance)

      # @param steps [Array<Rotor::Step>] in rising order @param tones [Array<Seen>] @param rated_flux [Float] V·s
      def initialize(steps, tones, rated_flux)
        @steps = steps
        @tones = tones
        @rated_flux = rated_flux
        raise Undecided, "The flux did not grow with the current. Measure the winding first." if gains.min <= 0
      end

      # V·s peak of a phase, at rated voltage and frequency
      attr_reader :rated_flux

      # Ω, referred to the stator
      def rotor_resistance = means[0]
      # H, of stator and rotor together
      def leakage = means[1]
      # H, at the current that the motor takes for its rated flux
      def magnetising = flux_at(magnetising_current) / magnetising_current - leakage / 2
      # s
      def rotor_time = (magnetising + leakage / 2) / rotor_resistance

      # A rms, at rated voltage and frequency
      def no_load_current = magnetising_current / Math.sqrt(2)

      # A share: both tones should say the same.
      def uncertainty
        figures = seen.map(&:first)
        LEAST + (figures.max - figures.min) / rotor_resistance
      end

      # The same of the no-load current, which is less sure beyond what was measured.
      def uncertainty_of_current = LEAST + [magnetising_current / @steps.last.current - 1, 0.0].max * BEYOND
      def beyond? = magnetising_current > 1.25 * @steps.last.current

      # V·s over A peak. @return [Array<Array(Float, Float)>]
      def curve = @curve ||= [[0.0, 0.0], [first, first * gains.first]] + later

      BEYOND = 0.5
      private_constant :BEYOND

      private

      def first = @steps.first.from
      def gains = @gains ||= @steps.map { |step| step.gained / (step.current - step.from) }

      def later
        flux = first * gains.first
        @steps.map { |step| [step.current, flux += step.gained] }
      end

      # By straight lines; beyond the last point as steeply as before it.
      def flux_at(current)
        low, high = curve.each_cons(2).find { |_, upper| upper[0] >= current } || curve.last(2)
        low[1] + (high[1] - low[1]) / (high[0] - low[0]) * (current - low[0])
      end

      def magnetising_current
        @magnetising_current ||=
          begin
            low, high = curve.each_cons(2).find { |_, upper| upper[1] >= @rated_flux } || curve.last(2)
            low[0] + (high[0] - low[0]) / (high[1] - low[1]) * (@rated_flux - low[1])
          end
      end

      def means = @means ||= seen.transpose.map { |figures| figures.sum / figures.size }
      def seen = @seen ||= @tones.map { |tone| behind(tone) }

      # The magnetising branch at the direct current of the tone is as steep as the curve there.
      def behind(tone)
        omega = 2 * Math::PI * tone.frequency
        rest = tone.impedance - @steps.sum(&:resistance) / @steps.size
        leakage = rest.imag / omega
        ROUNDS.times do
          half = Complex(0, omega * leakage / 2)
          branch = Complex(0, omega * [gains[-2] - leakage / 2, leakage].max)
          rotor = 1 / (1 / (rest - half) - 1 / branch)
          leakage = 0.5 * leakage + 0.5 * (rotor.imag / omega + leakage / 2)
          @rotor = rotor
        end
        [@rotor.real, leakage]
      end
    end
  end
end

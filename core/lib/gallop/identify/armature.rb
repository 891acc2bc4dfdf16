# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Identify
    # Resistance and inductance of a motor with brushes that must not turn, from a loud tone: between two samples
    #
    #   v = R i + L di/dt + D sat(i/c)
    #
    # with D for dead time and drops of the stage, which change their sign with the current; where that ripples through
    # zero, up to c, they do so gradually (e.g. Holmes, Lipo: Pulse Width Modulation for Power Converters, ch. 2). By
    # least squares for each of several c; of those that leave hardly more than the best the narrowest is taken, as a
    # wide one looks like resistance. The back-EMF of a shaft that shakes a little stands against di/dt, and takes
    # some percent of the inductance. All along β, where a phase of a vector is half of what lies between both wires.
    class Armature
      CLEAR = 0.2 # of the current of the one channel that the other may show
      LEAST = 10 # times the noise, that a current must have
      RIPPLES = (1..80).map { |n| 0.01 * n }.freeze # c, of the amplitude
      FAINT = 0.05 # of the drop at the resistance, that a stage may take for itself unnoticed
      HARDLY = 1.003 # times what the best leaves
      MOST_WORTH = 0.05 # of the resistance, for a step of c
      MOST_RIPPLE = 0.6 # of it, beyond which dead time and resistance look alike

      # c as a share of the amplitude: the more of it ripples through zero, the less is sure
      attr_reader :ripple

      # Share of the resistance that a step of c is worth
      attr_reader :sensitivity

      # Ω, H, along β; what the fit leaves over, as a share of the voltage
      attr_reader :reading, :resistance, :inductance, :left_over

      # @param take [Instrument::Take] @param frequency [Float] Hz @raise [Undecided]
      def initialize(take, frequency:)
        @take = take
        @omega = 2 * Math::PI * frequency
        decide
        fit
      end

      private

      def decide
        u, v = %w[current.u current.v].map { |key| phasor(key) }
        refuse_silence(u, v)
        exchanged = u.abs > v.abs
        @carrying, other = exchanged ? %w[current.u current.v] : %w[current.v current.u]
        refuse_confusion if phasor(other).abs > CLEAR * phasor(@carrying).abs
        @sign = (phasor("voltage.beta") / phasor(@carrying)).imaginary.negative? ? -1 : 1
        @reading =
          Channels::Reading.new(exchanged: exchanged, reversed: @sign == -1 ? [exchanged ? :u : :v] : [], open: nil)
      end

      def refuse_silence(u, v)
        noise = %w[current.u current.v].map { |key| left_over_of(key) }.max
        return if [u.abs, v.abs].max > LEAST * noise / Math.sqrt(@take["current.u"].size)
        raise Undecided, "No current came at all: a motor wire is loose, or a brush does not touch."
      end

      def refuse_confusion
        raise Undecided, "Both current sensors show the current, which flows through one of them. Look at their plugs."
      end

      def fit
        current = @take[@carrying] * (@sign * 2 / Math.sqrt(3))
        current -= current.mean
        before, after = current[0...-1], current[1..]
        mean = (before + after) / 2
        columns = [mean, (after - before) / @take.interval, before]
        fits = RIPPLES.map { |share| fitted(columns, share * mean.abs.max) }
        at = least(fits)
        @ripple = RIPPLES[at]
        best = fits[at]
        @sensitivity = worth(fits, at)
        refuse_ripple if @sensitivity > MOST_WORTH
        refuse_ripple if @ripple > MOST_RIPPLE && best[:stage].abs > FAINT * best[:resistance].abs * mean.abs.max
        @resistance, @inductance, @left_over = best.values_at(:resistance, :inductance, :left_over)
        return if @resistance.positive? && @inductance.positive? && @left_over < CLEAR
        raise Undecided, "The current does not follow the tone as that of a motor with brushes does. Try again."
      end

      # @return [Integer]
      def least(fits)
        most = HARDLY * fits.map { |one| one[:left_over] }.min
        fits.index { |one| one[:left_over] <= most }
      end

      # Where the stage takes much, a little more or less of c makes another resistance of it.
      def worth(fits, at)
        beside = fits[[at - 1, 0].max..(at + 1)].map { |one| one[:resistance] }
        (beside.max - beside.min) / fits[at][:resistance].abs / 2
      end

      def fitted(columns, ripple)
        mean, rise, before = columns
        all = [mean, rise, (before / ripple).clip(-1.0, 1.0)]
        voltage = @take["voltage.beta"][0...-1]
        factors = Numbers.fit(all, voltage)
        left = voltage - all.zip(factors).map { |column, factor| column * factor }.sum
        {
          resistance: factors[0],
          inductance: factors[1],
          stage: factors[2],
          left_over: Numbers.rms(left) / Numbers.rms(voltage)
        }
      end

      def refuse_ripple
        raise Undecided,
              "The current ripples so much that what the stage itself takes looks like resistance. Permit more " \
                "current, or put a choke into the motor wires, and try again."
      end

      def phasor(key)
        column = @take[key]
        angles = Numo::DFloat.new(column.size).seq * (@omega * @take.interval)
        centred = column - column.mean
        Complex((centred * Numo::NMath.cos(angles)).sum, -(centred * Numo::NMath.sin(angles)).sum) * 2 / column.size
      end

      # rms of what is no tone
      def left_over_of(key)
        column = @take[key]
        square = ((column - column.mean)**2).mean - phasor(key).abs2 / 2
        Math.sqrt([square, 0.0].max)
      end
    end
  end
end

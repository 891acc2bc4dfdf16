# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Identify
    # The inductances of a winding at standstill, from a tone whose axis goes round: from one period of the current loop
    # to the next
    #
    #   i[k+1] = A i[k] + B v[k],   B = (1 − e^(−R T/L)) / R along each axis of the rotor
    #
    # A and B come by instrumental variables (Ljung: System Identification, 1999, ch. 7.5), with the voltages as
    # instruments, which the noise of the sensors knows nothing of. The dead time of the stage stands against the
    # current, which A takes; the inductance is in B.
    class Inductance
      # H; low along the axis of the smaller one
      attr_reader :low, :high

      LEAST = 200 # samples
      SURE = 3.0 # times what halves of the record differ, for a rotor whose axes differ
      SKEW = 0.25 # of B, which is symmetrical for every winding at rest

      # @param take [Instrument::Take] of current.alpha, current.beta, voltage.alpha, voltage.beta, each period
      # @param resistance [Float] Ω @raise [Undecided]
      def initialize(take, resistance:)
        @interval = take.interval
        @resistance = resistance
        axes = %w[alpha beta]
        @currents = axes.map { |axis| take["current.#{axis}"] }
        @voltages = axes.map { |axis| take["voltage.#{axis}"] }
        if @currents.first.size < LEAST
          raise Undecided, "Only #{@currents.first.size} samples of the tone came; #{LEAST} are needed. Try again."
        end
        find
      end

      def mean = 0.5 * (low + high)

      # H, half of an interval that holds the true figure in 95 of 100 cases: by the halves of the record.
      attr_reader :uncertainty

      private

      def find
        last = @currents.first.size - 1
        middle = @currents.first.size / 2
        whole = admittance(1...last)
        halves = [admittance(1...middle), admittance(middle...last)]
        apart = (spread(halves[0]) - spread(halves[1])).abs
        @low, @high = by_axes(whole, spread(whole).abs > SURE * apart ? spread(whole).abs : 0.0)
        means = halves.map { |one| inductance(middle_of(one)) }
        @uncertainty = [(means.max - means.min), 0.01 * mean].max
      end

      # @return [Array<Array<Float>>] B
      def admittance(range)
        inputs = [*@currents, *@voltages].map { |one| centred(one[range]) }
        before = (range.begin - 1)...(range.end - 1)
        instruments = [*@voltages.map { |one| centred(one[range]) }, *@voltages.map { |one| centred(one[before]) }]
        after = (range.begin + 1)...(range.end + 1)
        matrix = instruments.map { |z| inputs.map { |x| (z * x).sum } }
        @currents.map do |current|
          target = centred(current[after])
          Numbers.solve(matrix, instruments.map { |z| (z * target).sum })[2, 2]
        end
      end

      def middle_of(matrix) = (matrix[0][0] + matrix[1][1]) / 2

      # By which both axes differ from the middle, with twice the angle at which they stand. @return [Complex]
      def spread(matrix) = Complex((matrix[0][0] - matrix[1][1]) / 2, (matrix[0][1] + matrix[1][0]) / 2)

      def centred(column) = column - column.mean

      # The larger one belongs to the smaller inductance.
      def by_axes(matrix, spread)
        middle = middle_of(matrix)
        if !middle.positive? || (matrix[0][1] - matrix[1][0]).abs > SKEW * middle || spread > 0.8 * middle
          raise Undecided,
                "The current does not follow the tone as that of a winding does. Look at the motor cable, and at the " \
                  "order of the current sensors, and try again."
        end
        [inductance(middle + spread), inductance(middle - spread)]
      end

      # b = (1 − e^(−R T/L)) / R
      def inductance(b)
        unless b.positive? && b * @resistance < 0.95
          raise Undecided, "The tone found no inductance: its current is lost in noise. Try again with more current."
        end
        -@resistance * @interval / Math.log(1 - b * @resistance)
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Traces
    module Faults
      # The DC bus while the motor brakes: what comes back charges the capacitors, and the chopper's resistor takes the
      # rest,
      #
      #   ½ C (U² − U₀²) = −∫P dt − G ∫U² dt while it is on,
      #
      # where P is the power of the motor by torque, speed and losses; above the peak of the mains nothing comes from
      # there.
      class Bus
        ABOVE = 1.02 # of the voltage before, from where the mains gives nothing

        BELOW = 0.99

        # @param power [Numo::DFloat] W that the motor takes
        def initialize(seen, given, power)
          @given = given
          @interval = seen.interval
          voltage = seen.bus
          @before = voltage[0...[voltage.size / 4, 1].max].median
          @lowest = voltage.min
          # the rise to the fault, from where the mains was left behind for the last time
          below = (voltage.size - 1).downto(0).find { |n| voltage[n] < @before * ABOVE } || 0
          @voltage = voltage[below..]
          @power = power[below..]
          # the fall to the fault, from where it left what it had before
          leaves = (voltage.size - 1).downto(0).find { |n| voltage[n] > @before * BELOW } || 0
          @fallen = voltage[leaves..]
          @drawn = power[leaves..]
        end

        attr_reader :before, :lowest

        def rises? = @voltage.size > 8 && highest > @before * ABOVE
        def highest = @voltage.max

        # W that come back, in the mean while it rises
        def returned = [-@power.mean, 0.0].max

        # S of the resistor that the energies ask for. @return [Float]
        def conductance
          return 0.0 unless taken[-1].positive?
          ((returned_energy[-1] - stored[-1]) / taken[-1]).clamp(0.0, nil)
        end

        # Whether the chopper had to be on for long enough to tell.
        def chopped? = chopping.sum * @interval > 2e-3

        # What a replay with this resistor leaves over, as a share of the rise. @param conductance [Float] S
        def left_over(conductance)
          squares = @voltage[0]**2 + (returned_energy - taken * conductance) * 2 / @given.capacitance
          Numbers.rms(Numo::NMath.sqrt(squares.clip(1.0, nil)) - @voltage) / (highest - before)
        end

        # What a replay of a bus that lives on its capacitors alone leaves over, as a share of how far it has fallen.
        def left_over_without_mains
          squares = @fallen[0]**2 - Numbers.integral(@drawn, @interval) * 2 / @given.capacitance
          Numbers.rms(Numo::NMath.sqrt(squares.clip(1.0, nil)) - @fallen) / [before - lowest, 1.0].max
        end

        private

        def returned_energy = @returned_energy ||= Numbers.integral(-@power, @interval)
        def stored = (@voltage**2 - @voltage[0]**2) * @given.capacitance / 2
        # V²s over which the chopper was on
        def taken = @taken ||= Numbers.integral(chopping * @voltage**2, @interval)
        def chopping = @chopping ||= @voltage.gt(@given.chopper || Float::INFINITY).cast_to(Numo::DFloat)
      end
    end
  end
end

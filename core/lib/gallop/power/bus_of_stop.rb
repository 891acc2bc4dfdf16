# frozen_string_literal: true

module Gallop
  module Power
    # The DC bus while a motor stops along a ramp and nothing is lost: the power falls with the speed, the capacitors
    # and the chopper's resistor take it. In the energy of the capacitors E = ½ C V² the chopper makes it linear,
    #
    #   dE/dt = P₀ (1 − t/T) − 2 E/(R C) while it is on,
    #
    # which is solved exactly, at any length of the stop. Where the resistor can take more than comes, the chopper
    # switches about its level, and the bus is told to stay there.
    #
    #   Gallop::Power::BusOfStop.new(capacitance: 780e-6, start: 357.8, power: 395, time: 20, resistor: 90, chopper:
    #   375)
    #     .highest   # => 375.0
    BusOfStop =
      Record.define(:capacitance, :start, :power, :time, resistor: nil, chopper: Float::INFINITY) do
        # @return [Float] V
        def highest
          return voltage(time) unless chopped?
          peak = resistor ? peak_time : time
          [chopper, voltage(peak)].max
        end

        # @param at [Float] s since the stop began @return [Float] V
        def voltage(at)
          at = [at, time].min
          return Math.sqrt(2 * free(at) / capacitance) if !chopped? || resistor.nil? || at <= chopper_time
          Math.sqrt(2 * [on(at), level].max / capacitance)
        end

        private

        def level = 0.5 * capacitance * chopper**2
        def rate = 2 / (resistor * capacitance)
        def first = 0.5 * capacitance * start**2

        # Energy while nothing is chopped, and whether it ever comes to that. J
        def free(at) = first + power * (at - at**2 / (2 * time))
        def chopped? = free(time) > level

        # s at which the chopper begins
        def chopper_time
          missing = level - first
          missing.positive? ? time * (1 - Math.sqrt(1 - 2 * missing / (power * time))) : 0.0
        end

        # With the chopper on all the time: what it tends to, and the rest of where it began.
        def tended(at) = power / rate * (1 - at / time) + power / (rate**2 * time)
        def on(at) = tended(at) + (level - tended(chopper_time)) * Math.exp(-rate * (at - chopper_time))

        # s at which as much is taken as comes
        def peak_time
          above = tended(chopper_time) - level
          share = above.positive? ? power / (rate**2 * time * above) : 1.0
          share < 1 ? [chopper_time - Math.log(share) / rate, time].min : chopper_time
        end
      end
  end
end

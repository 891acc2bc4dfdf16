# frozen_string_literal: true

module Gallop
  module Traces
    module Faults
      # What a trace says for a cause, with its figures, and the one change that would have prevented the fault.
      class Words
        RPM = 30 / Math::PI
        STEPS = 200
        LONGEST = 300.0 # s of a ramp

        def initialize(evidence)
          @evidence = evidence
        end

        # @param cause [Symbol] @return [Hash] sentence and remedy
        def of(cause) = { sentence: send(:"#{cause}_seen"), remedy: send(:"#{cause}_remedy") }

        private

        attr_reader :evidence

        def given = evidence.given
        def bus = evidence.bus
        def mechanics = evidence.mechanics
        def over_voltage? = evidence.code == Explainer::OVER_VOLTAGE

        def ramp_seen
          return braking if over_voltage?
          "The torque stood at its limit of #{torque(given.torque_limit)} and the machine was as heavy as given " \
            "(#{inertia(given.inertia)}): the ramp asks for more than there is."
        end

        def braking
          "In the mean #{watts(bus.returned)} came back while it braked; the bus rose from #{volts(bus.before)} to " \
            "#{volts(bus.highest)}#{" although the resistor took its part" if given.resistor && bus.chopped?}. The " \
            "machine was as heavy as given (#{inertia(given.inertia)})."
        end

        def ramp_remedy
          return stop_remedy(given.inertia) if over_voltage?
          most = (given.torque_limit - [mechanics.drag, 0.0].max) / given.inertia
          "Accelerate with at most #{acceleration(0.9 * most)}#{instead_of(given.acceleration)}."
        end

        # @param inertia [Float] kg·m² that has to be brought to rest
        def stop_remedy(inertia)
          speed = evidence.seen.speed(given).abs.max
          time = shortest_stop(speed, inertia)
          return "Fit a braking resistor: no ramp of a useful length keeps this bus below its limit." if time.nil?
          "Decelerate with at most #{acceleration(speed / time)}#{instead_of(given.deceleration)}" \
            "#{", or fit a braking resistor" unless given.resistor}."
        end

        # The shortest ramp from the highest speed of the trace, longer than the given one, on which the bus stays below
        # its trip. @return [Float, nil] s
        def shortest_stop(speed, inertia)
          shortest = [speed / (given.deceleration || speed), inertia * speed / given.torque_limit].max
          times = Array.new(STEPS) { |n| shortest * (LONGEST / shortest)**(n / (STEPS - 1.0)) }
          times.find { |time| highest_in(time, speed, inertia) < given.over_voltage * 0.98 }
        end

        # V, of a stop with friction, winding loss and electronics taken from what comes back
        def highest_in(time, speed, inertia)
          decelerating = inertia * speed / time
          current = decelerating / given.torque_constant
          loss = [mechanics.drag, 0.0].max * speed + 1.5 * given.resistance * current**2 + 2 * Evidence::ELECTRONICS
          power = [decelerating * speed - loss, 1e-3].max
          Power::BusOfStop.new(
            capacitance: given.capacitance,
            start: bus.before,
            power: power,
            time: time,
            resistor: given.resistor,
            chopper: given.resistor ? given.chopper : Float::INFINITY
          ).highest
        end

        def load_seen
          times = mechanics.times_given
          return heavier(times) unless drags?
          "Beside what the given inertia takes, #{torque(mechanics.drag)} were needed, of a limit of " \
            "#{torque(given.torque_limit)}: a friction of that size" \
            "#{", or #{figure(times)} times the inertia" if times && times > Explainer::HEAVIER}."
        end

        def heavier(times)
          came_back = over_voltage? ? ": in the mean #{watts(bus.returned)} came back while it braked" : ""
          "There is #{figure(times)} times the inertia that was given: #{inertia(mechanics.inertia)} instead of " \
            "#{inertia(given.inertia)}#{came_back}."
        end

        def drags? = !over_voltage? && mechanics.drag > Explainer::DRAGS * given.torque_limit

        def load_remedy
          return "Give the load as it is (Mechanics). #{stop_remedy(mechanics.inertia)}" if over_voltage?
          "Give the load as it is (Mechanics), and accelerate with at most #{acceleration(reachable)}" \
            "#{instead_of(given.acceleration)}; or free what drags."
        end

        # rad/s² with what there is
        def reachable = 0.9 * given.torque_limit / [mechanics.inertia, given.inertia].max

        def resistor_seen
          found = bus.conductance
          "The chopper was on above #{volts(given.chopper)}, and of the resistor of #{ohms(given.resistor)} " \
            "#{felt(found)}: " \
            "the bus rose from #{volts(bus.before)} to #{volts(bus.highest)}."
        end

        def felt(found) =
          found < 0.1 / given.resistor ? "nothing was felt" : "as much was felt as of one of #{ohms(1 / found)}"

        def resistor_remedy =
          "Measure the resistor and its wires at the terminals: #{ohms(given.resistor)} are to be there."

        def mains_seen
          fell = "The bus fell from #{volts(bus.before)} to #{volts(bus.lowest)} as it does on its capacitors alone"
          return "#{fell}." if given.mains.nil?
          "#{fell}; the mains given (#{volts(given.mains)}) would hold it at #{volts(given.mains * Math.sqrt(2))}."
        end

        def mains_remedy
          return "Look at the supply, its fuse and its wires, and measure it under load." if given.mains.nil?
          "Look at fuses, contactor and terminals of the mains, and measure it under load."
        end

        def phase_seen
          weakest = evidence.weakest_phase
          return "One phase carries less than the others." if weakest.nil?
          "Phase #{evidence.weakest_name} carried #{figure(weakest * 100)} % of the current of the others."
        end

        def phase_remedy = "Check the motor wire#{" #{evidence.weakest_name}" if evidence.weakest_phase} at both ends."

        def gain_seen
          line = evidence.swing
          return "The speed swings." if line.nil?
          "The speed swung at #{figure(line.frequency)} Hz by ±#{speed(line.amplitude)}, with ±" \
            "#{figure(evidence.swing_effort * 100)} % of the torque limit: #{figure(evidence.swing_share * 100)} % " \
            "of its error."
        end

        def gain_remedy = "Lower the gain of the speed loop to a half, record again, and lower it until nothing swings."

        def feedback_seen
          return "The device fell silent while the motor ran as it should." if evidence.code == Explainer::FEEDBACK_LOST
          "The motor ran at #{figure(evidence.follows * 100)} % of the demanded speed, until its torque pushed the " \
            "wrong way: the count is no longer where the shaft is."
        end

        def feedback_remedy =
          "Check the feedback cable, its shield and supply, and that counts come back to the index each turn."

        def brake_seen
          "The shaft stood under #{figure(evidence.effort * 100)} % of the torque limit, and the current was there " \
            "as asked for."
        end

        def brake_remedy =
          "See that the brake opens (supply, wiring, “holding brake” in Power) and that nothing blocks the shaft."

        def instead_of(rate) = rate&.positive? ? " instead of #{acceleration(rate)}" : ""
        def figure(value) = Quantities.format(value, nil, value.abs >= 100 ? 0 : (value.abs >= 10 ? 1 : 2))
        def volts(value) = Quantities.format(value, "V", 0)
        def watts(value) = Quantities.format(value, "W", 0)
        def ohms(value) = Quantities.format(value, "Ω", 0)
        def torque(value) = Quantities.format(value, given.slides ? "N" : "N·m", 2)
        def inertia(value) =
          given.slides ? Quantities.format(value, "kg", 2) : Quantities.format(value * 1e4, "kg·cm²", 2)
        def speed(value) = given.slides ? Quantities.format(value, "m/s", 3) : Quantities.format(value * RPM, "rpm", 0)

        def acceleration(value) =
          given.slides ? Quantities.format(value, "m/s²", 2) : Quantities.format(value * RPM, "rpm/s", 0)
      end
    end
  end
end

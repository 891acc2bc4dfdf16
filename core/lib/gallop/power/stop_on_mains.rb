# frozen_string_literal: true

module Gallop
  module Power
    # The bus over a stop, computed with the plant that the stand-ins run on: the motor gives P = J α ω back along its
    # ramp, the capacitors and the chopper take it. Without losses, from a bus at the upper end of the mains.
    module StopOnMains
      SAMPLES = 120
      STEPS_A_SAMPLE = 5

      private

      def stop_curve
        return unless first_power && highest_bus && highest_bus < trip
        time = given("stop_time")
        Chart.new(
          id: "stop",
          title: "DC bus over the stop",
          x: Chart::Axis.new(label: "time", unit: "s"),
          y: Chart::Axis.new(label: "bus", unit: "V"),
          curves: [Chart::Curve.new(name: "bus", points: bus_of_stop)],
          marks: [
            Chart::Mark.new(label: "trip", at: trip, tone: :bad),
            (Chart::Mark.new(label: "chopper", at: chopper) if given("resistor")),
            Chart::Mark.new(label: "stopped", at: time, across: :x)
          ].compact
        )
      end

      # The highest voltage of the stop, as the plant gives it; beyond the trip it ends there.
      def highest_of_stop = first_power && highest_bus && highest_bus < trip ? bus_of_stop.map(&:last).max : nil
      def bus_of_stop = @bus_of_stop ||= bus_over(given("stop_time"))

      def bus_over(time)
        plant =
          Plant::MainsBus.new(
            mains_voltage: highest_bus / FactStage::SQRT2,
            capacitance: capacitance,
            brake_resistance: given("resistor"),
            electronics_power: 0.0,
            charged: true
          )
        plant.chop_between(chopper * 0.98, chopper) if given("resistor")
        power = first_power
        dt = time * 1.2 / (SAMPLES * STEPS_A_SAMPLE)
        points = [[0.0, plant.voltage]]
        (1..SAMPLES * STEPS_A_SAMPLE).each do |step|
          plant.draw(-power * [1 - step * dt / time, 0.0].max, dt)
          if (step % STEPS_A_SAMPLE).zero? || plant.voltage > trip
            points << [step * dt, [plant.voltage, trip * 1.02].min]
          end
          break if plant.voltage > trip
        end
        points
      end

      def highest_on_stop
        highest = highest_of_stop or return
        if highest < trip
          return(
            consequence(
              "highest_on_stop",
              "Bus at its highest in the stop",
              highest,
              "V",
              0,
              "Computed without losses, from #{show(highest_bus, "V", 0)}."
            )
          )
        end
        statement(
          "highest_on_stop",
          "Bus at its highest in the stop",
          "trips",
          "It passes #{show(trip, "V", 0)}, computed without losses."
        )
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Power
    # The bus over a stop, from the upper end of the mains and without losses (BusOfStop).
    module StopOnMains
      SAMPLES = 120
      LONGER = 1.2 # times the stop, that is drawn

      private

      def stop_curve
        return unless bus_stopping
        Chart.new(
          id: "stop",
          title: "DC bus over the stop",
          x: Chart::Axis.new(label: "time", unit: "s"),
          y: Chart::Axis.new(label: "bus", unit: "V"),
          curves: [Chart::Curve.new(name: "bus", points: bus_of_stop)],
          marks: [
            Chart::Mark.new(label: "trip", at: trip, tone: :bad),
            (Chart::Mark.new(label: "chopper", at: chopper) if given("resistor")),
            Chart::Mark.new(label: "stopped", at: given("stop_time"), across: :x)
          ].compact
        )
      end

      def bus_stopping = @bus_stopping ||= first_power && highest_bus && highest_bus < trip ? stop_of_bus : nil

      def stop_of_bus
        resistor = given("resistor") ? { resistor: given("resistor"), chopper: chopper } : {}
        BusOfStop.new(
          capacitance: capacitance,
          start: highest_bus,
          power: first_power,
          time: given("stop_time"),
          **resistor
        )
      end

      # Up to the trip, where it ends.
      def bus_of_stop
        times = (0..SAMPLES).map { |step| given("stop_time") * LONGER * step / SAMPLES }
        points = times.map { |time| [time, bus_stopping.voltage(time)] }
        within = points.take_while { |_, voltage| voltage <= trip }
        beyond = points[within.size]
        beyond ? within << [beyond.first, trip * 1.02] : within
      end

      def highest_on_stop
        highest = bus_stopping&.highest or return
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

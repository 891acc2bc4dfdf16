# frozen_string_literal: true

module Gallop
  module Motors
    # Torque over speed of a synchronous motor: what the current allows, and what the voltage leaves of it, on the bus as rated and at its
    # weakest. Each point of a curve solves the voltage equation of SynchronousFigures for its torque; the field is not weakened.
    module SynchronousEnvelope
      STEPS = 24

      private

      def envelope
        peak = usable_torque
        return unless peak && si("rated_torque") && psi && si("line_resistance") && si("line_inductance")
        return unless voltage_limited_speed(0.0, bus_voltage)&.positive?
        Chart.new(id: "envelope", title: "Torque over speed", x: Chart::Axis.new(label: "speed", unit: "rpm"), y: Chart::Axis.new(label: "torque", unit: "N·m"),
                  curves: [ boundary("peak", peak, bus_voltage, :main), boundary("peak, weak supply", peak, weakest_bus_voltage, :weak), continuous ].compact, marks: working_marks)
      end

      def boundary(name, most, bus, role)
        falling = (0..STEPS).map { |step| most * (1 - step / STEPS.to_f) }.map { |torque| [ voltage_limited_speed(torque, bus) * FactStage::RPM, torque ] }
        Chart::Curve.new(name: name, points: [ [ 0.0, falling.first.last ], *falling ], role: role)
      end

      # For ever: the rated torque to the rated speed, no further than the voltage reaches.
      def continuous
        torque = si("rated_torque")
        ends = [ si("rated_speed"), voltage_limited_speed(torque, bus_voltage) ].compact.min
        Chart::Curve.new(name: "for ever", points: [ [ 0.0, torque ], [ ends * FactStage::RPM, torque ], [ ends * FactStage::RPM, 0.0 ] ], role: :second)
      end

      def working_marks
        mechanics = machine&.stage("mechanics")
        [ si("top_speed") && Chart::Mark.new(label: "top speed", at: si("top_speed") * FactStage::RPM, across: :x),
          mechanics&.demanded_speed && mechanics.demanded_torque && Chart::Mark.new(label: "asked", at: mechanics.demanded_speed * FactStage::RPM, height: mechanics.demanded_torque.to_f, tone: :good) ].select { |mark| mark }
      end
    end
  end
end

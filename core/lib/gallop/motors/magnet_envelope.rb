# frozen_string_literal: true

module Gallop
  module Motors
    # Torque over speed of a motor with magnets: what the current allows, and what the voltage leaves of it, on the bus as rated and at its
    # weakest. Each point of a curve solves the voltage equation of MagnetFigures for its torque; the field is not weakened.
    module MagnetEnvelope
      STEPS = 24

      private

      def envelope
        peak = usable_torque
        return unless peak && si("rated_torque") && psi && si("line_resistance") && si("line_inductance")
        return unless voltage_limited_speed(0.0, bus_voltage)&.positive?
        Chart.new(id: "envelope", title: shaft.word(:torque_speed), x: Chart::Axis.new(label: "speed", unit: shaft.unit(:speed)), y: Chart::Axis.new(label: shaft.word(:torque), unit: shaft.unit(:torque)),
                  curves: [ boundary("peak", peak, bus_voltage, :main), boundary("peak, weak supply", peak, weakest_bus_voltage, :weak), continuous ].compact, marks: working_marks)
      end

      def boundary(name, most, bus, role)
        falling = (0..STEPS).map { |step| most * (1 - step / STEPS.to_f) }.map { |torque| point(voltage_limited_speed(torque, bus), torque) }
        Chart::Curve.new(name: name, points: [ [ 0.0, falling.first.last ], *falling ], role: role)
      end

      # For ever: no more than the rated torque, up to the rated speed.
      def cycle_fits?(mechanics) = mechanics.cycle[1] <= si("rated_torque") && mechanics.cycle[0] <= si("rated_speed").to_f

      def point(speed, torque) = [ told(:speed, speed).first, told(:torque, torque).first ]

      # For ever: the rated torque to the rated speed, no further than the voltage reaches.
      def continuous
        torque = si("rated_torque")
        ends = [ si("rated_speed"), voltage_limited_speed(torque, bus_voltage) ].compact.min
        Chart::Curve.new(name: "for ever", points: [ point(0.0, torque), point(ends, torque), point(ends, 0.0) ], role: :second)
      end

      def working_marks
        mechanics = machine&.stage("mechanics")
        [ si("top_speed") && Chart::Mark.new(label: "top speed", at: told(:speed, si("top_speed")).first, across: :x),
          mechanics&.cycle && Chart::Mark.new(label: "cycle, RMS", at: told(:speed, mechanics.cycle[0]).first, height: told(:torque, mechanics.cycle[1]).first, tone: cycle_fits?(mechanics) ? :good : :bad),
          mechanics&.demanded_speed && mechanics.demanded_torque && Chart::Mark.new(label: "asked", at: told(:speed, mechanics.demanded_speed).first, height: told(:torque, mechanics.demanded_torque.to_f).first, tone: :good) ].select { |mark| mark }
      end
    end
  end
end

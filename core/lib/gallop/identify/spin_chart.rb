# frozen_string_literal: true

module Gallop
  module Identify
    # What a steady speed takes against its direction, forward and backward, with what friction and load make of it by
    # the fit: a load that stays lies between both.
    class SpinChart
      # @param machine [SpinMachine] @param emf [BackEmf] @param momentum [Momentum]
      def initialize(machine, emf, momentum)
        @machine = machine
        @emf = emf
        @momentum = momentum
      end

      # @return [Chart, nil]
      def chart
        one =
          Chart.new(
            id: "friction",
            title: "Friction and load over speed",
            x: Chart::Axis.new(label: "speed", unit: @machine.shaft.unit(:speed)),
            y: Chart::Axis.new(label: @machine.shaft.word(:torque), unit: @machine.shaft.unit(:torque)),
            curves: [fit(-1), fit(1)],
            marks: @momentum.points.map { |speed, torque| mark(speed, torque) }
          )
        one if one.shown?
      end

      private

      def told(kind, figure) = @machine.shaft.told(kind, figure).first.to_f
      def point(speed, torque)
        [told(:speed, speed.abs).round(3), told(:torque, torque * (speed <=> 0)).round(5)]
      end

      def fit(sign)
        speeds = @momentum.points.map(&:first).select { |speed| speed * sign > 0 }
        Chart::Curve.new(
          name: sign.positive? ? "forward" : "backward",
          points: [sign * 1e-6, *speeds].map { |speed| point(speed, @momentum.at(speed)) }.sort,
          role: sign.positive? ? :main : :second
        )
      end

      def mark(speed, torque)
        at, height = point(speed, torque)
        Chart::Mark.new(label: "", at: at, across: :x, height: height)
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Identify
    # The angle of the feedback device against that of the current, over the turns of the field: once corrected it lies
    # around zero, forward above it and backward below it by friction; as it is set it may lie elsewhere.
    class TurnChart
      TOLERANCE = 15.0 # ° within which a motor gives 97 % of its torque
      POINTS = 90
      DEGREES = 180 / Math::PI

      # @param reading [TurnReading] @param set [Float, nil] rad as it is set; nil where the drive aligns by itself
      def initialize(reading, set:)
        @reading = reading
        @set = set
      end

      # @return [Chart, nil] nil where there is no angle
      def chart
        return unless @reading.angle? && one.shown?
        one
      end

      private

      def one
        @one ||=
          Chart.new(
            id: "turn",
            title: "Device against field",
            x: Chart::Axis.new(label: "turns of the field", unit: "electrical"),
            y: Chart::Axis.new(label: "difference", unit: "°"),
            curves: curves,
            marks: [
              Chart::Mark.new(label: "+#{TOLERANCE.round}°", at: TOLERANCE),
              Chart::Mark.new(label: "−#{TOLERANCE.round}°", at: -TOLERANCE),
              *as_set
            ]
          )
      end

      def curves
        { "forward" => %i[forward main], "backward" => %i[backward second] }.map do |name, (way, role)|
          Chart::Curve.new(name: name, points: points(@reading.legs.fetch(1).public_send(way)), role: role)
        end
      end

      def points(leg)
        angles = leg.angles(@reading.rad, half: @reading.half) - @reading.offset
        fields = leg.progress / (2 * Math::PI)
        step = [angles.size / POINTS, 1].max
        (0...angles.size).step(step).map { |n| [fields[n].round(3), (wrapped(angles[n]) * DEGREES).round(2)] }
      end

      def as_set
        return [] unless @set
        off = wrapped(@set - @reading.offset) * DEGREES
        if off.abs < 1
          []
        else
          [Chart::Mark.new(label: "as it is set", at: off.round(1), tone: off.abs > TOLERANCE ? :bad : :plain)]
        end
      end

      def wrapped(angle) = (angle + Math::PI) % (2 * Math::PI) - Math::PI
    end
  end
end

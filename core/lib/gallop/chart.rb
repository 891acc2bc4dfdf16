# frozen_string_literal: true

module Gallop
  # A drawing of what follows from facts: curves over one axis, and what to compare them with.
  # x, y: Axis; curves: [Curve], marks: [Mark].
  Chart =
    Record.define(:id, :title, :x, :y, curves: [], marks: []) do
      # @return [Hash] to be kept, or sent
      def to_data
        { **to_h, x: x.to_h, y: y.to_h, curves: curves.map(&:to_h), marks: marks.map(&:to_h) }
      end

      # Only figures that can be shown.
      def shown? =
        curves.any? && curves.all? { |curve| curve.points.size > 1 && curve.points.flatten.all?(&:finite?) } &&
          marks.all? { |mark| mark.at.finite? }
    end

  class Chart
    # scale: :linear, or :log
    Axis = Record.define(:label, :unit, scale: :linear)
    # role decides how it is drawn: :main, :second, :weak (dashed), :third, :fourth (dotted). points: [[x, y]] in the
    # axes' units
    Curve = Record.define(:name, :points, role: :main)
    # A level (across: :y), an upright (across: :x) or, with height, a point. tone: :plain, :good, :bad
    Mark = Record.define(:label, :at, across: :y, height: nil, tone: :plain)
  end
end

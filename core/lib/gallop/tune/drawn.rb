# frozen_string_literal: true

module Gallop
  module Tune
    # Curves over time, with as many points as one can see.
    module Drawn
      POINTS = 200

      # @param values [Array<Float>] of the shaft, SI @param interval [Float] s @param shaft [Shaft]
      # @param kind [Symbol] of Shaft::KINDS @return [Chart::Curve] over milliseconds
      def self.curve(name, values, interval, shaft, kind:, role: :main)
        points = places(values).map { |n| [(1000 * n * interval).round(2), shaft.told(kind, values[n]).first.round(5)] }
        Chart::Curve.new(name: name, points: points, role: role)
      end

      # Those of the values that are drawn. @return [Enumerator<Integer>]
      def self.places(values) = (0...values.size).step([(values.size / POINTS.to_f).ceil, 1].max)
    end
  end
end

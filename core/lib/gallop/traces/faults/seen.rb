# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Traces
    module Faults
      # What a fault trace shows, in SI, up to the fault.
      class Seen
        SLOWEST = 5.0 # rad/s of a field by which torque is reckoned from power

        # @param columns [Hash{String => Array<Float>}] by the key of the signal, SI @param interval [Float] s
        # @param place [Integer] sample of the fault
        def initialize(columns, interval:, place:)
          @interval = interval
          @columns = columns.transform_values { |column| Numo::DFloat.cast(column.first([place, 1].max)) }
        end

        attr_reader :interval

        def [](key) = @columns[key]
        def key?(key) = @columns.key?(key)
        def size = @columns.each_value.first.size
        def times = Numo::DFloat.new(size).seq * interval

        def demand = self["speed.demand"]
        def bus = self["bus.voltage"]

        # Whether a loop holds the speed that a device measures.
        def servo? = key?("current.q") && key?("speed.measured")

        # A of which the torque is made; what of it was asked for
        def torque_current = self[servo? ? "current.q" : "output.active_current"]
        def asked_current = self[servo? ? "current.q_demand" : "output.active_current"]

        # rad/s of the shaft; without a device that of the field, less the slip that the torque takes.
        # @param given [Given]
        def speed(given)
          return self["speed.measured"] if servo?
          slip = torque_current * (given.rated_slip * given.torque_constant.to_f / (given.rated_torque || 1.0))
          (self["output.frequency"] - slip) * (2 * Math::PI / given.pole_pairs)
        end

        # N·m by the current that makes it; without a device by the power that crosses the air gap. @param given [Given]
        def torque(given)
          return torque_current * given.torque_constant if servo?
          field = self["output.frequency"] * (2 * Math::PI / given.pole_pairs)
          turning = field.abs.gt(SLOWEST).cast_to(Numo::DFloat)
          (self["output.power"] - copper(given)) / (field + (1.0 - turning) * 1e9)
        end

        # W in the stator
        def copper(given) = phases.sum { |current| current**2 } * given.resistance

        # The last seconds before the fault. @return [Seen]
        def last(seconds)
          count = [(seconds / interval).round, size].min.clamp(1, size)
          Seen.new(@columns.transform_values { |column| column[-count..].to_a }, interval: interval, place: count)
        end

        # Currents of the three phases. @return [Array<Numo::DFloat>, nil]
        def phases
          return unless key?("current.u") && key?("current.v")
          [self["current.u"], self["current.v"], -self["current.u"] - self["current.v"]]
        end
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Plant
    # DC bus on a battery: open-circuit voltage that falls linearly with the charge drawn, inner resistance,
    # capacitors. It takes current back while a motor brakes. Stands where MainsBus does; "mains" is the battery's
    # main switch.
    #
    #   C dV/dt = (V₀(q) − V)/R − P/V
    class BatteryBus
      attr_reader :voltage, :resistor_energy, :charge_drawn, :chopper_on
      attr_accessor :mains_on

      # @param full_voltage, empty_voltage [Float] V open-circuit @param capacity [Float] A·h @param resistance
      # [Float] Ω
      # @param capacitance [Float] F @param electronics_power [Float] W
      def initialize(
        full_voltage:,
        empty_voltage:,
        capacity:,
        resistance:,
        capacitance:,
        electronics_power: 4.0,
        mains_on: true
      )
        @full_voltage = full_voltage.to_f
        @span = full_voltage.to_f - empty_voltage
        @capacity = capacity * 3600.0
        @conductance = 1.0 / resistance
        @capacitance = capacitance.to_f
        @electronics_power = electronics_power.to_f
        @mains_on = mains_on
        @voltage = @charge_drawn = @resistor_energy = 0.0
        @chopper_on = false
      end

      def precharged? = @mains_on && @voltage > 0.8 * open_voltage
      def open_voltage = @full_voltage - @span * [@charge_drawn / @capacity, 1.0].min
      def mains_voltage = open_voltage

      # No chopper is fitted.
      def chop_between(_off, _on) = nil

      # @param power [Float] W that the inverter takes, negative when the motor regenerates
      # @return [Float] V at the end of the step
      def draw(power, dt)
        conductance = @mains_on ? @conductance : 0.0
        load = @voltage < 1.0 ? 0.0 : (power + @electronics_power) / @voltage
        before = @voltage
        storage = @capacitance / dt
        @voltage = (storage * before + conductance * open_voltage - load) / (storage + conductance)
        @voltage = 0.0 if @voltage.negative?
        @charge_drawn += conductance * (open_voltage - @voltage) * dt
        @voltage
      end
    end
  end
end

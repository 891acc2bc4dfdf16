# frozen_string_literal: true

module Gallop
  module Plant
    # Brushed direct-current motor with permanent magnets, between the legs V and W of a three-leg power stage (e.g.
    # Leonhard, Control of
    # Electrical Drives, ch. 5):
    #
    #   u = R i + L di/dt + k ω,   T = k i
    #
    # by the implicit trapezoidal rule. On a vector in α and β with constant amplitude, V and W are the β axis: u = √3
    # v_β, i = (√3/2) i_β.
    # Stands where SynchronousMotor does.
    class BrushedMotor
      SQRT3 = Math.sqrt(3)

      attr_reader :current, :i_beta, :torque, :copper_loss, :electrical_power, :constant

      # @param resistance [Float] Ω between the two wires at 20 °C, @param inductance [Float] H
      # @param constant [Float] N·m/A, which is V·s/rad
      def initialize(resistance:, inductance:, constant:)
        @cold_resistance = resistance.to_f
        @resistance = @cold_resistance
        @inductance = inductance.to_f
        @constant = constant.to_f
        open_circuit(0.0, 0.0, 0.0)
      end

      def i_alpha = 0.0

      # @param temperature [Float] K of the winding
      def temperature=(temperature)
        @resistance = @cold_resistance * (1 + COPPER_TEMPERATURE_COEFFICIENT * (temperature - REFERENCE_TEMPERATURE))
      end

      # @param v_beta [Float] V, held for dt @param speed [Float] rad/s of the shaft @return [Float] N·m at the end of
      # the step
      def apply(_v_alpha, v_beta, _angle, speed, dt)
        voltage = SQRT3 * v_beta
        half = 0.5 * dt / @inductance
        before = @current
        flow((before * (1 - half * @resistance) + 2 * half * (voltage - @constant * speed)) / (1 + half * @resistance))
        @copper_loss = @resistance * @current * @current
        @electrical_power = voltage * @current
        @torque
      end

      # A wire is off, or a brush does not touch.
      def open_phase_u(_angle) = flow(0.0)

      # The power stage is off; the diodes end the current within a fraction of a millisecond.
      def open_circuit(_angle, _speed, _dt)
        @copper_loss = @electrical_power = 0.0
        flow(0.0)
      end

      def at_rest? = @current.zero?

      # What can be measured between the wires while no current flows. @return [Float] V
      def open_voltage(speed) = @constant * speed

      private

      def flow(current)
        @current = current
        @i_beta = 2 / SQRT3 * current
        @torque = @constant * current
      end
    end
  end
end

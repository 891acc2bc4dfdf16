# frozen_string_literal: true

module Gallop
  module Plant
    # Brushed direct-current motor with permanent magnets, between the legs V and W of a three-leg power stage (e.g.
    # Leonhard, Control of Electrical Drives, ch. 5):
    #
    #   u = R i + L di/dt + k ω,   T = k i
    #
    # exact for voltage and speed that are held over a step. On a vector in α and β with constant amplitude, V and W are
    # the β axis: u = √3 v_β, i = (√3/2) i_β. Stands where SynchronousMotor does; torque and power are means of the
    # step.
    class BrushedMotor
      SQRT3 = Math.sqrt(3)

      attr_reader :current, :i_beta, :torque, :electrical_power, :constant
      # Whether a wire is off, or a brush does not touch.
      attr_accessor :open_u

      # @param resistance [Float] Ω between the two wires at 20 °C, @param inductance [Float] H
      # @param constant [Float] N·m/A, which is V·s/rad
      def initialize(resistance:, inductance:, constant:)
        @cold_resistance = resistance.to_f
        @resistance = @cold_resistance
        @inductance = inductance.to_f
        @constant = constant.to_f
        @open_u = false
        open_circuit(0.0, 0.0, 0.0)
      end

      def i_alpha = 0.0

      # @param temperature [Float] K of the winding
      def temperature=(temperature)
        @resistance = @cold_resistance * (1 + COPPER_TEMPERATURE_COEFFICIENT * (temperature - REFERENCE_TEMPERATURE))
        @dt = nil
      end

      # @param v_beta [Float] V, held for dt @param speed [Float] rad/s of the shaft
      # @return [Float] N·m in the mean of the step
      def apply(_v_alpha, v_beta, _angle, speed, dt)
        return open_circuit(0.0, speed, dt) if @open_u
        prepare(dt) unless dt == @dt
        voltage = SQRT3 * v_beta
        final = (voltage - @constant * speed) / @resistance
        mean = final + (@current - final) * @mean_share
        flow(final + (@current - final) * @decay)
        @mean = mean
        @electrical_power = voltage * mean
        @torque = @constant * mean
      end

      # The power stage is off; the diodes end the current within a fraction of a millisecond.
      def open_circuit(_angle, _speed, _dt, _bus = nil)
        @mean = @electrical_power = @torque = 0.0
        flow(0.0)
        0.0
      end

      # In the mean of the last step. @return [Float] W
      def copper_loss = @resistance * @mean * @mean

      # A of all legs of the power stage together, for its losses
      def legs_current = 2 * @current.abs

      def at_rest? = @current.zero?

      # What can be measured between the wires while no current flows. @return [Float] V
      def open_voltage(speed) = @constant * speed

      private

      # e^(−z) at the end of a step, and in its mean, with z = R dt/L.
      def prepare(dt)
        @dt = dt
        z = @resistance * dt / @inductance
        @decay = Math.exp(-z)
        @mean_share = (1 - @decay) / z
      end

      def flow(current)
        @current = current
        @i_beta = 2 / SQRT3 * current
      end
    end
  end
end

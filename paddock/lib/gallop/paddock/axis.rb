# frozen_string_literal: true

module Gallop
  module Paddock
    # What is outside the firmware: motor, mechanics, sensors, bus and heat, wired together, with the switches that people throw.
    # The torque-off channels act here, on the hardware, whatever the firmware wants.
    class Axis
      SWITCH_DROP = 1.6 # V over transistor or diode, for the losses of the stage
      SQRT3 = Math.sqrt(3)
      BUS_STEP = 0.24e-3 # s

      attr_reader :motor, :mechanics, :bus, :sensor, :encoder, :winding, :heat_sink
      attr_accessor :torque_off_a_closed, :torque_off_b_closed, :hand_torque

      def initialize(motor:, mechanics:, bus:, sensor:, winding:, heat_sink:, encoder: nil)
        @motor = motor
        @mechanics = mechanics
        @bus = bus
        @sensor = sensor
        @encoder = encoder
        @winding = winding
        @heat_sink = heat_sink
        @torque_off_a_closed = @torque_off_b_closed = true
        @hand_torque = 0.0
        @copper_energy = @stage_energy = @heat_time = 0.0
        @bus_energy = @bus_time = 0.0
      end

      def torque_allowed? = @torque_off_a_closed && @torque_off_b_closed
      def voltage_limit = @bus.voltage / SQRT3

      # The power stage puts the voltage on the motor for dt.
      def drive(v_alpha, v_beta, dt)
        return coast(dt) unless torque_allowed?
        mechanics = @mechanics
        motor = @motor
        speed = mechanics.speed
        motor.apply(v_alpha, v_beta, mechanics.angle + 0.5 * speed * dt, speed, dt)
        mechanics.outside_torque = @hand_torque
        mechanics.turn(motor.torque, dt)
        loss = SWITCH_DROP * (motor.i_alpha.abs + motor.i_beta.abs)
        @copper_energy += motor.copper_loss * dt
        @stage_energy += loss * dt
        @bus_energy += (motor.electrical_power + loss) * dt
        pass(dt)
      end

      # The power stage is off for dt.
      def coast(dt)
        @motor.open_circuit(@mechanics.speed, dt)
        @mechanics.outside_torque = @hand_torque
        @mechanics.turn(0.0, dt)
        pass(dt)
      end

      def at_rest? = @hand_torque.zero? && @mechanics.at_rest? && @motor.at_rest?

      # Turns the losses gathered since the last call into temperature.
      def exchange_heat
        return if @heat_time.zero?
        @motor.temperature = @winding.heat(@copper_energy / @heat_time, @heat_time)
        @heat_sink.heat(@stage_energy / @heat_time, @heat_time)
        @copper_energy = @stage_energy = @heat_time = 0.0
      end

      private

      # The bus moves slowly against the current loop: it is advanced by the mean power of a few periods.
      def pass(dt)
        @heat_time += dt
        @bus_time += dt
        return if @bus_time < BUS_STEP
        @bus.draw(@bus_energy / @bus_time, @bus_time)
        @bus_energy = @bus_time = 0.0
      end
    end
  end
end

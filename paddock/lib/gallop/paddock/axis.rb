# frozen_string_literal: true

module Gallop
  module Paddock
    # What is outside the firmware: motor, mechanics, sensors, bus and heat, wired together, with the switches that
    # people throw.
    # The torque-off channels act here, on the hardware, whatever the firmware wants.
    class Axis
      SWITCH_DROP = 1.6 # V over transistor or diode, for the losses of the stage
      SQRT3 = Math.sqrt(3)
      BUS_STEP = 0.24e-3 # s

      attr_reader :shaft,
                  :motor,
                  :mechanics,
                  :bus,
                  :sensor,
                  :encoder,
                  :second_encoder,
                  :winding,
                  :heat_sink,
                  :brake,
                  :stage
      attr_reader :box, :motoring_energy, :regenerated_energy
      attr_accessor :torque_off_a_closed, :torque_off_b_closed
      attr_reader :hand_torque
      # µs of the pulses at the pulse input; nil without any
      attr_accessor :pulse_width
      # Faults of the motor cable: V and W exchanged; U not connected.
      attr_reader :phases_exchanged, :phase_open

      def initialize(
        motor:,
        mechanics:,
        bus:,
        sensor:,
        winding:,
        heat_sink:,
        encoder: nil,
        brake: nil,
        shaft: Shaft.turning,
        pulse_input: false,
        stage: nil,
        obstacles: nil,
        appendage: nil,
        second_encoder: nil,
        bus_reading: {},
        ends: nil,
        winding_sensor: nil,
        team_line: nil,
        gates_low: false,
        box: OperatorsBox.new
      )
        @winding_sensor = winding_sensor
        @team_line = team_line
        @gates_low = gates_low
        @earth_leak = false
        @box = box
        @ends = ends
        @middle = nil
        @shaft = shaft
        @pulse_input = pulse_input
        @stage = stage
        @obstacles = obstacles
        @appendage = appendage
        @second_encoder = second_encoder
        @bus_gain = bus_reading.fetch(:gain, 1.0)
        @bus_offset = bus_reading.fetch(:offset, 0.0)
        @uneven = motor.respond_to?(:warm_rotor)
        @drifts = sensor.respond_to?(:wait)
        @words = encoder.respond_to?(:wait)
        @motor = motor
        @mechanics = mechanics
        @bus = bus
        @sensor = sensor
        @encoder = encoder
        @brake = brake
        @phases_exchanged = @phase_open = @mirrored = @turned_round = false
        @hand_way = 0.0
        @hand_holds = false
        @winding = winding
        @heat_sink = heat_sink
        @torque_off_a_closed = @torque_off_b_closed = true
        @hand_torque = 0.0
        @motoring_energy = @regenerated_energy = 0.0
        @lost_energy = @stage_energy = @heat_time = 0.0
        @bus_energy = @bus_time = @bus_power = 0.0
      end

      def phase_open=(open)
        @phase_open = @motor.open_u = open
      end

      def phases_exchanged=(exchanged)
        @phases_exchanged = exchanged
        @turned_round = exchanged ^ @mirrored
      end

      # Whether the firmware puts out on V what it means for W, and reads its sensors so.
      def mirrored=(mirrored)
        @mirrored = mirrored
        @turned_round = @phases_exchanged ^ mirrored
      end

      def pulse_input? = @pulse_input
      def torque_allowed? = @torque_off_a_closed && @torque_off_b_closed
      def voltage_limit = bus_voltage / SQRT3

      # What a shunt between bus and power stage sees. @return [Float] A
      def bus_current = @bus.voltage.positive? ? @bus_power / @bus.voltage : 0.0

      # The power stage puts the voltage on the motor for dt.
      def drive(v_alpha, v_beta, dt)
        return coast(dt) unless @torque_off_a_closed && @torque_off_b_closed
        hand_torque = @hand_torque
        let_go if @hand_holds
        mechanics = @mechanics
        motor = @motor
        speed = mechanics.speed
        angle = mechanics.angle
        v_beta = -v_beta if @turned_round
        if @stage
          @stage_energy += @stage.pass(v_alpha, v_beta, motor.i_alpha, motor.i_beta, @bus.voltage) * dt
          motor.apply(@stage.v_alpha, @stage.v_beta, angle + speed * dt, speed, dt)
        else
          motor.apply(v_alpha, v_beta, angle + speed * dt, speed, dt)
        end
        hand_torque += around(angle, speed) if @obstacles || @middle
        hand_torque += @appendage.pull(speed, dt) if @appendage
        mechanics.outside_torque = hand_torque
        mechanics.turn(motor.torque, dt)
        @bus_energy += motor.electrical_power * dt
        pass(dt)
      end

      # The power stage is off for dt.
      def coast(dt)
        @motor.open_circuit(@mechanics.angle, @mechanics.speed, dt, @bus.voltage)
        @bus_energy += @motor.electrical_power * dt
        return turn_by_hand(dt) if @hand_holds
        @obstacles || @middle || @appendage ? turn_in_parts(dt) : turn_freely(dt)
        pass(dt)
      end

      # The bus as the firmware's converter shows it. @return [Float] V
      def bus_voltage = @bus.voltage * @bus_gain + @bus_offset

      def at_rest?
        @mechanics.at_rest? && @motor.at_rest? && @hand_torque.zero? && @hand_way.zero? && !pushed? &&
          (@appendage.nil? || @appendage.at_rest?)
      end

      # A hand takes the shaft, turns it and holds it there, until it is let go or the power stage drives it. A closed
      # brake holds against it.
      # @param turns [Float] signed; none holds it where it is
      def hand_turn(turns)
        @hand_way = turns * Plant::TWO_PI
        @hand_holds = true
      end

      # A hand pushes, or lets go.
      def hand_torque=(torque)
        @hand_torque = torque
        @hand_holds = false
        @hand_way = 0.0
      end

      # Whoever lifts the brake by hand holds the load with the other.
      def lift_brake(lifted)
        hand_turn(0.0) if lifted
        @brake.lifted = lifted
      end

      def turning_by_hand? = !@hand_way.zero?
      def held_by_hand? = @hand_holds

      # What the current sensors see: the currents of the motor, on the wires as they are connected.
      def read_currents
        @sensor.read(@motor.i_alpha, @phases_exchanged ? -@motor.i_beta : @motor.i_beta)
        @sensor.rearrange(@channels_swapped, @channel_signs) if @channel_signs
        @sensor.mirror if @mirrored
      end

      # How the firmware takes what its sensors show. @param assignment [Identify::Assignment]
      def assign_channels(assignment)
        @channels_swapped = assignment.exchanged
        @channel_signs = assignment.as_wired? ? nil : assignment.signs
      end

      # Between V and W, as the firmware means them. @return [Float] A
      def armature_current = @mirrored ? -@sensor.i_v : @sensor.i_v

      # What can be measured between the wires of a motor with brushes while the power stage is off. @return [Float] V
      def open_voltage = (@turned_round ? -1 : 1) * (@phase_open ? 0.0 : @motor.open_voltage(@mechanics.speed))

      LEAK = 100.0 # Ω of a motor wire to earth through a damp or chafed insulation
      private_constant :LEAK

      # Whether a motor wire touches earth.
      attr_accessor :earth_leak

      # To earth while the power stage switches. @return [Float] A
      def residual_current = @earth_leak ? 0.5 * @bus.voltage / LEAK : 0.0

      # Energy that leaves the bus and neither motor nor stage. @param joules [Float]
      def lose(joules) = @bus_energy += joules

      # Whether the drivers of the power stage take a low level for on, as they are built.
      attr_reader :gates_low

      # Every millisecond: what hangs on the terminals, by where the machine is.
      def tend_box(dt) = @box.step(dt, @middle && (@mechanics.angle - @middle), @mechanics.speed)

      # The ends of the travel, its stops and its switches, with the machine in the middle between them; or the motor
      # turns freely.
      def ends_in_place=(on)
        @middle = on ? @mechanics.angle : nil
        @box.switches_in_place(on)
      end

      def ends_in_place? = !@middle.nil?

      # @return [Plant::WindingSensor, nil] nil where the motor has none
      attr_reader :winding_sensor

      # @return [TeamLine::End, nil] nil where no line joins it with other drives
      attr_reader :team_line

      # Ω at the input for it
      def sensed_ohms = @winding_sensor ? @winding_sensor.resistance(@winding.temperature) : Plant::WindingSensor::OPEN

      # @return [Plant::Obstacles, nil] nil where the machine has none
      attr_reader :ends

      # Every millisecond: the brake follows its coil, and the losses gathered since the last call turn into
      # temperature.
      def tend
        return if @heat_time.zero?
        @mechanics.brake_torque = @brake.grip_after(@heat_time) if @brake
        @motor.temperature = @winding.heat(@motor.copper_loss, @heat_time)
        @heat_sink.heat(@lost_energy / @heat_time, @heat_time)
        @motor.warm_rotor(@heat_time) if @uneven
        @sensor.wait(@heat_time) if @drifts
        @lost_energy = @heat_time = 0.0
      end

      private

      SHORT = 62.5e-6 # s of a step in which an end stop or a small mass is stiff enough to be met

      # Whether what is around the shaft moves it although nothing turns.
      def pushed?
        (@middle || @obstacles&.drives?) &&
          around(@mechanics.angle, 0.0).abs > @mechanics.breakaway + @mechanics.brake_torque
      end

      # Of what is around the shaft, and of the ends of its travel. @return [Float] N·m
      def around(angle, speed)
        torque = @obstacles ? @obstacles.torque(angle, speed) : 0.0
        @middle ? torque + @ends.torque(angle - @middle, speed) : torque
      end

      def let_go
        @hand_holds = false
        @hand_way = 0.0
      end

      def turn_freely(dt)
        @mechanics.outside_torque = @hand_torque
        @mechanics.turn(@motor.torque, dt)
      end

      def turn_in_parts(dt)
        parts = (dt / SHORT).ceil
        part = dt / parts
        parts.times do
          outside = @hand_torque + around(@mechanics.angle, @mechanics.speed)
          outside += @appendage.pull(@mechanics.speed, part) if @appendage
          @mechanics.outside_torque = outside
          @mechanics.turn(@motor.torque, part)
        end
      end

      HAND_SPEED = 1.6 # rad/s: a turn in about four seconds
      private_constant :HAND_SPEED

      def turn_by_hand(dt)
        step = (HAND_SPEED * dt).clamp(0.0, @hand_way.abs) * (@hand_way.positive? ? 1 : -1)
        if @hand_way.zero?
          @mechanics.place(@mechanics.angle, 0.0)
        elsif @mechanics.brake_torque.positive?
          @hand_way = 0.0
        else
          @hand_way = (@hand_way - step).abs < 1e-9 ? 0.0 : @hand_way - step
          @mechanics.place(@mechanics.angle + step, @hand_way.zero? ? 0.0 : step / dt)
        end
        pass(dt)
      end

      # The bus moves slowly against the current loop: it is advanced by the mean power of a few periods, the losses of
      # the stage with it.
      def pass(dt)
        @encoder.wait(dt) if @words
        @obstacles.wait(dt) if @obstacles
        @bus_time = time = @bus_time + dt
        draw(time) if time >= BUS_STEP
      end

      def draw(time)
        lost = @stage ? @stage_energy : SWITCH_DROP * @motor.legs_current * time
        energy = @bus_energy + lost
        energy.positive? ? @motoring_energy += energy : @regenerated_energy -= energy
        @bus_power = energy / time
        @bus.draw(@bus_power, time)
        @lost_energy += lost
        @heat_time += time
        @stage_energy = @bus_energy = @bus_time = 0.0
      end
    end
  end
end

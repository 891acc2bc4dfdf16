# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Inputs, outputs and analog signals, by the logic that core has for them.
      class Terminals < Part
        STANDSTILL = 0.1 # rad/s
        SILENCE = 0.5 # s without a request after which nobody asks for an output any more

        def wake
          @outputs = []
          @silent_for = nil # whoever has never asked anything is somebody at the drive itself
        end

        # Somebody asks over the network.
        def heard = @silent_for = 0.0

        # Taken out of the memory once instead of every millisecond: what the terminals mean.
        def settings_changed
          return unless raw("terminals.input_1_function")
          @speed = drive.of_shaft("limits.motor_speed", :speed)
          @current = setting("motor.rated_current") * SQRT2
          setup = Gallop::Terminals::Setup.new(drive.profile, drive.effective.dup)
          take(setup) unless @logic && @logic.setup.same?(setup)
        end

        # @return [Gallop::Terminals::Logic, nil] nil where the family has no terminals
        attr_reader :logic

        def each_millisecond(dt)
          axis.tend_box(dt)
          return if @logic.nil?
          box = axis.box
          @logic.step(
            contacts: box.closed,
            volts: box.volts,
            network: drive.network_target,
            ready: drive.switch_on_permitted?,
            keys: box.keypad&.pressed || 0,
            rests: !drive.stage_on?,
            team: drive.team,
            dt: dt
          )
          @silent_for += dt if @silent_for
          box.lamps = switch_outputs(dt)
          box.meter = @analog_output.source == :none ? 0.0 : @analog_output.volts(share(@analog_output.source))
        end

        def signals
          {
            "terminals.inputs" => -> { input_bits },
            "terminals.outputs" => -> { axis.box.lamps },
            "terminals.analog_1" => -> { axis.box.volts[0] },
            "terminals.analog_2" => -> { axis.box.volts[1] }
          }
        end

        def figures
          return {} unless drive.profile["references.asked"]
          asked = drive.profile.fetch("references.asked")
          {
            "references.in_force" => -> { Gallop::Terminals::SOURCES.key(@logic.source) },
            "references.asked" => -> { asked.raw(@logic.speed) },
            "references.preset" => -> { @logic.preset },
            "references.run" => -> { @logic.run },
            "keys.local" => -> { @logic.keypad.local? ? 1 : 0 },
            **(1..OperatorsBox::INPUTS).to_h do |n|
              ["terminals.input_#{n}_changes", -> { @logic.inputs.changes[n - 1] & 0xFFFF }]
            end
          }
        end

        private

        # A new setup takes over what the old one knew of the contacts.
        def take(setup)
          logic = Gallop::Terminals::Logic.new(setup)
          @logic ? logic.carry_on(@logic, axis.box.closed) : begin_with(logic)
          @logic = logic
          before = @outputs
          @outputs = setup.outputs.map { |setting| Gallop::Terminals::Output.new(setting) }
          @outputs.zip(before) { |output, old| output.carry_on(old) if old }
          @used = @outputs.each_index.reject { |n| @outputs[n].setting.function == :none }
          @analog_output = Gallop::Terminals::AnalogOutput.new(setup)
        end

        def begin_with(logic)
          axis.tend_box(0.001)
          logic.begin(axis.box.closed)
        end

        def switch_outputs(dt)
          bits = 0
          @used.each do |n|
            output = @outputs[n]
            output.step(state(output.setting.function, n), dt)
            bits |= 1 << n if output.closed?
          end
          bits
        end

        # What an output shows: so or not, or a figure in percent.
        def state(function, n)
          case function
          when :ready
            drive.switch_on_permitted?
          when :enabled
            drive.machine.state == :operation_enabled
          when :fault
            drive.machine.faulted?
          when :warning
            drive.warning?
          when :reached
            drive.target_reached?
          when :standstill
            drive.measured_speed.abs < STANDSTILL
          when :brake
            axis.brake ? axis.brake.powered : false
          when :controller
            @silent_for.to_f < SILENCE && drive.memory.live["terminals.outputs_asked"][n] == 1
          when :limit
            drive.held_back?
          when :driven
            drive.stage_on? && !drive.demanded_speed.zero?
          else
            Gallop::Terminals::Output::LEVELS.include?(function) ? share(function).abs : false
          end
        end

        # @return [Float] %
        def share(figure)
          case figure
          when :speed
            100 * drive.measured_speed / @speed
          when :current
            100 * Math.sqrt(drive.current_square) / @current
          when :torque
            100 * drive.torque_share
          when :bus
            100 * axis.bus_voltage / drive.over_voltage
          when :heat
            100 * drive.heat
          else
            0.0
          end
        end

        def input_bits
          torque_off = (axis.torque_off_a_closed ? 0x10000 : 0) | (axis.torque_off_b_closed ? 0x20000 : 0)
          return torque_off if @logic.nil?
          switches = (@logic.limit_low? ? 1 : 0) | (@logic.limit_high? ? 2 : 0) | (@logic.home? ? 4 : 0)
          (@logic.inputs.bits << Gallop::Terminals::FIRST_INPUT_BIT) | torque_off | switches
        end
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Inputs, by the logic that core has for them; outputs by condition; analog inputs as they are measured.
      class Terminals < Part
        FIRST_INPUT_BIT = 18

        def wake
          @output_ages = (1..3).select { |n| drive.profile["terminals.output_#{n}_function"] }.map { 0.0 }
          @outputs = 0
        end

        # Taken out of the memory once instead of every millisecond: what the inputs mean; [function, s, reversed,
        # threshold] of each output.
        def settings_changed
          return unless raw("terminals.input_1_function")
          take_inputs
          @output_settings =
            Array.new(@output_ages.size) do |n|
              name = "terminals.output_#{n + 1}"
              [
                raw("#{name}_function"),
                raw("#{name}_delay") / 1000.0,
                raw("#{name}_polarity") == 1,
                setting("#{name}_threshold") / 100
              ]
            end
          @speed = drive.of_shaft("limits.motor_speed", :speed)
          @current = setting("motor.rated_current") * SQRT2
        end

        # @return [Gallop::Terminals::Logic, nil] nil where the family has no terminals
        attr_reader :logic

        def each_millisecond(dt)
          return if @logic.nil?
          @logic.step(
            contacts: axis.inputs,
            volts: axis.analog_inputs,
            network: drive.network_target,
            ready: drive.switch_on_permitted?,
            dt: dt
          )
          @outputs = 0
          @output_settings.each_index { |n| @outputs |= 1 << n if output_on?(n, dt) }
        end

        def signals
          {
            "terminals.inputs" => -> { input_bits },
            "terminals.outputs" => -> { @outputs },
            "terminals.analog_1" => -> { axis.analog_inputs[0] },
            "terminals.analog_2" => -> { axis.analog_inputs[1] }
          }
        end

        def figures
          return {} unless drive.profile["references.asked"]
          asked = drive.profile.fetch("references.asked")
          {
            "references.in_force" => -> { Gallop::Terminals::SOURCES.key(@logic.source) },
            "references.asked" => -> { asked.raw(@logic.speed) },
            "references.preset" => -> { @logic.preset },
            "references.run" => -> { @logic.run }
          }
        end

        private

        # A new setup takes over what the old one knew of the contacts; a write that changes nothing here leaves them
        # as they are.
        def take_inputs
          setup = Gallop::Terminals::Setup.new(drive.profile, drive.effective.dup)
          return if @logic && @logic.setup.same?(setup)
          logic = Gallop::Terminals::Logic.new(setup)
          @logic ? logic.carry_on(@logic, axis.inputs) : logic.begin(axis.inputs)
          @logic = logic
        end

        def output_on?(n, dt)
          function, delay, reversed, threshold = @output_settings[n]
          return false if function.zero?
          @output_ages[n] = condition?(function, threshold) ? @output_ages[n] + dt : 0.0
          (@output_ages[n].positive? && @output_ages[n] >= delay) ^ reversed
        end

        def condition?(function, threshold)
          case function
          when 1
            drive.switch_on_permitted?
          when 2
            drive.machine.state == :operation_enabled
          when 3
            drive.machine.faulted?
          when 4
            drive.warning?
          when 5
            drive.target_reached?
          when 6
            drive.measured_speed.abs < 0.1
          when 8
            drive.measured_speed.abs > threshold * @speed
          when 9
            Math.sqrt(drive.current_square) > threshold * @current
          end
        end

        def input_bits
          torque_off = (axis.torque_off_a_closed ? 0x10000 : 0) | (axis.torque_off_b_closed ? 0x20000 : 0)
          return torque_off if @logic.nil?
          switches = (@logic.limit_low? ? 1 : 0) | (@logic.limit_high? ? 2 : 0) | (@logic.home? ? 4 : 0)
          (@logic.inputs.bits << FIRST_INPUT_BIT) | torque_off | switches
        end
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Digital inputs after polarity and debouncing, outputs by condition, analog inputs as they are measured.
      class Terminals < Part
        FIRST_INPUT_BIT = 18
        BURDEN = 500.0 # Ω of an analog input that takes a current

        def wake
          @inputs = Array.new(axis.inputs.size, false)
          @input_ages = Array.new(axis.inputs.size, 0.0)
          @output_ages = [0.0, 0.0, 0.0]
          @outputs = 0
        end

        # Taken out of the memory once instead of every millisecond: [reversed, s] of each input, [function, s,
        # reversed, threshold] of each output.
        def settings_changed
          return unless raw("terminals.input_1_function")
          @input_settings =
            Array.new(axis.inputs.size) do |n|
              [raw("terminals.input_#{n + 1}_polarity") == 1, raw("terminals.input_#{n + 1}_debounce") / 1000.0]
            end
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

        def each_millisecond(dt)
          return if @input_settings.nil?
          closed = axis.inputs
          n = 0
          while n < closed.size
            debounce(n, closed[n], dt)
            n += 1
          end
          @outputs = (output_on?(0, dt) ? 1 : 0) | (output_on?(1, dt) ? 2 : 0) | (output_on?(2, dt) ? 4 : 0)
        end

        def signals
          {
            "terminals.inputs" => -> { input_bits },
            "terminals.outputs" => -> { @outputs },
            "terminals.analog_1" => -> { axis.analog_inputs[0] },
            "terminals.analog_2" => -> { axis.analog_inputs[1] }
          }
        end

        private

        def debounce(n, closed, dt)
          reversed, time = @input_settings[n]
          on = closed ^ reversed
          return @input_ages[n] = 0.0 if on == @inputs[n]
          @input_ages[n] += dt
          @inputs[n] = on if @input_ages[n] >= time
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
          @inputs.each_with_index.sum { |on, n| on ? 1 << (FIRST_INPUT_BIT + n) : 0 } | torque_off
        end
      end
    end
  end
end

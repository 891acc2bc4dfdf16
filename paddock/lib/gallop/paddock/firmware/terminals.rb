# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Digital inputs after polarity and debouncing, outputs by condition, analog inputs as they are measured.
      module Terminals
        FIRST_INPUT_BIT = 18
        BURDEN = 500.0 # Ω of an analog input that takes a current

        private

        def start_terminals
          @inputs = Array.new(axis.inputs.size, false)
          @input_ages = Array.new(axis.inputs.size, 0.0)
          @output_ages = [ 0.0, 0.0, 0.0 ]
          @outputs = 0
        end

        def terminals? = memory.live.key?("terminals.input_1_function")

        # Every millisecond.
        def tend_terminals(dt)
          return unless terminals?
          axis.inputs.each_with_index { |closed, n| debounce(n, closed, dt) }
          @outputs = (0..2).sum { |n| output_on?(n, dt) ? 1 << n : 0 }
        end

        def debounce(n, closed, dt)
          on = closed ^ (@effective["terminals.input_#{n + 1}_polarity"] == 1)
          return @input_ages[n] = 0.0 if on == @inputs[n]
          @input_ages[n] += dt
          @inputs[n] = on if @input_ages[n] * 1000 >= @effective["terminals.input_#{n + 1}_debounce"]
        end

        def output_on?(n, dt)
          function = @effective["terminals.output_#{n + 1}_function"]
          return false if function.zero?
          @output_ages[n] = condition?(function, n) ? @output_ages[n] + dt : 0.0
          on = @output_ages[n].positive? && @output_ages[n] * 1000 >= @effective["terminals.output_#{n + 1}_delay"]
          on ^ (@effective["terminals.output_#{n + 1}_polarity"] == 1)
        end

        def condition?(function, n)
          case function
          when 1 then switch_on_permitted?
          when 2 then machine.state == :operation_enabled
          when 3 then machine.faulted?
          when 4 then warning?
          when 5 then target_reached?
          when 6 then measured_speed.abs < 0.1
          when 8 then measured_speed.abs > threshold(n) * of_shaft("limits.motor_speed", :speed)
          when 9 then Math.sqrt(current_square) > threshold(n) * @rated_current_peak
          end
        end

        def threshold(n) = setting("terminals.output_#{n + 1}_threshold") / 100

        def input_bits
          torque_off = (axis.torque_off_a_closed ? 0x10000 : 0) | (axis.torque_off_b_closed ? 0x20000 : 0)
          @inputs.each_with_index.sum { |on, n| on ? 1 << (FIRST_INPUT_BIT + n) : 0 } | torque_off
        end

        def terminal_figures
          {
            "terminals.inputs" => -> { input_bits }, "terminals.outputs" => -> { @outputs },
            "terminals.analog_1" => -> { milli(axis.analog_inputs[0]) }, "terminals.analog_2" => -> { milli(axis.analog_inputs[1]) }
          }
        end
      end
    end
  end
end

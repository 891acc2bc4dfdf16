# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What is known at the rate of the loops, by the names of the profile: SI, of the shaft. Declared here, in the
      # family and in parts; live figures of the dictionary are read from it.
      module Signals
        # @return [Float, Integer] at this moment @raise [KeyError]
        def signal(key) = @signals.fetch(key).call

        # @return [Proc] that answers with it @raise [KeyError]
        def signal_source(key) = @signals.fetch(key)

        private

        def start_signals
          @signals = [common_signals, family_signals, *parts.map(&:signals)].reduce(:merge)
          @signals.keep_if { |key, _| profile.signal(key) }
        end

        def common_signals
          {
            "control.status" => -> { status_word },
            "control.word" => -> { memory.live["control.word"] },
            "control.error_code" => -> { @fault_code },
            "control.inhibits" => -> { inhibits },
            "stage.on" => -> { @stage_on ? 1 : 0 },
            "bus.voltage" => -> { axis.bus_voltage },
            "voltage.limit" => -> { axis.voltage_limit },
            "drive.temperature" => -> { axis.heat_sink.temperature },
            "resistor.on" => -> { axis.bus.chopper_on ? 1 : 0 },
            "control.mode_shown" => -> { @effective["control.mode"] },
            "storage.live_changes" => -> { @live_changes },
            "limit.reached" => -> { internal_limit? ? 1 : 0 },
            **motor_signals
          }
        end

        def motor_signals
          sensor = axis.sensor
          {
            "motor.current" => -> { Math.sqrt(current_square) / SQRT2 },
            "motor.torque_current" => -> { torque_current },
            "motor.torque" => -> { torque_share },
            "motor.heat" => -> { @heat },
            "speed.actual" => -> { @display_speed },
            "speed.demand" => -> { demanded_speed },
            "current.u" => -> { sensor.i_u },
            "current.v" => -> { sensor.i_v },
            "current.w" => -> { -sensor.i_u - sensor.i_v },
            "current.alpha" => -> { sensor.i_alpha },
            "current.beta" => -> { sensor.i_beta }
          }
        end

        # The entries of the dictionary that are a signal, as they are told: within what their type can say.
        def figures_of_signals
          profile
            .signals
            .select { |signal| profile[signal.key] && @signals.key?(signal.key) }
            .to_h { |signal| [signal.key, told(profile[signal.key], signal)] }
        end

        def told(entry, signal)
          source = @signals[signal.key]
          return source if entry.unit.empty? || signal.plain?
          range = entry.data_type.range
          -> do
            figure = signal.kind ? shaft.real(signal.kind, source.call) : source.call
            entry.raw(entry.from_si(figure)).clamp(range.min, range.max)
          end
        end
      end
    end
  end
end

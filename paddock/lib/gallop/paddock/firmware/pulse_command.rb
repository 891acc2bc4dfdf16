# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # A pulse input in the place of the target of the network, as remote controls and vehicles give it: by speed, or
      # by torque. Limits and envelope hold it like any other target.
      module PulseCommand
        TORQUE = 2 # of pulse.function
        LOST = 0xFF40

        # −1 to 1
        def pulse_share = @pulse.share(axis.pulse_width, turning: @speed > @standstill)
        # 0 to 1
        def pulse_brake = @pulse.brake(axis.pulse_width)
        def asked_speed = pulse_commands? ? pulse_share * @bounds.top : super

        private

        def wake_parts
          super
          @by_pulse = TorqueByPulse.new(self)
          @pulse_age = 0.0
        end

        def take_targets
          super
          @pulse_function = @effective["pulse.function"]
          @pulse =
            PulseInput.new(
              centre: setting("pulse.centre").to_f,
              deadband: setting("pulse.deadband").to_f,
              low: setting("pulse.low").to_f,
              high: setting("pulse.high").to_f,
              below: @effective["pulse.reverse"]
            )
          @pulse_lost_time = setting("pulse.lost_time") / 1000.0
        end

        def pulse_commands? = @pulse_function.positive?
        def due = @pulse_function == TORQUE && stop_kind.nil? ? @by_pulse : super

        def watch_family(dt)
          super
          @pulse_age = axis.pulse_width ? 0.0 : @pulse_age + dt
          trip(LOST) if @stage_on && pulse_commands? && @pulse_age > @pulse_lost_time
        end

        def family_figures = super.merge("pulse.width" => -> { axis.pulse_width.to_i })
        def family_reset_permitted? = super && (@fault_code != LOST || !axis.pulse_width.nil?)
      end
    end
  end
end

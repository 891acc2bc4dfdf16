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
        def pulse_share = @member.led? ? team.share : @pulse.share

        # N·m with which it brakes. @param most [Float] N·m that there are
        def pulse_braking(most) = (@member.led? ? team.brake : @pulse.brake) * [@pulse_most_brake, most].min

        # rad/s to which a share of the torque may bring it. @param way [Numeric] by its sign
        def most_by_pulse(way)
          return @bounds.towards(way) unless @member.led?
          [@bounds.towards(way), of_target(team.most(way))].min
        end

        # What others of a team are to do like it. @return [Hash{Symbol => Object}] of Gallop::Terminals::Team::Word
        def asked_torque = { by_torque: pulse_torque?, share: pulse_share, brake: @pulse.brake }
        def asked_speed = pulse_commands? ? pulse_share * @bounds.top : super

        private

        def wake_parts
          super
          @by_pulse = TorqueByPulse.new(self)
        end

        def take_targets
          super
          @pulse_function = @effective["pulse.function"]
          @pulse_most_brake = setting("pulse.brake_torque") / 100 * of_shaft("motor.rated_torque", :torque)
          take_pulse(Gallop::Terminals::Pulse.setting(Gallop::Terminals::Setup.new(profile, @effective)))
        end

        def take_pulse(setting)
          return if @pulse&.setting == setting
          before = @pulse
          @pulse = Gallop::Terminals::Pulse.new(setting)
          @pulse.carry_on(before) if before
        end

        def begin_operation
          @pulse.await_release
          super
        end

        # One that follows another drive does not look at its own pulse.
        def pulse_commands? = @pulse_function.positive? && !@member.led?
        def pulse_torque? = @member.led? ? team.by_torque? : @pulse_function == TORQUE
        def due = pulse_torque? && stop_kind.nil? ? @by_pulse : super

        def watch_family(dt)
          super
          @pulse.step(axis.pulse_width, turning: @speed > @standstill, enabled: @stage_on, dt: dt)
          trip(LOST) if @stage_on && pulse_commands? && @pulse.lost?
        end

        def family_figures = super.merge("pulse.width" => -> { axis.pulse_width.to_i })
        def family_reset_permitted? = super && (@fault_code != LOST || !@pulse.lost?)
      end
    end
  end
end

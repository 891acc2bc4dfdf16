# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # A train of pulses whose width says how fast and which way, or with how much torque, as remote controls and
      # vehicles give it. It takes the place of the target of the network; limits and envelope hold it like any other.
      #
      #   share = (w − centre ∓ deadband)/(end − centre ∓ deadband), 0 within the deadband, ±1 beyond the ends
      module PulseCommand
        SPEED = 1
        TORQUE = 2
        BRAKE = 0 # below the centre
        BRAKE_FIRST = 2
        LOST = 0xFF40
        TAPER = 0.1 # of the highest speed

        private

        def start_targets
          super
          @pulse_age = 0.0
          @pulse_torque = nil
        end

        def take_targets
          super
          @pulse_function = @effective["pulse.function"]
          @pulse_centre = setting("pulse.centre").to_f
          @pulse_deadband = setting("pulse.deadband").to_f
          @pulse_ends = [setting("pulse.low").to_f, setting("pulse.high").to_f]
          @pulse_reverse = @effective["pulse.reverse"]
          @pulse_lost_time = setting("pulse.lost_time") / 1000.0
        end

        def pulse_commands? = @pulse_function.positive?
        def asked_speed = pulse_commands? ? pulse_share * @top_speed : super

        # −1 to 1; nothing without a pulse.
        def pulse_share
          width = axis.pulse_width or return 0.0
          away = width - @pulse_centre
          return 0.0 if away.abs <= @pulse_deadband
          full = (@pulse_ends[away.positive? ? 1 : 0] - @pulse_centre).abs - @pulse_deadband
          share = full.positive? ? [(away.abs - @pulse_deadband) / full, 1.0].min : 1.0
          away.positive? ? share : below_centre(share)
        end

        def below_centre(share)
          return 0.0 if @pulse_reverse == BRAKE || (@pulse_reverse == BRAKE_FIRST && @speed > @standstill)
          -share
        end

        def demand
          @pulse_torque = nil
          return super unless @pulse_function == TORQUE && stop_kind.nil?
          share = pulse_share
          @wanted_speed = held((share <=> 0.0) * @top_speed)
          @wanted_rate = 0.0
          @pulse_torque = @wanted_speed == 0.0 ? 0.0 : share
          @pulse_brake = @pulse_torque == 0.0 ? braking_share : 0.0
          @ramp.reset(@speed)
        end

        # How hard, while the pulse is below the centre and does not reverse.
        def braking_share
          away = @pulse_centre - @pulse_deadband - (axis.pulse_width || @pulse_centre)
          full = @pulse_centre - @pulse_deadband - @pulse_ends[0]
          away.positive? ? [away / [full, 1.0].max, 1.0].min : 0.0
        end

        # A torque as it is asked for, less and less in the last part before the highest speed; a brake is the speed
        # loop at rest, bounded.
        def control_speed
          return super unless @pulse_torque
          return @torque = @speed_loop.step(0.0, @speed, 0.0, @pulse_brake * torque_bound) if @pulse_torque == 0.0
          top = @pulse_torque.negative? ? @top_backward : @top_speed
          room = ((top - @speed * (@pulse_torque <=> 0.0)) / (TAPER * top)).clamp(-1.0, 1.0)
          @torque = @pulse_torque * room * torque_bound
          @speed_loop.reset
        end

        def watch_family(dt)
          super
          @pulse_age = axis.pulse_width ? 0.0 : @pulse_age + dt
          trip(LOST) if @stage_on && pulse_commands? && @pulse_age > @pulse_lost_time
        end

        # A load that is stronger than the little torque that is asked for turns the shaft as it likes.
        def watch_commutation(dt) = @pulse_torque ? @runaway_for = 0.0 : super

        def family_figures = super.merge("pulse.width" => -> { axis.pulse_width.to_i })
        def family_reset_permitted? = super && (@fault_code != LOST || !axis.pulse_width.nil?)
      end
    end
  end
end

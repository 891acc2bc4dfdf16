# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Between the speed loop and the current loop of a servo: what is known of gravity and friction is given ahead,
      # notches and a low-pass take out what would swing, each direction has a limit of its own.
      module TorquePath
        NOTCHES = 3

        private

        def take_torque_path
          take_torque_ahead
          take_torque_limits
          corner = @effective.fetch("filters.torque_low_pass", 0)
          @torque_filter = corner.positive? ? 1 - Math.exp(-Plant::TWO_PI * corner * Servo::SPEED_DT) : nil
          @notches = (1..NOTCHES).filter_map { |n| notch(n) }
          @shaped = @torque_filter || @notches.any? || @most_forward || @most_backward
        end

        def take_torque_ahead
          @gravity_ahead = @effective.key?("mechanics.gravity") ? of_shaft("mechanics.gravity", :torque) : 0.0
          share =
            @effective.fetch("filters.friction_feed_forward", 0).zero? ? 0.0 : setting("filters.friction_feed_forward")
          @friction_ahead = share.zero? ? 0.0 : share / 100 * of_shaft("mechanics.friction", :torque)
          @ahead = @gravity_ahead != 0.0 || @friction_ahead != 0.0
        end

        # Only where a direction has less than both.
        def take_torque_limits
          @most_forward, @most_backward =
            %w[limits.torque_positive limits.torque_negative].map do |key|
              next unless @effective.key?(key) && setting(key) < setting("limits.torque")
              setting(key) / 100 * of_shaft("motor.rated_torque", :torque)
            end
        end

        def notch(n)
          depth = @effective.fetch("filters.notch_#{n}_depth", 0)
          return if depth.zero?
          Control::Notch.new(
            frequency: setting("filters.notch_#{n}_frequency").to_f,
            width: setting("filters.notch_#{n}_width").to_f,
            depth: setting("filters.notch_#{n}_depth") / 100.0,
            dt: Servo::SPEED_DT
          )
        end

        # Friction in the direction that is wanted; near rest in proportion, as nobody knows which way it holds.
        def given_ahead
          return @gravity_ahead if @friction_ahead == 0.0
          @gravity_ahead + @friction_ahead * (@wanted_speed / @standstill).clamp(-1.0, 1.0)
        end

        def shape(torque)
          @notches.each { |notch| torque = notch.step(torque) }
          torque = @torque + @torque_filter * (torque - @torque) if @torque_filter
          torque = @most_forward if @most_forward && torque > @most_forward
          torque = -@most_backward if @most_backward && torque < -@most_backward
          torque
        end
      end
    end
  end
end

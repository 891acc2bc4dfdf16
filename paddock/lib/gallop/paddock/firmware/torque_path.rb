# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Between the speed loop and the current loop of a servo: what is known of gravity and friction is given ahead,
      # notches and a low-pass take out what would swing, each direction has a limit of its own.
      class TorquePath < Part
        NOTCHES = 4

        def wake
          @last = 0.0
        end

        def settings_changed
          take_ahead
          take_limits
          corner = raw("filters.torque_low_pass") || 0
          @low_pass = corner.positive? ? 1 - Math.exp(-Plant::TWO_PI * corner * Servo::SPEED_DT) : nil
          @notches = (1..NOTCHES).filter_map { |n| notch(n) }
          @straight = @low_pass.nil? && @notches.empty? && @most_forward.nil? && @most_backward.nil?
        end

        # N·m, before the loops know that it is missing. Friction in the direction that is wanted; near rest in
        # proportion, as nobody knows which way it holds.
        # @param speed [Float] rad/s that is wanted
        def ahead(speed)
          return @gravity if @friction == 0.0
          @gravity + @friction * (speed / @standstill).clamp(-1.0, 1.0)
        end

        # @return [Float] N·m of what the speed loop asks for
        def shape(torque)
          return @last = torque if @straight
          @notches.each { |notch| torque = notch.step(torque) }
          torque = @last + @low_pass * (torque - @last) if @low_pass
          torque = @most_forward if @most_forward && torque > @most_forward
          torque = -@most_backward if @most_backward && torque < -@most_backward
          @last = torque
        end

        # The stage is off.
        def rest
          @last = 0.0
        end

        private

        def take_ahead
          @standstill = drive.of_shaft("speed.threshold", :speed)
          @gravity = raw("mechanics.gravity") ? drive.of_shaft("mechanics.gravity", :torque) : 0.0
          share = (raw("filters.friction_feed_forward") || 0).zero? ? 0.0 : setting("filters.friction_feed_forward")
          @friction = share.zero? ? 0.0 : share / 100 * drive.of_shaft("mechanics.friction", :torque)
        end

        # Only where a direction has less than both.
        def take_limits
          @most_forward, @most_backward =
            %w[limits.torque_positive limits.torque_negative].map do |key|
              next unless raw(key) && setting(key) < setting("limits.torque")
              setting(key) / 100 * drive.of_shaft("motor.rated_torque", :torque)
            end
        end

        def notch(n)
          return if (raw("filters.notch_#{n}_depth") || 0).zero?
          Control::Notch.new(
            frequency: setting("filters.notch_#{n}_frequency").to_f,
            width: setting("filters.notch_#{n}_width").to_f,
            depth: setting("filters.notch_#{n}_depth") / 100.0,
            dt: Servo::SPEED_DT
          )
        end
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Where a servo is told to go: profile velocity and profile position, held to limits and envelope.
      module ServoTargets
        PROFILE_POSITION = 1
        NEW_SET_POINT = 0x10
        RELATIVE = 0x40
        RADIANS = Plant::TWO_PI / 60 # rad/s of one rpm

        private

        def start_targets
          @wanted_rate = 0.0
          @goal = 0.0
          @set_point_seen = false
          @clamped = false
        end

        def take_targets
          @top_speed = [ setting("limits.motor_speed"), setting("ramps.profile_speed_limit") ].min * setting("envelope.speed") / 100 * RADIANS
          @cruise = setting("ramps.profile_speed") * RADIANS
          bound = setting("ramps.highest_acceleration")
          @up = [ setting("ramps.acceleration"), bound ].min * setting("envelope.acceleration") / 100 * RADIANS
          @down = [ setting("ramps.deceleration"), setting("ramps.highest_deceleration") ].min * RADIANS
          @quick_down = setting("ramps.quick_stop") * RADIANS
          @locked = @effective["limits.direction"]
          take_second_ramps
          take_position_targets
        end

        def take_second_ramps
          changeover = @effective["ramps.changeover_speed"].to_i
          return @changeover = Float::INFINITY unless changeover.positive?
          @changeover = changeover * RADIANS
          @second_up = setting("ramps.second_acceleration") * setting("envelope.acceleration") / 100 * RADIANS
          @second_down = setting("ramps.second_deceleration") * RADIANS
        end

        def take_position_targets
          @positioning = @effective["control.mode"] == PROFILE_POSITION
          @kp = setting("position_loop.gain")
          @speed_feed_forward = setting("position_loop.speed_feed_forward") / 100
        end

        def begin_targets
          @goal = position
          @set_point_seen = (memory.live["control.word"] & NEW_SET_POINT).positive?
        end

        def positioning? = @positioning

        # 4 kHz: what speed is asked for now.
        def demand
          stop = stop_kind
          return follow_ramp(0.0, stop == :quick ? @quick_down : @down) if stop
          return follow_ramp(0.0, @down) if brake_opening?
          return follow_path if positioning?
          above = @ramp.speed.abs > @changeover
          follow_ramp(held(@target * 0.1 * RADIANS), above ? @second_down : @down, above ? @second_up : @up)
        end

        def follow_ramp(target, down, up = @up)
          @wanted_speed = @ramp.step(target, up, down, Servo::POSITION_DT)
          @wanted_rate = @ramp.rate
          @path.reset(position, @wanted_speed)
          @goal = position
        end

        def follow_path
          accept_set_point
          before = @path.speed
          @path.step(@goal, [ @cruise, @top_speed ].min, @up, @down, Servo::POSITION_DT)
          @wanted_rate = (@path.speed - before) / Servo::POSITION_DT
          @wanted_speed = @speed_feed_forward * @path.speed + @kp * (@path.position - position)
          @ramp.reset(@speed)
        end

        def accept_set_point
          word = memory.live["control.word"]
          asked = (word & NEW_SET_POINT).positive?
          if asked && !@set_point_seen
            target = memory.live["position.target"]
            target += (@goal / @radians).round if (word & RELATIVE).positive?
            low = memory.live["position.limit_low"]
            high = memory.live["position.limit_high"]
            @goal = [ [ target, low ].max, high ].min * @radians if low <= high
          end
          @set_point_seen = asked
        end

        def held(target)
          limited = target.clamp(-@top_speed, @top_speed)
          limited = 0.0 if (@locked == 1 && limited.negative?) || (@locked == 2 && limited.positive?)
          @clamped = limited != target
          limited
        end

        def following_error_counts
          return 0 unless @stage_on && positioning? && stop_kind.nil?
          ((@path.position - position) / @radians).round
        end
      end
    end
  end
end

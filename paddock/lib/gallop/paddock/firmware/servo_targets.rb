# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Where a servo is told to go: profile velocity, profile position and torque profile, held to limits and envelope.
      module ServoTargets
        PROFILE_POSITION = 1
        TORQUE_PROFILE = 4
        NEW_SET_POINT = 0x10
        RELATIVE = 0x40
        CATCHING_UP = 1.1 # of the highest speed, for a motor that lags behind a profile at that speed

        private

        def start_targets
          @wanted_rate = 0.0
          @occupation = nil # in place of the speed loop
          @goal = @lag = 0.0
          @set_point_seen = @set_point_waits = false
          @clamped = false
          @asked_torque = @torque_goal = Float::INFINITY
        end

        def take_targets
          most = [of_shaft("limits.motor_speed", :speed), of_shaft("ramps.profile_speed_limit", :speed)].min
          @top_speed = [most * setting("envelope.speed") / 100, frequency_end].min
          @top_backward = backward(@top_speed, of_shaft("limits.backward_speed", :speed))
          @target_step =
            shaft.reckoned(:speed, profile.fetch("speed.target").then { |entry| entry.to_si(entry.figure(1)) })
          @cruise = of_shaft("ramps.profile_speed", :speed)
          bound = of_shaft("ramps.highest_acceleration", :acceleration)
          @up = [of_shaft("ramps.acceleration", :acceleration), bound].min * setting("envelope.acceleration") / 100
          @down = [
            of_shaft("ramps.deceleration", :acceleration),
            of_shaft("ramps.highest_deceleration", :acceleration)
          ].min
          @quick_down = of_shaft("ramps.quick_stop", :acceleration)
          @locked = @effective["limits.direction"]
          take_rounding
          take_second_ramps
          take_position_targets
          take_torque_target
        end

        def take_second_ramps
          return @changeover = Float::INFINITY unless @effective["ramps.changeover_speed"].to_i.positive?
          @changeover = of_shaft("ramps.changeover_speed", :speed)
          @second_up = of_shaft("ramps.second_acceleration", :acceleration) * setting("envelope.acceleration") / 100
          @second_down = of_shaft("ramps.second_deceleration", :acceleration)
        end

        def take_position_targets
          @positioning = @effective["control.mode"] == PROFILE_POSITION
          @by_torque = @effective["control.mode"] == TORQUE_PROFILE
          @kp = setting("position_loop.gain")
          @speed_feed_forward = setting("position_loop.speed_feed_forward") / 100
        end

        JERK_LIMITED = 3
        LONGEST_ROUNDING = 2.0 # s, beyond which a ramp is no ramp any more

        # For a ramp the window in which the steeper of both has no more than the jerk; for a move, which may go from
        # one straight into the other, that of both together.
        def take_rounding
          return @rounded_speed = @rounded_place = nil if @effective["ramps.shape"] != JERK_LIMITED
          both = [setting("ramps.acceleration"), setting("ramps.deceleration")]
          @rounded_speed, @rounded_place =
            [both.max, both.sum].map do |step|
              window = [step.to_f / setting("ramps.jerk"), LONGEST_ROUNDING].min
              Control::Smoothing.new(window: window, dt: Servo::POSITION_DT)
            end
          @rounded_speed.reset(@wanted_speed || 0.0)
        end

        # rad/s, where the output frequency ends; a motor with brushes has none
        def frequency_end
          frequency = profile.rating[:output_frequency]
          frequency ? Plant::TWO_PI * frequency / @pole_pairs : Float::INFINITY
        end

        # @torque_goal: with its sign, N·m
        def take_torque_target
          @torque_goal =
            (
              if @by_torque
                memory.live["torque.target"] / 1000.0 * of_shaft("motor.rated_torque", :torque)
              else
                Float::INFINITY
              end
            )
        end

        def take_commands
          super
          take_torque_target if @by_torque
        end

        def begin_targets
          begin_path(@speed)
          @rounded_speed&.reset(@speed)
          @lag = 0.0
          @set_point_seen = @set_point_waits = false
        end

        # The edge is in the words as they come, however quickly one follows the other.
        def command(word)
          @set_point_waits = true if (word & ~memory.live["control.word"] & NEW_SET_POINT).positive?
          @set_point_seen = false if (word & NEW_SET_POINT).zero?
          super
        end

        def positioning? = @positioning
        def by_torque? = @by_torque

        # 4 kHz: what speed is asked for now.
        def demand
          stop = stop_kind
          @asked_torque = Float::INFINITY
          return stop_by_ramp(stop == :quick ? @quick_down : @down) if stop
          return follow_ramp(0.0, @down) if @brake.opening?
          return follow_path if positioning?
          return follow_torque if by_torque?
          above = @ramp.speed.abs > @changeover
          follow_ramp(held(asked_speed), above ? @second_down : @down, above ? @second_up : @up)
        end

        # rad/s
        def asked_speed = @target * @target_step

        # From the speed that is asked for now, and never rounded: a stop does not take longer than its ramp.
        def stop_by_ramp(down)
          @ramp.reset(@wanted_speed) if @rounded_speed
          follow_ramp(0.0, down, @up, rounded: nil)
          @rounded_speed&.reset(@wanted_speed)
        end

        def follow_ramp(target, down, up = @up, rounded: @rounded_speed)
          before = @wanted_speed
          speed = @ramp.step(target, up, down, Servo::POSITION_DT)
          @wanted_speed = rounded ? rounded.step(speed) : speed
          @wanted_rate = rounded ? (@wanted_speed - before) / Servo::POSITION_DT : @ramp.rate
          begin_path(@wanted_speed)
        end

        def begin_path(speed)
          @path.reset(position, speed)
          @rounded_place&.reset(position)
          @place = @goal = position
          @pace = speed
        end

        def follow_path
          accept_set_point
          # both of this moment; the path goes on to the next before anything else is asked
          @lag = @place - position
          before = @pace
          @path.step(
            @goal,
            [@cruise, @goal < position ? @top_backward : @top_speed].min,
            @up,
            @down,
            Servo::POSITION_DT
          )
          take_place
          @wanted_rate = (@pace - before) / Servo::POSITION_DT
          asked = @speed_feed_forward * @pace + @kp * (@place - position)
          @wanted_speed = asked.clamp(-CATCHING_UP * @top_backward, CATCHING_UP * @top_speed)
          @ramp.reset(@speed)
          @rounded_speed&.reset(@speed)
        end

        # Where the path is, rounded if it shall be.
        def take_place
          unless @rounded_place
            @pace = @path.speed
            return @place = @path.position
          end
          place = @rounded_place.step(@path.position)
          @pace = (place - @place) / Servo::POSITION_DT
          @place = place
        end

        # The speed loop, bounded to the torque that is asked for, towards the highest speed in its direction. Whatever
        # drags the shaft beyond that speed is held there with the whole torque limit.
        def follow_torque
          too_fast = @speed > @top_speed || @speed < -@top_backward
          @wanted_speed = held(((too_fast ? @speed : @torque_goal) <=> 0.0) * @top_speed)
          @asked_torque = too_fast ? Float::INFINITY : @torque_goal.abs
          @clamped = too_fast
          @wanted_rate = 0.0
          @ramp.reset(@speed)
          begin_path(@speed)
        end

        def accept_set_point
          return unless @set_point_waits
          @set_point_waits = false
          @set_point_seen = true
          target = memory.live["position.target"]
          target += (@goal / @radians).round if (memory.live["control.word"] & RELATIVE).positive?
          @goal = within_travel(target) * @radians
        end

        # Limits that exclude everything are none.
        def within_travel(target)
          low = memory.live["position.limit_low"]
          high = memory.live["position.limit_high"]
          low <= high ? target.clamp(low, high) : target
        end

        def held(target)
          limited = target.clamp(-@top_backward, @top_speed)
          limited = 0.0 if (@locked == 1 && limited.negative?) || (@locked == 2 && limited.positive?)
          @clamped = limited != target
          limited
        end

        def following_error_counts
          return 0 unless @stage_on && positioning? && stop_kind.nil?
          (@lag / @radians).round
        end
      end
    end
  end
end

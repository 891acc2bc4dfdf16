# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Figures that a servo can tell.
      module ServoFigures
        DISPLAY_FILTER = 0.2 # of the way each millisecond: about 5 ms

        # What parts ask: rad/s, A² peak, share of the rated torque.
        def measured_speed = @display_speed
        def current_square
          return 0.0 unless @stage_on
          @injection.ours? ? sensed_square : measured_square
        end
        def torque_share = actual_torque / of_shaft("motor.rated_torque", :torque)
        def demanded_speed = @wanted_speed
        def target_reached? = @stage_on && @reached_for > (@reached_time || 0)

        private

        def family_figures
          {
            "position.actual" => -> { wrapped(position_count) },
            "position.demand" => -> do
              wrapped(positioning? && @stage_on ? (@pathing.place / @radians).round : position_count)
            end,
            "position.following_error" => -> { following_error_counts.clamp(-0x80000000, 0x7FFFFFFF) },
            "feedback.angle" => -> { @count % @counts },
            "second_feedback.position" => -> { wrapped(@second.count) },
            "feedback.index_count" => -> { axis.encoder.index_count },
            "feedback.index_distance" => -> { wrapped(@direction * axis.encoder.index_distance) },
            "current_loop.proportional_gain" => -> { milli(@bandwidth * setting("motor.phase_inductance") / 1000) },
            "current_loop.integral_gain" => -> { (@bandwidth * setting("motor.phase_resistance")).round }
          }
        end

        def family_signals
          {
            "voltage.limit" => -> { voltage_limit },
            "speed.measured" => -> { @speed },
            "speed.error" => -> { @wanted_speed - @speed },
            "speed.rate" => -> { @wanted_rate },
            "torque.demand" => -> { @torque },
            "torque.actual" => -> { actual_torque },
            "torque.limit" => -> { torque_bound },
            "torque.ahead" => -> { @feed_forward * @wanted_rate + @torque_path.ahead(@wanted_speed) },
            "speed_loop.integral" => -> { @speed_loop.integral },
            "speed_loop.limited" => -> { @speed_loop.limited ? 1 : 0 },
            "position.actual" => -> { position },
            "feedback.count" => -> { @field_sense * @count },
            "field.angle" => -> { @field_sense * electrical_angle % Plant::TWO_PI },
            "feedback.halls" => -> { axis.encoder.halls(axis.mechanics.angle) },
            **current_signals,
            **path_signals
          }
        end

        def current_signals
          {
            "current.q_demand" => -> { @stage_on ? @torque * @current_of_torque : 0.0 },
            "current.q" => -> { @stage_on ? @current.i_q : 0.0 },
            "current.d_demand" => -> { @weakening.i_d },
            "current.d" => -> { @stage_on ? @current.i_d : 0.0 },
            "voltage.alpha" => -> { @injection.ours? ? @injection.v_alpha : @current.v_alpha },
            "voltage.beta" => -> { @injection.ours? ? @injection.v_beta : @current.v_beta },
            "voltage.asked" => -> { Math.sqrt(@current.asked_square) },
            "current_loop.integral_d" => -> { @current.integral_d },
            "current_loop.integral_q" => -> { @current.integral_q }
          }
        end

        def path_signals
          {
            "position.demand" => -> { positioning? && @stage_on ? @pathing.place : position },
            "position.following_error" => -> { following_error },
            "position.goal" => -> { positioning? ? @pathing.goal : position },
            "path.speed" => -> { positioning? ? @pathing.pace : @wanted_speed }
          }
        end

        def position_count = (position / @radians).round
        def wrapped(count) = ((count + 0x80000000) & 0xFFFFFFFF) - 0x80000000
        def torque_current = @stage_on ? @current.i_q / SQRT2 : 0.0
        def actual_torque = torque_current * @torque_constant

        def observe_family(dt)
          if idle?
            @count = @last_count = read_count
            @speed = 0.0
          end
          @display_speed += DISPLAY_FILTER * (@speed - @display_speed)
          @display_speed = 0.0 if @display_speed.abs < 1e-3
          observe_target(dt)
        end

        def observe_target(dt)
          inside, time = reached
          @reached_for = @stage_on && inside ? @reached_for + dt : 0.0
          @reached_time = time / 1000.0
        end

        def reached
          return position_reached if positioning?
          return @homing.found? && standing?, 0 if @homes
          by_torque? ? torque_reached : speed_reached
        end

        # Once the torque, and not the speed limit, is what drives.
        def torque_reached = [!stop_kind && @speed < @bounds.top * 0.98 && @speed > -@bounds.backward * 0.98, 0]

        def position_reached
          [
            ((@pathing.goal - position) / @radians).abs <= @effective["position.window"],
            @effective["position.window_time"]
          ]
        end

        def speed_reached
          target = stop_kind ? 0.0 : @bounds.held(asked_speed)
          [(target - @speed).abs <= @speed_window, @effective["speed.window_time"]]
        end

        # Attained, or an error.
        def homing_bits
          return 0x1000 if @homing.found?
          @homing.failed? ? 0x2000 : 0
        end

        def internal_limit? = @stage_on && (@bounds.clamped || @speed_loop.limited)

        def mode_bits
          return @pathing.seen? ? 0x1000 : 0 if positioning?
          return homing_bits if @homes
          return 0 if by_torque?
          standing? ? 0x1000 : 0
        end
      end
    end
  end
end

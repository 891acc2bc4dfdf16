# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What only a drive with feedback can watch.
      module ServoMonitors
        FEEDBACK_LOST = 0x7305
        COMMUTATION = 0x7122
        FOLLOWING_ERROR = 0x8611
        RUNAWAY_TIME = 0.03 # s of speeding up against the full torque

        def warning? = super || (@unfed ? @unfed.warns? : false)
        def standing? = @standing_for >= @standing_time

        private

        def start_servo_monitors
          @standing_for = 0.0
          @outside_for = @runaway_for = 0.0
          @last_magnitude = 0.0
        end

        def take_servo_monitors
          @standing_time = @effective["speed.threshold_time"] / 1000.0
          @speed_window = of_shaft("speed.window", :speed)
          @standstill = of_shaft("speed.threshold", :speed)
        end

        def watch_family(dt)
          watch_standstill(dt)
          @pair.each_millisecond(dt)
          return trip(FEEDBACK_LOST, Stopping::COAST) if @effective["monitors.feedback"] == 1 && feedback_lost?
          return trip(SecondFeedback::LOST, Stopping::COAST) if @second.lost?
          @unfed&.each_millisecond(dt)
          return unless @stage_on
          return trip(Monitors::OVER_SPEED) if @speed.abs > @over_speed
          watch_following_error(dt)
          watch_commutation(dt)
        end

        def watch_standstill(dt)
          @standing_for = @speed.abs < @standstill ? @standing_for + dt : 0.0
        end

        def watch_following_error(dt)
          return @outside_for = 0.0 unless @positioning
          outside = following_error_counts.abs > @effective["position.following_error_window"]
          @outside_for = outside ? @outside_for + dt : 0.0
          trip(FOLLOWING_ERROR) if outside && @outside_for * 1000 > @effective["position.following_error_timeout"]
        end

        # Full torque one way and ever more speed the other way, against what is demanded: the field is not where the
        # drive believes it to be. A load that drives the shaft on in the demanded direction is none of that, nor one
        # that is stronger than the torque that is asked for; over-speed will notice it.
        def watch_commutation(dt)
          return @runaway_for = 0.0 if by_torque? || @occupation.is_a?(TorqueByPulse)
          magnitude = @speed.abs
          away =
            @speed_loop.limited && @torque * @speed < 0 && @wanted_speed * @speed <= 0 && magnitude > @last_magnitude
          @runaway_for = away ? @runaway_for + dt : 0.0
          @last_magnitude = magnitude
          trip(COMMUTATION, Stopping::COAST) if @runaway_for > RUNAWAY_TIME
        end

        def feedback_lost? = axis.encoder.nil? || !axis.encoder.powered
        def family_reset_permitted?
          return !feedback_lost? if @fault_code == FEEDBACK_LOST
          @fault_code != SecondFeedback::LOST || !@second.lost?
        end
      end
    end
  end
end

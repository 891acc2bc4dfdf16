# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Profile velocity, and every stop: ramps towards a speed, from a changeover speed on by second ones, rounded
      # where the settings say so. A stop is never rounded, so that it takes no longer than its ramp.
      class Ramping < Occupation
        def wake
          @ramp = Control::SpeedRamp.new
          @speed = @rate = 0.0
        end

        def settings_changed
          @share = setting("envelope.acceleration") / 100
          @highest_up = of_shaft("ramps.highest_acceleration")
          @highest_down = of_shaft("ramps.highest_deceleration")
          @up = held_up(of_shaft("ramps.acceleration"))
          @down = held_down(of_shaft("ramps.deceleration"))
          @quick_down = of_shaft("ramps.quick_stop")
          take_second
          steepest = [setting("ramps.acceleration"), setting("ramps.deceleration")].max
          soften(steepest, @speed)
        end

        # rad/s²
        attr_reader :up, :down

        # Of the acceleration, by the envelope
        attr_reader :share

        # rad/s² of what is asked for, within what may be
        def held_up(rate) = [rate, @highest_up].min * @share
        def held_down(rate) = [rate, @highest_down].min

        def begin(speed)
          super
          @ramp.reset(speed)
          begin_softly(speed)
        end

        def leaves_at = @speed

        def demand
          stop = drive.stop_kind
          return stop_by(stop == :quick ? @quick_down : @down) if stop
          return follow(0.0, @up, @down) if drive.brake_opening?
          return stop_by(@quick_down) if drive.contacts.at_limit?(@ramp.speed)
          up, down = ramps
          follow(bounds.held(drive.asked_speed), up * drive.led_haste, down)
        end

        private

        def of_shaft(key, kind = :acceleration) = drive.of_shaft(key, kind)

        # rad/s² up and down: of a jog, the second ones by input or above a speed, or the first.
        def ramps
          jog = drive.contacts.jog_rate
          return [drive.of_target(jog)] * 2 if jog
          second = drive.contacts.second_ramps? || @ramp.speed.abs > @changeover
          second ? [@second_up, @second_down] : [@up, @down]
        end

        def take_second
          return @changeover = Float::INFINITY if raw("ramps.second_acceleration").nil?
          changeover = of_shaft("ramps.changeover_speed", :speed)
          @changeover = changeover.positive? ? changeover : Float::INFINITY
          @second_up = of_shaft("ramps.second_acceleration") * @share
          @second_down = of_shaft("ramps.second_deceleration")
        end

        def stop_by(down)
          soft = !straight?
          @ramp.reset(@speed) if soft
          @speed = @ramp.step(0.0, @up, down, dt)
          @rate = @ramp.rate
          begin_softly(@speed) if soft
        end

        def follow(target, up, down)
          before = @speed
          asked = @ramp.step(target, up, down, dt)
          soft = !straight?
          @speed = soft ? softly(asked) : asked
          @rate = soft ? (@speed - before) / dt : @ramp.rate
        end
      end
    end
  end
end

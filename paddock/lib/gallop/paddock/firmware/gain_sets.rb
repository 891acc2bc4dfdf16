# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Which gains the loops of a servo have: the first set, or a second one where the settings switch to it. One goes
      # over into the other in some periods of the position loop, so that the motor feels no bump.
      class GainSets < Part
        STANDING = 1 # of gains.switch
        QUICK = 2
        BLEND = 0.01 # s
        BACK = 0.8 # of the speed of the switch, below which the first set comes back

        # 1/s
        attr_reader :position_gain

        def wake
          @share = 0.0
          @position_gain = 0.0
        end

        def settings_changed
          @rule = raw("gains.switch").to_i
          @first = [figure("speed_loop.gain"), figure("speed_loop.integral_time"), figure("position_loop.gain")]
          @beyond = @rule == QUICK ? drive.of_shaft("gains.switch_speed", :speed) : 0.0
          @standstill = drive.of_shaft("speed.threshold", :speed)
          @second = second_set if @rule.positive?
          @share = 0.0 if @rule.zero?
          apply
        end

        # Each period of the position loop.
        def step
          return if @rule.zero?
          wanted = second? ? 1.0 : 0.0
          return if @share == wanted
          way = Servo::POSITION_DT / BLEND
          @share = (@share + (wanted > @share ? way : -way)).clamp(0.0, 1.0)
          apply
        end

        # Switched off a drive begins with the first.
        def rest
          return if @share == 0.0
          @share = 0.0
          apply
        end

        def figures = raw("gains.switch") ? { "gains.in_force" => -> { @share > 0.5 ? 1 : 0 } } : {}

        private

        def figure(key) = raw(key) ? setting(key).to_f : 0.0

        def second_set =
          [
            figure("speed_loop.second_gain"),
            figure("speed_loop.second_integral_time"),
            figure("position_loop.second_gain")
          ]

        def second?
          return drive.demanded_speed == 0.0 && drive.speed.abs < @standstill if @rule == STANDING
          drive.speed.abs > (@share.positive? ? BACK : 1.0) * @beyond
        end

        def apply
          gain, time, @position_gain =
            @share == 0.0 ? @first : @first.zip(@second).map { |one, other| one + @share * (other - one) }
          drive.tune_speed(gain * drive.shaft.radius**2, time / 1000)
        end
      end
    end
  end
end

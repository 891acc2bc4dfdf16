# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Profile position: a path to the set-point within travel and speed limits, and the position loop along it.
      class Pathing < Occupation
        NEW_SET_POINT = 0x10
        RELATIVE = 0x40
        CATCHING_UP = 1.1 # of the highest speed, for a motor that lags behind a path at that speed

        # rad: where it shall end, where the path is, and how far the motor is behind it; rad/s of the path itself
        attr_reader :goal, :place, :lag, :pace

        def wake
          @path = Control::PositionProfile.new
          @speed = @rate = @pace = @goal = @place = @lag = 0.0
          go_by_settings
          forget_set_points
        end

        def settings_changed
          @ahead = setting("position_loop.speed_feed_forward") / 100
          @cruise = drive.of_shaft("ramps.profile_speed", :speed)
          both = setting("ramps.acceleration") + setting("ramps.deceleration") # a path may go from one into the other
          soften(both, @place)
        end

        def forget_set_points
          @seen = @waits = false
        end

        # The edge is in the words as they come, however quickly one follows the other.
        def word_comes(word, before)
          @waits = true if (word & ~before & NEW_SET_POINT).positive?
          @seen = false if (word & NEW_SET_POINT).zero?
        end

        # Whether the set-point that was given last has been taken over.
        def seen? = @seen

        # A goal with a speed and a rate of its own. @param position [Numeric] counts, or a distance from the last goal
        # @param cruise [Float] rad/s @param rate [Float] rad/s²
        def go(position, relative:, cruise:, rate:)
          position += goal_in_counts if relative
          @goal = within_travel(position, drive.memory.live) * drive.radians
          @own_cruise = cruise
          @own_rate = rate
        end

        # Comes to rest on its way, and goes on later. @param on [Boolean]
        def stand(on) = @stands = on

        # Whether the path has come to its goal.
        def arrived? = @place == @goal && @pace == 0.0

        def begin(speed)
          go_by_settings
          super
          @place = @goal = drive.position
          @path.reset(@place, speed)
          begin_softly(@place)
          @pace = speed
          @lag = 0.0
        end

        def demand
          accept if @waits
          position = drive.position
          # both of this moment; the path goes on to the next before anything else is asked
          @lag = @place - position
          before = @pace
          ramps = drive.ramping
          up = @own_rate ? ramps.held_up(@own_rate) : ramps.up
          down = @own_rate ? ramps.held_down(@own_rate) : ramps.down
          @path.step(@goal, cruise_towards(@goal - position), up, down, dt)
          go_on
          @rate = (@pace - before) / dt
          drive.backlash.step(@pace)
          asked = @ahead * (@pace + drive.backlash.rate) + drive.position_gain * (@place + drive.added_place - position)
          @speed = asked.clamp(-CATCHING_UP * bounds.backward, CATCHING_UP * bounds.top)
        end

        private

        # rad/s, zero while it stands on its way
        def cruise_towards(way)
          return 0.0 if @stands
          wanted = @own_cruise || @cruise
          most = bounds.towards(way)
          wanted < most ? wanted : most
        end

        def go_by_settings
          @own_cruise = @own_rate = nil
          @stands = false
        end

        def goal_in_counts = (@goal / drive.radians).round

        def go_on
          if straight?
            @pace = @path.speed
            return @place = @path.position
          end
          place = softly(@path.position)
          @pace = (place - @place) / dt
          @place = place
        end

        def accept
          @waits = false
          @seen = true
          live = drive.memory.live
          target = live["position.target"]
          target += goal_in_counts if (live["control.word"] & RELATIVE).positive?
          @own_cruise = @own_rate = nil
          @goal = within_travel(target, live) * drive.radians
        end

        # Limits that exclude everything are none.
        def within_travel(target, live)
          low = live["position.limit_low"]
          high = live["position.limit_high"]
          low <= high ? target.clamp(low, high) : target
        end
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Where a servo is told to go: its mode of operation and its state say which occupation has the loops.
      module ServoTargets
        PROFILE_POSITION = 1
        TORQUE_PROFILE = 4

        attr_reader :bounds, :ramping, :pathing, :backlash, :home_point, :homing, :speed, :radians, :pole_pairs

        # rad/s, or rad/s², of a figure in the drive's unit of speed
        def of_target(figure) = shaft.reckoned(:speed, profile.fetch("speed.target").to_si(figure))

        # rad/s that is commanded
        def asked_speed = @target * @target_step
        def brake_opening? = @brake.opening?
        def positioning? = @positioning

        # Whether it is on a path to a place, or stands at its end.
        def follows_path? = @occupation.equal?(@pathing) && @machine.state == :operation_enabled && stop_kind.nil?

        # Whether it may be told to look for its home point.
        def homes? = @homes && machine.state == :operation_enabled

        private

        # What a word says of a set-point is in its edges.
        def command(word)
          [@pathing, @homing].compact.each { |one| one.word_comes(word, memory.live["control.word"]) }
          super
        end

        def wake_parts
          super
          @bounds = SpeedBounds.new(self)
          @ramping = Ramping.new(self)
          @pathing = Pathing.new(self) if profile["position.target"]
          @backlash = Backlash.new(self) if profile["mechanics.backlash"]
          @home_point = HomePoint.new(self)
          @homing = Homing.new(self) if profile["homing.method"]
          @torquing = Torquing.new(self) if profile["torque.target"]
          @stored_moves = StoredMoves.new(self) if profile["moves.position_1"]
          @occupation = @ramping
        end

        def parts =
          [*super, @bounds, @ramping, @pathing, @backlash, @home_point, @homing, @torquing, @stored_moves].compact

        def take_targets
          @target_step =
            shaft.reckoned(:speed, profile.fetch("speed.target").then { |entry| entry.to_si(entry.figure(1)) })
          @positioning = !@pathing.nil? && @effective["control.mode"] == PROFILE_POSITION
          @homes = !@homing.nil? && @effective["control.mode"] == Gallop::Homing::MODE
          @by_torque = !@torquing.nil? && @effective["control.mode"] == TORQUE_PROFILE
        end

        def take_commands
          super
          @torquing.settings_changed if @by_torque
        end

        # The loops begin at the speed that the shaft has.
        def begin_targets
          @pathing&.forget_set_points
          @homing&.leave
          @occupation = @ramping
          occupy(@ramping)
        end

        def release_targets
          @homing&.leave
          @occupation = @ramping
          @ramping.begin(0.0)
          @wanted_speed = @wanted_rate = 0.0
        end

        def by_torque? = @by_torque

        # rad that is added to what the device tells
        def zero = @home_point.zero

        # rad by which the motor stands off for play
        def slack = @backlash ? @backlash.slack : 0.0

        # 4 kHz: what speed is asked for now.
        def demand
          @gain_sets.step
          next_one = due
          occupy(next_one) unless @occupation.equal?(next_one)
          @occupation.demand
          @wanted_speed = @occupation.speed
          @wanted_rate = @occupation.rate
        end

        # Stops and a brake that opens have the loops first.
        def due
          return @ramping if stop_kind || brake_opening?
          return @pathing if @positioning
          return @homing if @homes
          @by_torque ? @torquing : @ramping
        end

        def occupy(other)
          other.begin(@occupation.equal?(other) ? @speed : @occupation.leaves_at)
          @occupation.leave unless @occupation.equal?(other)
          @occupation = other
        end

        # rad
        def following_error = @stage_on && positioning? && stop_kind.nil? ? @pathing.lag : 0.0
        def following_error_counts = (following_error / @radians).round
      end
    end
  end
end

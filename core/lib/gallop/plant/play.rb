# frozen_string_literal: true

module Gallop
  module Plant
    # Two masses with backlash between them, as behind a worn gear: within the play each goes its own way, on either
    # flank they are a TwoMass whose spring is relaxed there (Nordin, Gutman: Controlling mechanical systems with
    # backlash, Automatica 38, 2002). A step in which the flanks meet is split where they do, and they part at the end
    # of the step in which the spring is relaxed, so that no energy comes of it.
    class Play < TwoMass
      TOUCH = 1e-12 # rad by which flanks that have just met overlap

      # @param play [Float] rad between both flanks, as the motor feels it. Others as TwoMass
      def initialize(play:, **masses)
        @half = 0.5 * play
        super(**masses)
      end

      private

      def advance(torque, dt)
        return touching(@half, torque, dt) if @twist > @half
        return touching(-@half, torque, dt) if @twist < -@half
        after = @twist + (@speed - @load_speed) * dt
        return apart(torque, dt) if after.abs <= @half
        meet = after > 0.0 ? @half : -@half
        before = (meet - @twist) / (after - @twist) * dt
        apart(torque, before)
        @twist = meet + (meet > 0.0 ? TOUCH : -TOUCH)
        touching(meet, torque, dt - before)
      end

      def touching(flank, torque, dt)
        @twist -= flank
        swing(torque, dt)
        @twist += flank
      end

      # Each with what acts on it alone.
      def apart(torque, dt)
        speed = @speed
        load_speed = @load_speed
        @speed = alone(speed, torque, @coulomb + @brake_torque, @breakaway + @brake_torque, @inertia, @viscous, dt)
        @load_speed = alone(load_speed, -@gravity, @load_torque, @load_torque, @load_inertia, 0.0, dt)
        way = 0.5 * (speed + @speed) * dt
        @angle += way
        @twist = (@twist + way - 0.5 * (load_speed + @load_speed) * dt).clamp(-@half, @half)
      end

      # @return [Float] rad/s of a mass at the end of the step
      def alone(speed, driving, opposing, breakaway, inertia, viscous, dt)
        return 0.0 if speed == 0.0 && driving.abs <= breakaway
        forward = speed == 0.0 ? driving > 0.0 : speed > 0.0
        after = (speed + (driving - (forward ? opposing : -opposing)) * dt / inertia) / (1.0 + viscous * dt / inertia)
        speed * after < 0.0 && driving.abs <= breakaway ? 0.0 : after
      end

      # A load that nothing pulls rests anywhere within the play.
      def rest_twist
        return (@twist || 0.0).clamp(-@half, @half) if @gravity == 0.0
        super + (@gravity > 0.0 ? @half : -@half)
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Plant
    # One rigid inertia at the motor shaft with breakaway, Coulomb and viscous friction, gravity, a holding brake and
    # an outside torque.
    # Semi-implicit Euler; friction never reverses the motion within a step but brings it to rest.
    class OneMass
      attr_reader :angle, :speed, :inertia, :coupled, :breakaway
      # N·m from outside (hand), positive in the direction of positive speed; N·m with which the holding brake grips
      attr_accessor :outside_torque, :brake_torque

      # @param inertia [Float] kg·m², @param coulomb, breakaway [Float] N·m, @param viscous [Float] N·m·s/rad
      # @param load_torque [Float] N·m that opposes motion, @param gravity [Float] N·m that pulls against the positive
      # direction
      # @param motor_inertia [Float, nil] kg·m² that is left when the load is uncoupled, @param angle [Float] rad at
      # the start
      def initialize(
        inertia:,
        coulomb: 0.0,
        viscous: 0.0,
        breakaway: nil,
        load_torque: 0.0,
        gravity: 0.0,
        motor_inertia: nil,
        angle: 0.0
      )
        @whole_inertia = @inertia = inertia.to_f
        @motor_inertia = (motor_inertia || inertia).to_f
        @whole_gravity = @gravity = gravity.to_f
        @coupled = true
        @brake_torque = 0.0
        @coulomb = coulomb.to_f
        @viscous = viscous.to_f
        @breakaway = (breakaway || coulomb).to_f
        @load_torque = load_torque.to_f
        @angle = angle.to_f
        @speed = 0.0
        @outside_torque = 0.0
      end

      # N·m that opposes motion, like cloth over a roller: it brakes, and never drives.
      attr_reader :load_torque

      def load_torque=(torque)
        @load_torque = torque.to_f.abs
      end

      # Without its load the motor turns its own inertia alone.
      def coupled=(coupled)
        @coupled = coupled
        @inertia = coupled ? @whole_inertia : @motor_inertia
        @gravity = coupled ? @whole_gravity : 0.0
      end

      # @param torque [Float] N·m of the motor on the shaft, held for dt
      # @return [Float] rad/s at the end of the step
      def turn(torque, dt)
        driving = torque + @outside_torque - @gravity
        before = @speed
        opposing = @brake_torque + (@coupled ? @load_torque : 0.0)
        if before == 0.0
          start(driving, opposing, dt)
        else
          friction = before > 0.0 ? @coulomb + opposing : -@coulomb - opposing
          # viscous drag is taken implicitly: stable at any step
          share = dt / @inertia
          after = (before + (driving - friction) * share) / (1.0 + @viscous * share)
          @speed = before * after <= 0.0 && driving.abs <= @breakaway + opposing ? 0.0 : after
        end
        after = @speed
        @angle += 0.5 * (before + after) * dt
        after
      end

      def at_rest? = @speed.zero?

      # rad of the load, as the motor feels it
      def load_angle = @angle

      # A hand turns the shaft to where it wants it.
      def place(angle, speed)
        @angle = angle
        @speed = speed
      end

      private

      def start(driving, opposing, dt)
        return if driving.abs <= @breakaway + opposing
        friction = driving > 0.0 ? @coulomb + opposing : -@coulomb - opposing
        @speed = (driving - friction) * dt / @inertia
      end
    end
  end
end

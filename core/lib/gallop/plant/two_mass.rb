# frozen_string_literal: true

module Gallop
  module Plant
    # Motor and load joined by an elastic belt, shaft or coupling: a OneMass of the motor with all friction and the
    # brake, and a load that swings behind it.
    #
    #   T_s = k (φ_m − φ_l) + d (ω_m − ω_l),   J_l dω_l/dt = T_s − T_gravity − T_load
    #
    # Anti-resonance √(k/J_l), resonance √(k (1/J_m + 1/J_l)). What one sees of it is the motor side.
    class TwoMass < OneMass
      STILL = 1e-4 # rad/s and rad of twist, as seen at the motor, below which the load has come to rest

      attr_reader :load_speed, :twist

      # @param load_inertia [Float] kg·m² @param stiffness [Float] N·m/rad @param damping [Float] N·m·s/rad; all as
      # the motor feels them
      # @param inertia [Float] kg·m² of the motor's side. Others as OneMass
      def initialize(load_inertia:, stiffness:, damping: 0.0, **motor_side)
        super(**motor_side, motor_inertia: motor_side[:inertia])
        @load_inertia = load_inertia.to_f
        @stiffness = stiffness.to_f
        @damping = damping.to_f
        @load_speed = 0.0
        @twist = rest_twist
        @shaft_torque = 0.0
      end

      # The motor's side alone.
      alias turn_motor_side turn
      private :turn_motor_side

      def turn(torque, dt)
        return super unless coupled
        motor_before = @speed
        @shaft_torque = @stiffness * @twist + @damping * (motor_before - @load_speed)
        turn_motor(torque - @shaft_torque, dt)
        turn_load(dt)
        @twist += (0.5 * (motor_before + @speed) - @load_speed) * dt
        settle if @speed == 0.0
        @speed
      end

      def at_rest? = @speed.zero? && (!coupled || @load_speed.zero?)

      def place(angle, speed)
        super
        @load_speed = speed
        @twist = rest_twist
      end

      def coupled=(coupled)
        super
        @inertia = @motor_inertia
        @load_speed = 0.0
        @twist = rest_twist
      end

      private

      # Gravity and load act on the load, everything else on the motor.
      def turn_motor(torque, dt)
        load = @load_torque
        gravity = @gravity
        @load_torque = @gravity = 0.0
        turn_motor_side(torque, dt)
        @load_torque = load
        @gravity = gravity
      end

      def turn_load(dt)
        driving = @shaft_torque - @gravity
        before = @load_speed
        still = before == 0.0
        return @load_speed = 0.0 if still && driving.abs <= @load_torque
        friction = (still ? driving : before) > 0.0 ? @load_torque : -@load_torque
        after = before + (driving - friction) * dt / @load_inertia
        @load_speed = !still && after * before <= 0.0 && driving.abs <= @load_torque ? 0.0 : after
      end

      # The last swings of a load behind a standing motor die away without end; below STILL they are over.
      def settle
        return unless @load_speed.abs < STILL && (@twist - rest_twist).abs < STILL
        @load_speed = 0.0
        @twist = rest_twist if @load_torque.zero?
      end

      def rest_twist = @stiffness ? @gravity / @stiffness : 0.0
    end
  end
end

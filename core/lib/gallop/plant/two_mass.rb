# frozen_string_literal: true

module Gallop
  module Plant
    # Motor and load joined by an elastic belt, shaft or coupling: a OneMass of the motor with its friction and the
    # brake, and a load that swings behind it.
    #
    #   T_s = k (φ_m − φ_l) + d (ω_m − ω_l),   J_l dω_l/dt = T_s − T_gravity − T_load
    #
    # Anti-resonance √(k/J_l), resonance √(k (1/J_m + 1/J_l)). What one sees of it is the motor side. For torques that
    # are
    # held over a step, the swing of the two against each other and the way of both together are advanced exactly; a
    # step that is long against the swing is taken in parts, as dry friction changes its sign with it.
    class TwoMass < OneMass
      STILL = 1e-4 # rad/s and rad of twist, as seen at the motor, below which the load has come to rest
      FEWEST = 8 # steps in a swing

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
        @longest = TWO_PI * Math.sqrt(reduced(@inertia, @load_inertia) / @stiffness) / FEWEST
      end

      def turn(torque, dt)
        return super unless coupled
        parts = dt > @longest ? (dt / @longest).ceil : 1
        if parts == 1
          advance(torque + @outside_torque, dt)
        else
          parts.times { advance(torque + @outside_torque, dt / parts) }
        end
        settle if @speed == 0.0
        @speed
      end

      def at_rest? = @speed.zero? && (!coupled || @load_speed.zero?)

      def load_angle = @coupled ? @angle - @twist : @angle

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

      # How the swing goes on over a step: [twist, relative speed] of the end from those of the beginning, seen from
      # the twist that the outer torques would hold.
      Swing =
        Struct.new(:a, :b, :c, :d, :inertia) do
          # @param rate [Float] s⁻¹ of decay, @param square [Float] s⁻² of the undamped swing
          def self.of(stiffness, damping, inertia, dt)
            rate = 0.5 * damping / inertia
            square = stiffness / inertia
            even, odd = shapes(rate, square - rate * rate, dt)
            new(even + rate * odd, odd, -square * odd, even - rate * odd, inertia)
          end

          # e^(−σt) cos ωt and e^(−σt) sin ωt/ω; where it is damped too much to swing, their hyperbolic kin.
          def self.shapes(rate, turning, dt)
            frequency = Math.sqrt(turning.abs)
            return decay = Math.exp(-rate * dt), decay * dt if frequency * dt < 1e-6
            if turning.positive?
              decay = Math.exp(-rate * dt)
              return decay * Math.cos(frequency * dt), decay * Math.sin(frequency * dt) / frequency
            end
            slow = Math.exp((frequency - rate) * dt)
            fast = Math.exp(-(frequency + rate) * dt)
            [0.5 * (slow + fast), 0.5 * (slow - fast) / frequency]
          end
        end
      private_constant :Swing

      def reduced(one, other) = one * other / (one + other)

      def prepare(dt)
        @dt = dt
        @free = Swing.of(@stiffness, @damping, reduced(@inertia, @load_inertia), dt)
        @motor_alone = Swing.of(@stiffness, @damping, @inertia, dt)
        @load_alone = Swing.of(@stiffness, @damping, @load_inertia, dt)
        @a, @b, @c, @d = @free.to_a
        @hold_motor = @free.inertia / (@inertia * @stiffness)
        @hold_load = @free.inertia / (@load_inertia * @stiffness)
        @a_torque = dt / (@inertia + @load_inertia)
        @load_share = @load_inertia / (@inertia + @load_inertia)
      end

      def advance(torque, dt) = swing(torque, dt)

      def swing(torque, dt)
        prepare(dt) unless dt == @dt
        return swing_from_rest(torque, dt) if @speed == 0.0 || @load_speed == 0.0
        opposing = @coulomb + @brake_torque
        motor = torque - (@speed > 0.0 ? opposing : -opposing) - @viscous * @speed
        both(motor, -@gravity - (@load_speed > 0.0 ? @load_torque : -@load_torque), dt, torque)
      end

      def swing_from_rest(torque, dt)
        shaft = @stiffness * @twist + @damping * (@speed - @load_speed)
        motor = on_motor(torque, shaft)
        load = on_load(shaft)
        return both(motor, load, dt, torque) if motor && load
        return one(@motor_alone, @speed, motor / @inertia, torque) if motor
        one(@load_alone, -@load_speed, -load / @load_inertia, torque) if load
      end

      # N·m on the motor's side but for the shaft; nil where friction and brake hold it.
      def on_motor(torque, shaft)
        opposing = @coulomb + @brake_torque
        return torque - (@speed > 0.0 ? opposing : -opposing) - @viscous * @speed unless @speed == 0.0
        driving = torque - shaft
        return if driving.abs <= @breakaway + @brake_torque
        torque - (driving > 0.0 ? opposing : -opposing)
      end

      # N·m on the load but for the shaft; nil where its friction holds it.
      def on_load(shaft)
        return -@gravity - (@load_speed > 0.0 ? @load_torque : -@load_torque) unless @load_speed == 0.0
        driving = shaft - @gravity
        return if driving.abs <= @load_torque
        -@gravity - (driving > 0.0 ? @load_torque : -@load_torque)
      end

      def both(motor, load, dt, torque)
        speed = @speed
        load_speed = @load_speed
        before = @twist
        share = @load_share
        held = motor * @hold_motor - load * @hold_load
        x = before - held
        w = speed - load_speed
        @twist = twist = held + @a * x + @b * w
        relative = @c * x + @d * w
        mean = speed - w * share
        after = mean + (motor + load) * @a_torque
        @angle += 0.5 * (mean + after) * dt + (twist - before) * share
        motor_after = after + relative * share
        load_after = motor_after - relative
        return reach(motor_after, load_after, torque) unless motor_after * speed > 0.0 && load_after * load_speed > 0.0
        @load_speed = load_after
        @speed = motor_after
      end

      # One of them moves, the other stands.
      def one(swing, speed, acceleration, torque)
        held = acceleration * swing.inertia / @stiffness
        x = @twist - held
        twist = held + swing.a * x + swing.b * speed
        relative = swing.c * x + swing.d * speed
        if swing.equal?(@motor_alone)
          @angle += twist - @twist
          @twist = twist
          reach(relative, 0.0, torque)
        else
          @twist = twist
          reach(0.0, -relative, torque)
        end
      end

      # Friction brings to rest what comes through zero and is not driven on.
      def reach(motor, load, torque)
        shaft = @stiffness * @twist + @damping * (motor - load)
        stops = @speed != 0.0 && motor * @speed <= 0.0 && (torque - shaft).abs <= @breakaway + @brake_torque
        rests = @load_speed != 0.0 && load * @load_speed <= 0.0 && (shaft - @gravity).abs <= @load_torque
        @speed = stops ? 0.0 : motor
        @load_speed = rests ? 0.0 : load
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

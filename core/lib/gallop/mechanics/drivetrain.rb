# frozen_string_literal: true

module Gallop
  module Mechanics
    # A load over gear and mechanism, as the motor feels it. With the ratio i (motor turns an output turn), the travel r
    # an output radian (1 where the load turns) and the efficiency η of gear and mechanism,
    #
    #   ω = v i/r,   τ = F r/i + J_load/i² α
    #   T = (J_rotor + J_motor side) α + τ/η   while the motor drives the load, τ η while the load drives the motor
    #
    # (e.g. Gross, Hamann, Wiegärtner: Electrical Feed Drives in Automation, ch. 3). The efficiency belongs to torque
    # and energy; inertia has none. SI throughout, forces and speeds of the load (N·m and rad/s where it turns).
    #
    #   train = Gallop::Mechanics::Drivetrain.new(ratio: 5r, radius: 0.0127, load_inertia: 0.00486, efficiency: 0.9)
    #   train.reflected_inertia   # => 0.0001944 kg·m²
    Drivetrain =
      Record.define(
        :ratio,
        :radius,
        load_inertia: nil,
        motor_side_inertia: 0.0,
        rotor_inertia: nil,
        efficiency: 1.0,
        gravity: 0.0,
        friction: 0.0,
        process: 0.0,
        speed: nil,
        acceleration: nil,
        share: 1.0
      ) do
        # @return [Float, nil] kg·m² at the motor: of load and output, and with all but the rotor, and with it
        def reflected_inertia = load_inertia && load_inertia / ratio**2
        def inertia_without_rotor = reflected_inertia && reflected_inertia + motor_side_inertia
        def inertia = inertia_without_rotor && inertia_without_rotor + rotor_inertia.to_f

        # kg·m² that an acceleration has to overcome, gear losses included. @return [Float, nil]
        def driven_inertia =
          reflected_inertia && reflected_inertia / efficiency + motor_side_inertia + rotor_inertia.to_f

        # Of the motor, for what is asked of the load. @return [Float, nil] rad/s, rad/s²
        def motor_speed = speed && speed / radius * ratio
        def motor_acceleration = acceleration && acceleration / radius * ratio

        # At the motor, of a force or torque at the load: without losses, while it is driven, while it drives.
        # @return [Float] N·m
        def lossless(at_load) = at_load * radius / ratio
        def driven(at_load) = lossless(at_load) / efficiency
        def driving(at_load) = lossless(at_load) * efficiency

        # Of the motor, while it turns in the positive direction. @param rate [Float] rad/s² of the motor
        # @param at_load [Float] that opposes, negative where it helps @return [Float, nil] N·m
        def torque(rate, at_load)
          return if reflected_inertia.nil?
          (motor_side_inertia + rotor_inertia.to_f) * rate + over_gear(reflected_inertia * rate + lossless(at_load))
        end

        # At a constant speed, in the way that takes more. @return [Float] N·m
        def steady_torque = held.map { |at_load| over_gear(lossless(friction + at_load)).abs }.max

        # What gear and mechanism hand on, of the output shaft. @return [Float, nil] N·m
        def largest_output_torque
          starts.map { |rate, at_load| (reflected_inertia * rate + lossless(friction + at_load)).abs * ratio }.max
        end

        # The largest of starting and braking, there and back, with the force of the process and without it.
        # @return [Float, nil] N·m
        def largest_torque = starts.map { |rate, at_load| torque(rate, friction + at_load).abs }.max

        # @param motor_speed [Float] rad/s of the motor, on the quickest load of this machine
        # @return [Float, nil] J that is in motor and load
        def energy(motor_speed) = inertia && 0.5 * inertia * (motor_speed * share)**2

        private

        # What opposes besides friction, there and back, with the process and without it.
        def held = [gravity + process, gravity, -gravity - process, -gravity]

        # @return [Array<Array(Float, Float)>] rate of the motor, and what opposes besides friction
        def starts
          return [] if motor_acceleration.nil? || reflected_inertia.nil?
          [motor_acceleration, -motor_acceleration].product(held)
        end

        def over_gear(load) = load.positive? ? load / efficiency : load * efficiency
      end
  end
end

# frozen_string_literal: true

module Gallop
  module Mechanics
    # Gear and mechanism between motor and load, what the load weighs and what is asked of it. Angles and torques are
    # reflected to the motor's shaft, as Drivetrain has it; a mass m on the travel r an output radian is J = m r².
    class Train < FactStage
      include TrainFigures
      include TrainRules
      include TrainProposals
      include Winder

      MECHANISMS = {
        "direct" => "Nothing: the load sits on the shaft",
        "screw" => "Screw",
        "belt" => "Belt and pulley",
        "rack" => "Rack and pinion",
        "table" => "Rotary table",
        "roller" => "Roller",
        "winder" => "Winder",
        "wheel" => "Wheel",
        "measured" => "Not known: travel measured"
      }.freeze
      LINEAR = %w[screw belt rack roller wheel measured].freeze
      UNITS = {
        "nm" => Rational(1, 1_000_000_000),
        "µm" => Rational(1, 1_000_000),
        "cm" => Rational(1, 100),
        "in" => Rational(254, 10_000),
        "0.01 mm" => Rational(1, 100_000),
        "0.1 mm" => Rational(1, 10_000),
        "mm" => Rational(1, 1000),
        "mil" => Rational(254, 10_000_000),
        "0.001°" => Rational(1, 360_000),
        "0.01°" => Rational(1, 36_000),
        "°" => Rational(1, 360),
        "turn" => Rational(1)
      }.freeze

      STEEL = "7850" # kg/m³
      FORM =
        Facts::Form.load(
          "mechanics/train",
          choices: {
            "mechanism" => MECHANISMS,
            "unit" => UNITS.to_h { |unit, _| [unit, unit] }
          }
        )
      PLAIN = %w[direct table].freeze # of which no dimension is asked
      # To check an entered mechanism by.
      CHECKED = FORM[:measured].map { |field| field.with(required: false, group: "Measured") }.freeze

      CONSEQUENCES = %i[
        measured_travel
        travel_a_turn
        roll_inertia
        winder_speeds
        winder_torques
        cylinder_inertia
        inertia_at_motor
        inertia_ratio
        resonance
        anti_resonance
        load_law_says
        motor_speed
        gravity_torque
        friction_at_motor
        acceleration_torque
        peak_torque
        rms_torque
        unit_factor
      ].freeze
      RULES = %i[
        half_a_gear
        half_a_measurement
        travel_differs
        roll_turned
        resonance_low
        gearbox_too_fast
        motor_too_fast
        torque_beyond_motor
        rms_beyond_motor
        steady_beyond_motor
        gearbox_overloaded
        wheel_slips
        screw_whirls
        inertia_ratio_large
        load_falls
        slope_without_mass
        unit_does_not_fit
        unit_not_exact
      ].freeze
      PROPOSALS = %i[propose_load_law propose_inertia propose_gear propose_feed propose_friction propose_gravity].freeze

      # The mechanism decides what else is asked for.
      def self.fields(typed)
        mechanism = (typed["mechanism"] || typed[:mechanism]).to_s
        return FORM[:mechanism] unless MECHANISMS.key?(mechanism)
        parts = [:mechanism, *([mechanism] - PLAIN), :gear, *load_parts(mechanism), :duty]
        fields = parts.flat_map { |part| FORM[part] }
        LINEAR.include?(mechanism) && mechanism != "measured" ? fields + CHECKED : fields
      end

      def self.load_parts(mechanism)
        return %i[winder_load turning_parts stiffness_of_shaft winder_motion] if mechanism == "winder"
        return %i[linear_load turning_parts stiffness_of_path linear_motion] if LINEAR.include?(mechanism)
        %i[rotary_load turning_parts stiffness_of_shaft rotary_motion]
      end
      private_class_method :load_parts

      # What other stages rest on. A machine with a roll that grows has more than one load.
      # @return [Array<Drivetrain>]
      def drivetrains = @drivetrains ||= radius ? loads.map { |load| Drivetrain.new(**path, **load) } : []

      # Inertia of all that moves, gravity at the motor while it drives and as it is held, and whether it wins against
      # friction. @return [Float, nil] kg·m², N·m
      def inertia_of_all = whole_inertia
      def torque_of_gravity = gravity
      def holding_torque = drivetrain&.lossless(drivetrain.gravity)
      def load_comes_down? = !gravity.nil? && gravity.abs > friction.to_f && gravity.abs.positive?

      # Of the load in one turn of the motor; nil where the load turns. @return [Float, nil] m
      def travel_of_motor_turn = linear? && travel ? (travel / gear).to_f : nil

      # @return [Float, nil] turns of the motor in the longest move
      def stroke_in_motor_turns = given("stroke") && radius ? given("stroke") / radius * gear / (2 * Math::PI) : nil

      # Motor turns for a metre of the load, or for a radian where it turns. @return [Float, nil]
      def motor_turns_a_unit = radius && gear / (radius * 2 * Math::PI)
      # Motor turns an output turn. @return [Rational]
      def gear_ratio = gear
      # Whether the load goes along a line; nil as long as nobody says.
      def along_a_line? = mechanism && linear?

      # The cycle as the motor feels it: mean speed and RMS torque. @return [Array(Float, Float), nil] rad/s, N·m
      def cycle = duty&.fetch(:torque) && [stroke_in_motor_turns * 2 * Math::PI / given("cycle_time"), duty[:torque]]

      # Of the motor, for the speed that is asked of the load. @return [Float, nil] rad/s, rad/s², N·m
      def demanded_speed = top_speed&.to_f
      def demanded_acceleration = angular_acceleration&.to_f
      def demanded_torque = largest_torque
      def steady_torque = drivetrains.map(&:steady_torque).max
      def permitted_speed = given("gear_speed")
      def torque_of_friction = friction
      # @return [Float, nil] m, rad where the load turns
      def stroke_of_load = given("stroke")
      def goes_and_returns? = %w[screw rack belt].include?(mechanism)

      private

      def fields(typed) = self.class.fields(typed)
    end
  end
end

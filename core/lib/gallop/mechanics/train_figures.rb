# frozen_string_literal: true

module Gallop
  module Mechanics
    # What follows from gear, mechanism and load, at the motor's shaft.
    module TrainFigures
      PI = Rational("3.14159265358979323846264338327950288") # further than any whole numbers of a drive reach

      private

      def mechanism = sheet["mechanism"]
      def linear? = Train::LINEAR.include?(mechanism)

      # Motor turns an output turn, exact. @return [Rational]
      def gear =
        @gear ||=
          Rational(sheet["gear_motor"] || 1, sheet["gear_output"] || 1) *
            Rational(sheet["gear_2_motor"] || 1, sheet["gear_2_output"] || 1)
      def efficiency = given("gear_efficiency") || 1.0

      # Travel of the load in one turn of the output shaft, in metres; a turn of a rotary load is a turn.
      # @return [Rational, nil]
      def travel = @travel ||= travel_of_mechanism

      def travel_of_mechanism
        case mechanism
        when "screw"
          exact("lead")
        when "belt", "rack"
          exact("pitch") && sheet["teeth"] && exact("pitch") * sheet["teeth"]
        when "roller", "wheel"
          exact("diameter") && exact("diameter") * PI
        when "measured"
          measured_travel_a_turn
        when "direct", "table", "winder"
          1r
        end
      end

      # @return [Rational, nil] m of travel in one output turn, by the tape
      def measured_travel_a_turn =
        exact("measured_travel") && sheet["measured_turns"] && exact("measured_travel") / sheet.exact("measured_turns")

      # Metres an output radian; 1 for a rotary load.
      def radius = @radius ||= travel && (linear? ? travel.to_f / (2 * Math::PI) : 1.0)
      def motor = machine&.stage("motor")
      def rotor_inertia = motor&.known("rotor_inertia")

      def moved_mass = given("load_mass") && given("load_mass") + (given("counterweight") || 0.0)

      # Of the load and what turns with the output, at the output shaft.
      def output_side_inertia
        return if radius.nil?
        load = linear? ? moved_mass && moved_mass * radius**2 : given("load_inertia")
        load && load + turning_parts
      end

      # Besides the load.
      def turning_parts = (given("output_inertia") || 0.0) + cylinder.to_f

      # J = π/32 ρ L D⁴ of a solid cylinder
      def cylinder
        given_all("cylinder_diameter", "cylinder_length") do |diameter, length|
          Math::PI / 32 * (sheet["cylinder_material"] || Train::STEEL).to_f * length * diameter**4
        end
      end

      # Load and elasticity as the motor feels them: k r²/i², J/i². @return [Array(Float, Float), nil] N·m/rad, kg·m²
      def elastic
        reflected = drivetrain&.reflected_inertia
        return unless given("stiffness") && reflected&.positive?
        [given("stiffness") * radius**2 / gear**2, reflected]
      end

      def motor_side = (rotor_inertia || 0.0) + (given("motor_side_inertia") || 0.0)

      # √(k/J_l) and √(k (1/J_m + 1/J_l)), in Hz
      def anti_resonance_frequency = elastic && Math.sqrt(elastic[0] / elastic[1]) / (2 * Math::PI)
      def resonance_frequency =
        elastic && rotor_inertia && Math.sqrt(elastic[0] * (1 / motor_side + 1 / elastic[1])) / (2 * Math::PI)

      # The load as it is heaviest; a roll that grows is more than one load.
      def drivetrain = drivetrains.max_by { |train| train.inertia.to_f }
      def quickest = drivetrains.max_by(&:share)

      # What is the same for every load.
      def path
        {
          ratio: gear,
          radius: radius,
          efficiency: efficiency,
          motor_side_inertia: given("motor_side_inertia") || 0.0,
          rotor_inertia: rotor_inertia,
          gravity: gravity_force,
          friction: given(linear? ? "friction_force" : "friction_torque") || 0.0
        }
      end

      # @return [Array<Hash>] what each of them is, in the words of Drivetrain
      def loads
        [
          {
            load_inertia: output_side_inertia,
            process: given(linear? ? "process_force" : "process_torque") || 0.0,
            speed: given("speed"),
            acceleration: given("acceleration")
          }
        ]
      end

      # At the motor, without its rotor.
      def load_inertia = drivetrain&.inertia_without_rotor
      def whole_inertia = drivetrain&.inertia

      # Gravity along the path, N; positive pulls against the positive direction.
      def gravity_force
        return 0.0 unless linear? && given("load_mass")
        (given("load_mass") - (given("counterweight") || 0.0)) * Mechanics::GRAVITY * Math.sin(given("slope") || 0.0)
      end

      # At the motor, while it drives them.
      def gravity = drivetrain&.driven(drivetrain.gravity)
      def friction = drivetrain&.driven(drivetrain.friction)

      # rad/s and rad/s² at the motor for what is asked of the load
      def top_speed = quickest&.motor_speed
      def angular_acceleration = quickest&.motor_acceleration

      def dynamic_torque
        drivetrains
          .filter_map do |train|
            train.motor_acceleration && train.driven_inertia && train.motor_acceleration * train.driven_inertia
          end
          .max
      end

      def largest_torque = drivetrains.filter_map(&:largest_torque).max

      # One move there: accelerate, cruise, brake, rest. Mean square over the cycle.
      # @return [Hash, nil] torque: [Float], busy: [Float] s
      def duty
        return unless top_speed && angular_acceleration && whole_inertia && given("stroke") && given("cycle_time")
        ramp, cruise = phases
        busy = 2 * ramp + cruise
        return { busy: busy, torque: nil } if busy > given("cycle_time")
        opposing = drivetrain.friction + drivetrain.gravity + drivetrain.process
        up, along, down =
          [angular_acceleration, 0.0, -angular_acceleration].map { |rate| drivetrain.torque(rate, opposing)**2 }
        squares = up * ramp + along * cruise + down * ramp + gravity**2 * (given("cycle_time") - busy)
        { busy: busy, torque: Math.sqrt(squares / given("cycle_time")) }
      end

      # @return [Array(Float, Float)] time of one ramp and of cruising; a short stroke never reaches the speed
      def phases
        distance = given("stroke") / radius * gear
        full = top_speed / angular_acceleration
        return Math.sqrt(distance / angular_acceleration), 0.0 if distance < top_speed * full
        [full, distance / top_speed - full]
      end

      # User units in one output turn, exact. @return [Rational, nil]
      def units_a_turn
        unit = Train::UNITS[sheet["unit"]] or return
        travel && unit_fits? ? travel / unit : nil
      end

      def unit_fits? = sheet["unit"].nil? || linear? != sheet["unit"].match?(/°|turn/)

      def feed = @feed ||= units_a_turn && WholeRatio.nearest(units_a_turn, most: 0x7FFFFFFF)

      def measured_travel
        measured_travel_a_turn &&
          consequence(
            "measured_travel",
            "Travel in one output turn, measured",
            measured_travel_a_turn.to_f * 1e3,
            "mm",
            nil,
            "#{measured_travel_a_turn.numerator} to #{measured_travel_a_turn.denominator} m, as it was typed. A " \
              "millimetre misread makes " \
              "#{Kernel.format("%.2g", 0.1 / (measured_travel_a_turn.to_f * sheet["measured_turns"]))} %."
          )
      end

      def cylinder_inertia =
        cylinder &&
          consequence(
            "cylinder_inertia",
            "Inertia of the cylinder",
            cylinder * 1e4,
            "kg·cm²",
            nil,
            "π/32 · density · length · diameter⁴."
          )
      def resonance =
        resonance_frequency &&
          consequence(
            "resonance",
            "Resonance of motor and load",
            resonance_frequency,
            "Hz",
            1,
            "Where the two swing against each other; a notch belongs there, or the loops stay below."
          )
      def anti_resonance =
        anti_resonance_frequency &&
          consequence(
            "anti_resonance",
            "Anti-resonance",
            anti_resonance_frequency,
            "Hz",
            1,
            "Where the load swings and the motor stands still."
          )

      def load_law_says
        case sheet.asks?("load_law") && sheet["load_law"]
        when "constant"
          statement(
            "load_law_says",
            "At half speed",
            "the whole torque, half the power",
            "Full torque from standstill: boost and current must be there at the lowest speed, and the fan of the " \
              "motor is slow then."
          )
        when "linear"
          statement(
            "load_law_says",
            "At half speed",
            "half the torque, a quarter of the power",
            "Little boost is needed."
          )
        when "quadratic"
          statement(
            "load_law_says",
            "At half speed",
            "a quarter of the torque, an eighth of the power",
            "No boost is needed and the voltage may be lowered at part load; a little more than rated speed " \
              "overloads the motor."
          )
        end
      end

      def travel_a_turn
        return if travel.nil? || !linear?
        consequence(
          "travel_a_turn",
          "Travel in one turn of the motor",
          (travel / gear).to_f * 1e3,
          "mm",
          nil,
          "#{show(travel.to_f * 1e3, "mm")} in one turn of the output."
        )
      end

      def inertia_at_motor
        load_inertia &&
          consequence(
            "inertia_at_motor",
            "Load inertia at the motor",
            *told(:inertia, load_inertia),
            "Without the rotor; over a gear of #{show(gear.to_f, nil)}."
          )
      end

      def inertia_ratio
        return unless load_inertia && rotor_inertia
        consequence(
          "inertia_ratio",
          shaft.slides? ? "Load to moving part" : "Load to rotor inertia",
          load_inertia / rotor_inertia,
          "",
          1,
          "How much heavier the load is than the motor itself."
        )
      end

      def motor_speed
        top_speed && consequence("motor_speed", "Motor speed for it", *told(:speed, top_speed)) unless shaft.slides?
      end

      def gravity_torque
        return if gravity.nil? || gravity.zero?
        consequence(
          "gravity_torque",
          "#{shaft.word(:torque).capitalize} that holds the load",
          *told(:torque, gravity),
          "#{show(gravity_force, "N", 0)} along the path; the motor gives it at standstill too, unless a brake does."
        )
      end

      def friction_at_motor
        return if friction.nil? || friction.zero?
        consequence("friction_at_motor", "Friction at the motor", *told(:torque, friction))
      end

      def acceleration_torque
        dynamic_torque &&
          consequence(
            "acceleration_torque",
            "#{shaft.word(:torque).capitalize} for the acceleration",
            *told(:torque, dynamic_torque),
            rotor_inertia ? nil : "Without the #{shaft.word(:rotor)}: the motor's #{shaft.word(:inertia)} is not given."
          )
      end

      def peak_torque
        largest_torque &&
          consequence(
            "peak_torque",
            "Largest #{shaft.word(:torque)}",
            *told(:torque, largest_torque),
            "Acceleration, friction, gravity and process together."
          )
      end

      def rms_torque
        return unless duty&.fetch(:torque)
        consequence(
          "rms_torque",
          "RMS #{shaft.word(:torque)} of the cycle",
          *told(:torque, duty[:torque]),
          "Motion takes #{show(duty[:busy], "s")} of #{show(given("cycle_time"), "s")}."
        )
      end

      # What the feed constant refers to.
      def feed_turn = "one output turn"
      def feed_turns = "output turns"

      def unit_factor
        return if feed.nil?
        consequence(
          "unit_factor",
          "User units in #{feed_turn}",
          feed.value.to_f,
          "",
          feed.denominator == 1 ? 0 : 6,
          (
            if feed.exact?
              "#{feed.numerator} to #{feed.denominator}, exact."
            else
              "#{feed.numerator} to #{feed.denominator}; relative error #{Kernel.format("%.1e", feed.error.to_f)}."
            end
          )
        )
      end
    end
  end
end

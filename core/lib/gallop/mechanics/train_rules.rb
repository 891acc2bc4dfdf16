# frozen_string_literal: true

module Gallop
  module Mechanics
    # What cannot be, or does not fit, between motor and load.
    module TrainRules
      HEAVY = 10 # load to rotor inertia above which stiffness limits the loops
      TOO_HEAVY = 50
      ADHESION = 0.4 # of the weight, rubber or polyurethane on a dry floor
      VISIBLE = 1e-6 # m of error over the stroke
      UNSEEN = 1e-9

      private

      def half_a_gear
        given =
          [%w[gear_motor gear_output], %w[gear_2_motor gear_2_output]].map { |pair| pair.select { |key| sheet[key] } }
            .find(&:one?)
        return if given.nil?
        blocker(
          "half_a_gear",
          "Only one number of the gear is given",
          because: "A ratio needs both; one alone would silently be taken as to 1.",
          so: "Give both, 1 where it is 1.",
          facts: given
        )
      end

      def half_a_measurement
        given = %w[measured_turns measured_travel].select { |key| sheet.asks?(key) && sheet[key] }
        return if mechanism == "measured" || !given.one?
        note(
          "half_a_measurement",
          "A measurement needs the turns and the travel",
          because: "One alone says nothing.",
          so: "Give both, or take both away.",
          facts: given
        )
      end

      def travel_differs
        return if mechanism == "measured" || measured_travel_a_turn.nil? || travel.nil?
        gap = (measured_travel_a_turn / travel - 1).to_f
        return if gap.abs <= 0.005
        finding(
          gap.abs > 0.02 ? :blocker : :caution,
          "travel_differs",
          "#{show(measured_travel_a_turn.to_f * 1e3, "mm")} a turn were measured; #{show(travel.to_f * 1e3, "mm")} " \
            "follow from what is given",
          because: "Every position would be off by #{show(gap.abs * 100, "%", 1)}.#{UsualMistake.of(gap + 1)}",
          so: "Correct lead, teeth or diameter, or the gear; or choose the measured travel as mechanism.",
          facts: %w[measured_travel measured_turns]
        )
      end

      def roll_turned
        unless mechanism == "winder" && given("core_diameter") && given("full_diameter") &&
                 given("core_diameter") >= given("full_diameter")
          return
        end
        blocker(
          "roll_turned",
          "The core is not smaller than the full roll",
          because: "#{show(given("core_diameter") * 1e3, "mm")} against #{show(given("full_diameter") * 1e3, "mm")}.",
          so: "Exchange the two.",
          facts: %w[core_diameter full_diameter]
        )
      end

      SOFT = 40.0 # Hz of resonance below which position control is slow

      def resonance_low
        return unless resonance_frequency && resonance_frequency < SOFT
        note(
          "resonance_low",
          "Motor and load swing against each other at #{show(resonance_frequency, "Hz", 1)}",
          because: "The speed loop has to stay well below, and settling takes some periods of it.",
          so: "A stiffer belt or coupling; a ratio brings load and motor closer together.",
          facts: %w[stiffness]
        )
      end

      def gearbox_too_fast
        limit = given("gear_speed")
        return unless limit && top_speed && top_speed > limit
        blocker(
          "gearbox_too_fast",
          "#{speed_text(top_speed)} at the gearbox; it permits #{speed_text(limit)}",
          because: "At the speed that is asked for the gearbox overheats and loses its seals.",
          so: "At most #{speed_at(limit)} at the load, or another ratio.",
          facts: %w[speed gear_speed gear_motor]
        )
      end

      def motor_too_fast
        limit = motor&.given("top_speed")
        return unless limit && top_speed && top_speed > limit
        caution(
          "motor_too_fast",
          "#{speed_text(top_speed)} at the motor; #{speed_text(limit)} is its top speed",
          because: "The speed that is asked for is never reached.",
          so: "At most #{speed_at(limit)} at the load, or a smaller ratio.",
          facts: %w[speed gear_motor]
        )
      end

      def torque_beyond_motor
        limit = profile.servo? ? motor&.usable_torque : nil
        return unless limit && largest_torque && largest_torque > limit
        caution(
          "torque_beyond_motor",
          "#{torque_text(largest_torque)} at the peak; motor and drive give #{torque_text(limit)}",
          because: "The acceleration is not reached, and a position loop falls behind.",
          so: "Lower the acceleration, or take a larger ratio.",
          facts: ["acceleration", load_fact]
        )
      end

      def rms_beyond_motor
        return unless duty && motor&.continuous_torque(0.0)
        return too_short_a_cycle if duty[:torque].nil?
        limit = motor.continuous_torque(cycle.first)
        return if duty[:torque] <= limit
        caution(
          "rms_beyond_motor",
          "The cycle asks for #{torque_text(duty[:torque])} RMS; the motor gives #{torque_text(limit)} for ever",
          because: "The winding passes its temperature after some cycles.",
          so: "A longer cycle, a lower acceleration, or a larger motor.",
          facts: %w[cycle_time acceleration]
        )
      end

      # Where no cycle says how long it lasts, a speed that is held may be held for ever.
      def steady_beyond_motor
        return if duty || steady_torque.nil?
        limit = motor&.continuous_torque(top_speed.to_f)
        return unless limit && steady_torque > limit * 1.001
        caution(
          "steady_beyond_motor",
          "#{torque_text(steady_torque)} are held while it runs; the motor gives #{torque_text(limit)} for ever",
          because:
            "Friction, gravity and process are there at a constant speed too; the winding passes its temperature.",
          so: "A larger ratio or motor, or a cycle with rests.",
          facts: %w[friction_force friction_torque slope process_force process_torque].select { |key| sheet.asks?(key) }
        )
      end

      def gearbox_overloaded
        limit = given("gear_torque")
        asked = drivetrains.filter_map(&:largest_output_torque).max
        return unless limit && asked && asked > limit
        blocker(
          "gearbox_overloaded",
          "#{show(asked, "N·m")} at the output of the gear; it permits #{show(limit, "N·m")}",
          because: "Its teeth wear out, or break at the first start.",
          so: "Lower the acceleration, or take a larger gear.",
          facts: %w[gear_torque acceleration]
        )
      end

      # F = m a + F_g against μ m g cos α
      def wheel_slips
        return unless mechanism == "wheel" && given("load_mass")&.positive? && given("acceleration")
        across = given("load_mass") * Mechanics::GRAVITY * Math.cos(given("slope") || 0.0)
        push = given("load_mass") * given("acceleration") + gravity_force.abs
        grip = given("adhesion") || ADHESION
        return if push <= grip * across
        caution(
          "wheel_slips",
          "The wheels push with #{show(push, "N", 0)}; at #{percent(grip)} of the weight they slip at " \
            "#{show(grip * across, "N", 0)}",
          because: "A wheel that slips loses the position, and digs in.",
          so: "Less acceleration or slope, or more driven wheels.",
          facts: %w[acceleration slope adhesion]
        )
      end

      # Bending of a shaft that is fixed at one end and carried at the other, n = 15.1e7 d/L² with mm and rpm.
      def screw_whirls
        return unless mechanism == "screw" && given("cylinder_diameter") && given("cylinder_length") && top_speed
        critical = 151_000 * given("cylinder_diameter") / given("cylinder_length")**2 / FactStage::RPM
        screw = top_speed / gear
        return if screw <= 0.8 * critical
        caution(
          "screw_whirls",
          "The screw turns at #{speed_text(screw)}; it whirls from about #{speed_text(critical)}",
          because: "Near that speed it bends out and shakes; 80 % of it are kept free.",
          so: "A thicker or shorter screw, more lead, or less speed.",
          facts: %w[cylinder_diameter cylinder_length speed]
        )
      end

      def too_short_a_cycle
        blocker(
          "cycle_too_short",
          "The move alone takes #{show(duty[:busy], "s")}; the cycle has #{show(given("cycle_time"), "s")}",
          because: "Stroke, speed, acceleration and cycle contradict one another.",
          so: "Check the cycle time, or ask for more speed.",
          facts: %w[cycle_time stroke speed acceleration]
        )
      end

      def inertia_ratio_large
        return unless load_inertia && rotor_inertia
        ratio = load_inertia / rotor_inertia
        return if ratio <= HEAVY
        severity = ratio > TOO_HEAVY ? :caution : :note
        finding(
          severity,
          "inertia_ratio_large",
          "The load is #{show(ratio, nil, 0)} times as heavy as the #{shaft.word(:rotor)}",
          because:
            "Every elasticity between the two limits the gain of the loops; above #{HEAVY} it begins to be felt.",
          so: "A larger ratio helps by its square.",
          facts: [load_fact, "gear_motor"]
        )
      end

      # Above a few percent of the rated torque a load comes down when the power stage goes off.
      def load_falls
        return unless load_comes_down?
        caution(
          "load_falls",
          "The load falls when the power stage goes off",
          because:
            "Gravity holds #{torque_text(gravity.abs)} at the motor against #{torque_text(friction.to_f)} of friction.",
          so: "A holding brake, or a counterweight.",
          facts: %w[slope load_mass friction_force],
          values: [("brake.fitted" if profile["brake.fitted"])].compact
        )
      end

      def slope_without_mass
        return unless linear? && given("slope").to_f.nonzero? && given("load_mass")&.zero?
        note(
          "slope_without_mass",
          "A slope is given for a load of no mass",
          because: "Gravity is left out.",
          so: "Give the moved mass.",
          facts: %w[slope load_mass]
        )
      end

      def unit_does_not_fit
        return if mechanism.nil? || unit_fits?
        blocker(
          "unit_does_not_fit",
          "#{sheet["unit"]} is no unit of this motion",
          because: linear? ? "The load moves along a line." : "The load turns.",
          so: "Choose a unit of #{linear? ? "length" : "angle"}.",
          facts: %w[unit]
        )
      end

      def unit_not_exact
        return if feed.nil? || feed.exact? || given("stroke").nil?
        off = (feed.error * given("stroke")).abs.to_f
        return if off < UNSEEN
        finding(
          off > VISIBLE ? :caution : :note,
          "unit_not_exact",
          "The unit factor is off by #{show(off * 1e6, "µm")} over the stroke",
          because: "#{show(travel.to_f * 1e3, "mm", 6)} has no finite whole-number form within what the drive takes.",
          so: "An endless motion adds it up turn by turn; count turns instead.",
          facts: ["unit", *%w[diameter lead pitch].select { |key| sheet.asks?(key) }, "stroke"]
        )
      end

      def load_fact = linear? ? "load_mass" : "load_inertia"

      def speed_at(motor_speed)
        at_load = motor_speed / gear * radius
        linear? ? show(at_load * 60, "m/min") : speed_text(at_load)
      end
    end
  end
end

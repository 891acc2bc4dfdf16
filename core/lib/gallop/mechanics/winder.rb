# frozen_string_literal: true

module Gallop
  module Mechanics
    # A roll that grows: fastest and lightest on its core, slowest and heaviest when it is full.
    #
    #   J = J_core + π/32 ρ b (D⁴ − d⁴),  ω = 2 v/D,  T = F D/2
    #
    # To the rest of the train it is a rotary load with the inertia and the tension of the full roll, and the speed of
    # the core.
    module Winder
      FACTS = {
        "speed" => "web_speed",
        "acceleration" => "web_acceleration",
        "load_inertia" => "full_diameter",
        "process_torque" => "web_tension"
      }.freeze

      private

      # Rules name the facts of a rotary load; these are the roll's.
      def named(facts) = mechanism == "winder" ? facts.map { |key| FACTS.fetch(key, key) } : super

      # Facts of a rotary load, as they follow from the roll.
      def wound(key)
        return unless mechanism == "winder"
        case key
        when "load_inertia"
          full_inertia
        when "process_torque"
          given_all("web_tension", "full_diameter") { |tension, diameter| tension * diameter / 2 }
        when "speed"
          given_all("web_speed", "core_diameter") { |speed, diameter| 2 * speed / diameter }
        when "acceleration"
          given_all("web_acceleration", "full_diameter") { |acceleration, diameter| 2 * acceleration / diameter }
        end
      end

      def full_inertia
        given_all("core_diameter", "full_diameter", "web_width", "web_density") do |core, full, width, density|
          (given("core_inertia") || 0.0) + [Math::PI / 32 * density * width * (full**4 - core**4), 0.0].max
        end
      end

      def roll_inertia
        return unless mechanism == "winder" && full_inertia
        core = given("core_inertia") || 0.0
        consequence(
          "roll_inertia",
          "Inertia of the full roll",
          full_inertia,
          "kg·m²",
          nil,
          (
            if core.positive?
              "#{show(full_inertia / core, nil, 0)} times that of the core."
            else
              "The core's own is not given."
            end
          )
        )
      end

      def winder_speeds
        given_all("web_speed", "core_diameter", "full_diameter") do |speed, core, full|
          if mechanism == "winder"
            consequence(
              "winder_speeds",
              "Roll speed on the core",
              2 * speed / core * FactStage::RPM,
              "rpm",
              0,
              "#{speed_text(2 * speed / full)} when it is full; the motor covers #{show(full / core, nil, 1)} to 1."
            )
          end
        end
      end

      def winder_torques
        given_all("web_tension", "core_diameter", "full_diameter") do |tension, core, full|
          if mechanism == "winder"
            consequence(
              "winder_torques",
              "Torque of the tension, full roll",
              at_motor(tension * full / 2),
              "N·m",
              nil,
              "At the motor; #{show(at_motor(tension * core / 2), "N·m")} on the core."
            )
          end
        end
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Mechanics
    # A roll that grows: fastest and lightest on its core, slowest and heaviest when it is full.
    #
    #   J = J_core + π/32 ρ b (D⁴ − d⁴),  ω = 2 v/D,  T = F D/2
    #
    # Its two ends are two loads of the train, each with the inertia, speed, acceleration and tension of its own
    # diameter: what the machine asks for is asked of both.
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

      def loads
        return super unless mechanism == "winder"
        core, full = %w[core_diameter full_diameter].map { |key| given(key) }
        return [] unless core && full
        [roll(core, given("core_inertia") || 0.0, 1.0), roll(full, full_inertia, core / full)]
      end

      # @param share [Float] of the speed of the core
      def roll(diameter, inertia, share)
        {
          load_inertia: inertia && inertia + turning_parts,
          process: (given("web_tension") || 0.0) * diameter / 2,
          speed: given("web_speed") && 2 * given("web_speed") / diameter,
          acceleration: given("web_acceleration") && 2 * given("web_acceleration") / diameter,
          share: share
        }
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
              quickest.driven(tension * full / 2),
              "N·m",
              nil,
              "At the motor; #{show(quickest.driven(tension * core / 2), "N·m")} on the core."
            )
          end
        end
      end
    end
  end
end

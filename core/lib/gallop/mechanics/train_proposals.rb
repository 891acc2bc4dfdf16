# frozen_string_literal: true

module Gallop
  module Mechanics
    # Values for the drive from gear, mechanism and load.
    module TrainProposals
      private

      def propose_load_law
        chosen =
          { "constant" => 0, "linear" => 1, "quadratic" => 2 }[sheet.asks?("load_law") ? sheet["load_law"] : nil] or
          return
        propose("output.load_law", chosen, "as given", facts: %w[load_law])
      end

      def propose_inertia
        load_inertia &&
          propose_of_shaft(
            "speed_loop.load_inertia",
            :inertia,
            load_inertia,
            shaft.slides? ? "all that the moving part carries" : "load at the motor, over the gear",
            facts: [load_fact, "gear_motor"]
          )
      end

      def propose_gear
        return if mechanism.nil?
        [
          propose("mechanics.gear_motor", gear.numerator, "motor turns of the gear", facts: %w[gear_motor]),
          propose("mechanics.gear_output", gear.denominator, "output turns of the gear", facts: %w[gear_output])
        ].compact
      end

      def propose_feed
        return if feed.nil?
        reason =
          (
            if feed.exact?
              "#{sheet["unit"]} in #{feed_turn}, exact"
            else
              "#{sheet["unit"]} in #{feed_turn}, the nearest whole numbers"
            end
          )
        [
          propose("mechanics.feed", feed.numerator, reason, facts: %w[unit]),
          propose("mechanics.feed_turns", feed.denominator, "#{feed_turns} for it", facts: %w[unit])
        ].compact
      end

      def propose_friction
        if friction&.positive?
          propose_of_shaft(
            "mechanics.friction",
            :torque,
            friction,
            "friction at the motor",
            facts: %w[friction_force friction_torque]
          )
        else
          nil
        end
      end

      def propose_gravity
        if gravity&.nonzero?
          propose_of_shaft(
            "mechanics.gravity",
            :torque,
            gravity,
            "#{shaft.word(:torque)} that holds the load",
            facts: %w[slope load_mass]
          )
        else
          nil
        end
      end
    end
  end
end

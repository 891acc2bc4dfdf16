# frozen_string_literal: true

module Gallop
  module Motors
    # Values for a frequency drive from the nameplate of its motor.
    module InductionProposals
      private

      # The drive's line of V/f ends at the nameplate's point, or at the one where the supply ends: the same motor
      # there.
      def stretch = flux_extended? ? supply_line_voltage / given("rated_voltage") : 1.0

      def stretched(key, entry, figure)
        return propose_as_given(key, entry) if stretch == 1.0 || figure.nil?
        propose(
          entry,
          profile.fetch(entry).from_si(figure),
          "of the whole field up to #{show(given("rated_frequency") * stretch, "Hz", 0)}",
          facts: [key, "top_speed"]
        )
      end

      def propose_power =
        stretched("rated_power", "motor.rated_power", torque && stretched_speed && torque * stretched_speed)
      def propose_voltage = stretched("rated_voltage", "motor.rated_voltage", supply_line_voltage)
      def propose_current = propose_as_given("rated_current", "motor.rated_current")
      def propose_frequency =
        stretched("rated_frequency", "motor.rated_frequency", given("rated_frequency")&.*(stretch))
      def propose_speed = stretched("rated_speed", "motor.rated_speed", stretched_speed)
      def propose_power_factor = propose_as_given("power_factor", "motor.power_factor")

      # The slip in rpm stays, as flux and torque do.
      def stretched_speed =
        synchronous_speed && given("rated_speed") && given("rated_speed") + synchronous_speed * (stretch - 1)

      def propose_highest_speed = propose_as_given("top_speed", "limits.highest_speed", "the top speed allowed")

      def propose_pole_pairs
        pairs &&
          propose(
            "motor.pole_pairs",
            pairs,
            sheet["pole_pairs"] ? "as given" : "follows from frequency and speed",
            facts: %w[rated_frequency rated_speed pole_pairs]
          )
      end

      def propose_torque =
        torque && propose("motor.rated_torque", torque, "power over speed", facts: %w[rated_power rated_speed])

      def propose_stator_resistance
        estimated_resistance &&
          propose(
            "motor.stator_resistance",
            estimated_resistance,
            "estimated from the losses; measure it later",
            facts: %w[rated_power rated_voltage rated_current power_factor]
          )
      end

      def propose_no_load_current
        estimated_no_load_current &&
          propose(
            "motor.no_load_current",
            estimated_no_load_current,
            "estimated from the power factor; measure it later",
            facts: %w[rated_current power_factor]
          )
      end

      # √3 · R · I_0: what the stator resistance takes at standstill with the magnetising current.
      def propose_boost
        return unless estimated_resistance && estimated_no_load_current
        propose(
          "output.boost",
          Motor::SQRT3 * estimated_resistance * estimated_no_load_current,
          "magnetising current through the phase resistance",
          facts: %w[rated_power rated_voltage rated_current power_factor]
        )
      end

      # Room for twice the rated slip above top speed.
      def propose_output_frequency
        top = given("top_speed") or return
        return unless slip_possible?
        frequency = top * pairs / (2 * Math::PI) + 2 * slip * given("rated_frequency")
        propose(
          "limits.output_frequency",
          [frequency, rating(:output_frequency)].min,
          "top speed and twice the rated slip",
          facts: %w[top_speed rated_frequency rated_speed]
        )
      end

      def propose_current_limit
        current = given("rated_current") or return
        share = [1.5, rating(:peak_current) / current].min
        propose(
          "limits.current",
          (share * 1000).floor / 10.0,
          (
            if share < 1.5
              "the drive's peak of #{show(rating(:peak_current), "A")}"
            else
              "one and a half times the rated current"
            end
          ),
          facts: %w[rated_current]
        )
      end
    end
  end
end

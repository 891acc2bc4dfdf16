# frozen_string_literal: true

module Gallop
  module Motors
    # Permanent-magnet synchronous rotary motor. Formulas in SI with phase figures: ψ = K_t/(1.5·√2·p) for K_t in N·m
    # per A rms;
    # R = R_ll/2, L = L_ll/2 in star equivalent (e.g. Krause, Analysis of Electric Machinery).
    class Synchronous < PermanentMagnet
      FORM = Facts::Form.load("motors/synchronous")
      FIELDS = [*NAME, *FORM[:plate], *FORM[:protection], *PRINTED].freeze
      FOLLOWS = { "torque_constant" => %w[voltage_constant] }.freeze

      CONSEQUENCES = [*CONSEQUENCES, :top_speed_weakened].freeze
      RULES = [*RULES, :weakening_beyond_peak, :weakening_too_deep, :coasting_charges_bus].freeze
      PROPOSALS = [*PROPOSALS, :propose_weakening].freeze

      def arrangement = Winding::THREE_PHASE

      private

      # Where the drive knows how to.
      def weakening = weakens? ? given("weakening_current") || 0.0 : 0.0
      def weakens? = !profile["current_loop.weakening_current"].nil?

      def top_speed_weakened
        return unless weakening.positive? && winding
        speed, weak = [bus_voltage, weakest_bus_voltage].map { |bus| [winding.speed_at(0.0, bus), frequency_end].min }
        consequence(
          "top_speed_weakened",
          "Top speed with the field weakened",
          *told(:speed, speed),
          "Without a load, with #{show(weakening, "A")} against the magnets; #{speed_text(weak)} on a weak supply. " \
            "The output frequency ends at #{speed_text(frequency_end)}."
        )
      end

      def propose_weakening
        return unless weakening.positive?
        propose("current_loop.weakening_current", weakening, "as given", facts: %w[weakening_current])
      end

      def weakening_beyond_peak
        return unless weakening.positive? && usable_current && weakening > usable_current
        blocker(
          "weakening_beyond_peak",
          "#{show(weakening, "A")} against the magnets are more than the #{show(usable_current, "A")} of motor and " \
            "drive together",
          because: "Nothing would be left that makes torque, and magnets lose their strength beyond the peak current.",
          so: "At most #{show(usable_current, "A")}; half of it is usual.",
          facts: %w[weakening_current peak_current]
        )
      end

      def weakening_too_deep
        return unless weakening.positive? && winding
        whole = winding.flux_current
        share = weakening / whole
        return if share <= Winding::DEEPEST
        caution(
          "weakening_too_deep",
          "#{show(weakening, "A")} take away #{percent(share)} of the magnets' flux",
          because:
            "With all of it gone the direction of the voltage turns round, and the motor is lost to its control.",
          so: "At most #{show(Winding::DEEPEST * whole, "A", 1)}.",
          facts: %w[weakening_current line_inductance torque_constant]
        )
      end

      # While the stage works, the weakening current holds the voltage down. If it switches off, the diodes rectify
      # what the magnets give: the crest of it between two lines.
      def coasting_charges_bus
        top = given("top_speed") or return
        return unless winding && rating(:trip)
        crest = SQRT3 * winding.flux * winding.pole_pairs
        return if top * crest <= rating(:trip)
        safe = rating(:trip) / crest
        caution(
          "coasting_charges_bus",
          "At #{speed_text(top)} the magnets give #{show(top * crest, "V", 0)} between two lines; the bus stands " \
            "#{show(rating(:trip), "V", 0)}",
          because:
            "When the power stage switches off at that speed, by a fault or an open torque-off channel, the " \
              "motor charges the bus until it has slowed down.",
          so: "At most #{speed_text(safe)}, or a braking resistor that takes the energy of the machine from there on.",
          facts: %w[top_speed torque_constant]
        )
      end
    end
  end
end

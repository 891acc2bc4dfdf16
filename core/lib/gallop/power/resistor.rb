# frozen_string_literal: true

module Gallop
  module Power
    # What a braking resistor stands: as its sheet says, or by the duty cycle that is printed on it. A power P for the
    # share d of a cycle T is, as the resistor cools with far longer times than T,
    #
    #   continuously  P d,   and at once  P d T
    module Resistor
      ALIKE = 0.1 # share by which two figures of one resistor may differ

      private

      # @return [Float, nil] W
      def resistor_power = given("resistor_power") || mean_as_printed

      # @return [Float, nil] J
      def resistor_pulse = given("resistor_pulse") || pulse_as_printed

      # Facts that say so.
      def power_facts = given("resistor_power") ? %w[resistor_power] : %w[resistor_duty_power resistor_duty]
      def pulse_facts = given("resistor_pulse") ? %w[resistor_pulse] : [*power_facts, "resistor_cycle"].uniq

      def mean_as_printed
        return unless given("resistor_duty_power") && given("resistor_duty")
        given("resistor_duty_power") * given("resistor_duty")
      end

      def pulse_as_printed = mean_as_printed && given("resistor_cycle") && mean_as_printed * given("resistor_cycle")

      def resistor_by_duty
        return unless mean_as_printed
        pulse = pulse_as_printed ? "#{show(pulse_as_printed, "J", 0)} at once" : "at once as much as its cycle says"
        consequence(
          "resistor_by_duty",
          "Resistor, by its duty cycle",
          mean_as_printed,
          "W",
          0,
          "#{show(given("resistor_duty_power"), "W", 0)} for #{percent(given("resistor_duty"))} of the time; #{pulse}."
        )
      end

      def resistor_told_twice
        mean = mean_as_printed
        sheet = given("resistor_power")
        return unless mean && sheet && (mean - sheet).abs > ALIKE * sheet
        caution(
          "resistor_told_twice",
          "#{show(sheet, "W", 0)} continuously, and by its duty cycle #{show(mean, "W", 0)}",
          because: "Both are of one resistor; the first is reckoned with.",
          so: "Read its label again.",
          facts: %w[resistor_power resistor_duty_power resistor_duty]
        )
      end

      def pulse_too_large
        return unless stop_energy && resistor_pulse && stop_energy > resistor_pulse
        caution(
          "pulse_too_large",
          "One stop gives #{show(stop_energy, "J")}; the resistor stands #{show(resistor_pulse, "J")} at once",
          because: "It burns through after some stops.",
          so: "A resistor for a larger pulse.",
          facts: pulse_facts
        )
      end

      def mean_too_large
        return unless stop_energy && given("stop_interval") && resistor_power
        mean = stop_energy / given("stop_interval")
        return if mean <= resistor_power
        caution(
          "mean_too_large",
          "The stops give #{show(mean, "W", 0)} in the mean; the resistor stands #{show(resistor_power, "W", 0)}",
          because: "It overheats in continuous work.",
          so: "A larger resistor, or fewer stops.",
          facts: ["stop_interval", *power_facts]
        )
      end

      def propose_resistor
        return propose("supply.brake_resistor", 0, "none is given", facts: %w[resistor]) if given("resistor").nil?
        [
          propose("supply.brake_resistor", 1, "as given", facts: %w[resistor]),
          propose("supply.resistor_ohms", given("resistor"), "as given", facts: %w[resistor]),
          propose_limit("power", resistor_power, power_facts),
          propose_limit("energy", resistor_pulse, pulse_facts)
        ].compact
      end

      def propose_limit(name, figure, facts)
        return if figure.nil?
        reason = facts.any? { |fact| fact.start_with?("resistor_duty") } ? "by its duty cycle" : "as given"
        propose("supply.resistor_#{name}", figure.round, reason, facts: facts)
      end
    end
  end
end

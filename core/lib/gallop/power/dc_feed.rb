# frozen_string_literal: true

module Gallop
  module Power
    # Direct current at the bus terminals, and the other drives whose buses are joined with this one: their capacitors
    # help, the energy of their stops comes on top.
    module DcFeed
      FEED = Facts::Form.load("power/dc_feed")

      private

      def rated_power =
        motor &&
          (
            motor.known("rated_power") ||
              (
                motor.known("rated_torque") && motor.known("rated_speed") &&
                  motor.known("rated_torque") * motor.known("rated_speed")
              )
          )

      def feed_current
        return unless dc? && bus && rated_power
        consequence(
          "feed_current",
          "Current of the feed at rated power",
          (rated_power + given("others_power").to_f) / lowest_bus,
          "A",
          nil,
          "At the lower end of its voltage#{", with the other drives" if given("others_power").to_f.positive?}; " \
            "losses come on top."
        )
      end

      def feed_overloaded
        current = given("dc_current")
        return unless dc? && current && bus && rated_power
        needed = (rated_power + given("others_power").to_f) / lowest_bus
        return if needed <= current
        caution(
          "feed_overloaded",
          "The drives take #{show(needed, "A")} at rated power; the feed gives #{show(current, "A")}",
          because: "Its voltage falls, and the under-voltage level trips.",
          so: "A larger feed, or less power at the same time.",
          facts: given("others_power").to_f.positive? ? %w[dc_current others_power] : %w[dc_current]
        )
      end

      # A feed with a rectifier behind it cannot take a stop.
      def feed_takes_nothing
        unless dc? && given("dc_returns") != "yes" && given("resistor").nil? && stop_energy && bus &&
                 highest_bus < trip && stop_energy > capacitor_energy(highest_bus)
          return
        end
        caution(
          "feed_takes_nothing",
          "Nobody takes the #{show(stop_energy, "J")} of a stop",
          because:
            "The capacitors take #{show(capacitor_energy(highest_bus), "J")}, the feed nothing, and there is no " \
              "braking resistor: the bus rises to its trip, for all drives on it.",
          so: "A resistor at one of the drives, or a feed that takes energy back.",
          facts: %w[dc_returns resistor]
        )
      end

      # A DC feed has no phases that could fail.
      def propose_mains_phase =
        dc? && propose("monitors.mains_phase", 0, "direct current has no phases", facts: %w[supply]) || nil
    end
  end
end

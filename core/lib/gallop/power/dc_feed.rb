# frozen_string_literal: true

module Gallop
  module Power
    # Direct current at the bus terminals, and the other drives whose buses are joined with this one: their capacitors
    # help, the energy of their stops comes on top.
    module DcFeed
      FIELDS = [
        FactStage.field(
          "dc_voltage",
          "Voltage of the DC feed",
          "V",
          20,
          1000,
          "At the bus terminals, loaded.",
          group: "Supply"
        ),
        FactStage.field(
          "dc_tolerance",
          "Tolerance",
          "%",
          0,
          30,
          "How far it goes up and down; 10 % is reckoned with where nothing is given.",
          required: false,
          group: "Supply"
        ),
        FactStage.field(
          "dc_current",
          "Current of the DC feed",
          "A",
          0.01,
          10_000,
          "What it gives for ever.",
          required: false,
          group: "Supply"
        ),
        FactStage.field(
          "dc_returns",
          "What it takes back",
          "",
          nil,
          nil,
          "Whether the feed takes energy back.",
          choices: {
            "no" => "Nothing",
            "yes" => "The energy of stops"
          },
          required: false,
          group: "Supply"
        )
      ].freeze
      SHARED = [
        FactStage.field(
          "others_capacitance",
          "Capacitors of the other drives",
          "µF",
          1,
          10_000_000,
          "Of those whose DC buses are joined with this one.",
          required: false,
          group: "Drives on the same bus"
        ),
        FactStage.field(
          "others_energy",
          "Energy of their stops",
          "J",
          0.001,
          1e7,
          "That comes back at the same time, by their own stages Power.",
          required: false,
          group: "Drives on the same bus"
        ),
        FactStage.field(
          "others_power",
          "Power that they take",
          "W",
          0,
          1e6,
          "In the mean, for the feed.",
          required: false,
          group: "Drives on the same bus"
        )
      ].freeze

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
          (rated_power + asked("others_power").to_f) / lowest_bus,
          "A",
          nil,
          "At the lower end of its voltage#{", with the other drives" if asked("others_power").to_f.positive?}; " \
            "losses come on top."
        )
      end

      def feed_overloaded
        current = asked("dc_current")
        return unless dc? && current && bus && rated_power
        needed = (rated_power + asked("others_power").to_f) / lowest_bus
        return if needed <= current
        caution(
          "feed_overloaded",
          "The drives take #{show(needed, "A")} at rated power; the feed gives #{show(current, "A")}",
          because: "Its voltage falls, and the under-voltage level trips.",
          so: "A larger feed, or less power at the same time.",
          facts: asked("others_power").to_f.positive? ? %w[dc_current others_power] : %w[dc_current]
        )
      end

      # A feed with a rectifier behind it cannot take a stop.
      def feed_takes_nothing
        unless dc? && asked("dc_returns") != "yes" && si("resistor").nil? && stop_energy && bus && highest_bus < trip &&
                 stop_energy > capacitor_energy(highest_bus)
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

# frozen_string_literal: true

module Gallop
  module Power
    # Mains, DC bus and braking resistor. The rectifier charges the bus to the peak √2·U of the mains (e.g. Mohan,
    # Undeland, Robbins:
    # Power Electronics, ch. 5).
    class Mains < Supply
      include StopOnMains
      include DcFeed
      include Resistor

      CHARTS = %i[stop_curve].freeze
      RECTIFIER = Facts::Form.load("power/mains")
      REST = [*RECTIFIER[:resistor], *RECTIFIER[:interval], *FORM[:stop], *FORM[:brake]].freeze
      FIELDS = [*RECTIFIER[:supply], *RECTIFIER[:mains], *REST, *FEED[:shared]].freeze

      # What feeds the drive decides what is asked of it.
      def self.fields(typed) =
        if typed.transform_keys(&:to_s)["supply"] == "dc"
          [*RECTIFIER[:supply], *FEED[:feed], *REST, *FEED[:shared]]
        else
          FIELDS
        end

      CONSEQUENCES = %i[
        bus_window
        feed_current
        energy_of_a_stop
        power_of_a_stop
        energy_of_lowering
        capacitors_take
        shortest_stop_without
        shortest_stop
        highest_on_stop
        resistor_by_duty
        resistor_mean
        brake_margin
      ].freeze
      RULES = %i[
        mains_too_high
        mains_too_low
        one_phase
        feed_overloaded
        feed_takes_nothing
        resistor_too_low
        resistor_too_high
        stop_trips
        pulse_too_large
        mean_too_large
        resistor_told_twice
        lowering_too_much
        brake_too_weak
        load_without_brake
        brake_times_missing
      ].freeze
      PROPOSALS = %i[propose_mains propose_mains_phase propose_levels propose_resistor propose_brake].freeze

      def bus_fed = bus
      def weakest_bus = lowest_bus

      private

      def dc? = sheet["supply"] == "dc"
      def tolerance = given(dc? ? "dc_tolerance" : "mains_tolerance") || 0.1

      # Direct current feeds the bus as it is; a rectifier charges it to the peak of the mains.
      def bus(share = 1.0)
        return given("dc_voltage") && given("dc_voltage") * share if dc?
        given("mains_voltage") && given("mains_voltage") * SQRT2 * share
      end

      def capacitance = super + given("others_capacitance").to_f
      # Of this drive, and of those on the same bus that stop with it.
      def stop_energy = super && super + given("others_energy").to_f
      def feed_named = dc? ? "feed" : "mains"

      def highest_bus = bus(1 + tolerance)
      def lowest_bus = bus(1 - tolerance)
      def chopper = rating(:chopper)
      def chopper_power = given("resistor") && chopper**2 / given("resistor")

      def swallowed_power = chopper_power

      def bus_window
        bus &&
          consequence(
            "bus_window",
            "DC bus",
            bus,
            "V",
            0,
            "#{show(lowest_bus, "V", 0)} to #{show(highest_bus, "V", 0)} by the tolerance; chopper at " \
              "#{show(chopper, "V", 0)}, trip at #{show(trip, "V", 0)}."
          )
      end

      def capacitors_take
        return unless bus && highest_bus < trip
        consequence(
          "capacitors_take",
          "What the capacitors take",
          capacitor_energy(highest_bus),
          "J",
          nil,
          "From a bus at the upper end of the #{feed_named} to the trip, " \
            "#{show(capacitance * 1e6, "µF", 0)}#{" of all drives on it" if given("others_capacitance")}."
        )
      end

      # Without a resistor only a stop that the capacitors swallow whole, or one slow enough for losses; the first can
      # be told.
      def shortest_stop_without
        return unless stop_energy && bus && highest_bus < trip && given("resistor").nil?
        swallowed = stop_energy <= capacitor_energy(highest_bus)
        consequence(
          "shortest_stop_without",
          "Share of the stop that the capacitors swallow",
          [capacitor_energy(highest_bus) / stop_energy, 1.0].min * 100,
          "%",
          0,
          (
            if swallowed
              "A stop of any time does not trip."
            else
              "The rest must go into friction and the motor, by a slow ramp, or into a resistor."
            end
          )
        )
      end

      # The chopper's power must carry the first moment: t = J ω²/P.
      def shortest_stop
        return unless stop_energy && chopper_power
        consequence(
          "shortest_stop",
          "Shortest stop with the resistor",
          2 * stop_energy / chopper_power,
          "s",
          nil,
          "The resistor takes #{show(chopper_power, "W", 0)} at #{show(chopper, "V", 0)}."
        )
      end

      def resistor_mean
        return unless stop_energy && given("stop_interval") && given("resistor")
        consequence("resistor_mean", "Mean power of the resistor", stop_energy / given("stop_interval"), "W", 1)
      end

      def mains_too_high
        return unless bus && highest_bus >= chopper
        over = highest_bus >= trip
        finding(
          over ? :blocker : :caution,
          "mains_too_high",
          "The #{feed_named} charges the bus to #{show(highest_bus, "V", 0)}; the " \
            "#{over ? "drive trips" : "chopper begins"} at #{show(over ? trip : chopper, "V", 0)}",
          because:
            (
              if over
                "The drive trips as soon as it is switched on, or is destroyed."
              else
                "The resistor is heated by the #{feed_named} itself, all the time."
              end
            ),
          so: "Check the voltage against the drive's rating of #{show(rated_feed, "V", 0)}.",
          facts: feed_facts
        )
      end

      def mains_too_low
        fed = given(dc? ? "dc_voltage" : "mains_voltage") or return
        share = fed / rated_feed
        return if share >= 1 - rating(:mains_tolerance)
        caution(
          "mains_too_low",
          "#{show(fed, "V", 0)} is #{percent(1 - share)} below the drive's rated #{show(rated_feed, "V", 0)}",
          because: "Top speed falls with the voltage, and the under-voltage level may trip.",
          so: "Lower the under-voltage level and the top speed, or use the right supply.",
          facts: feed_facts.first(1),
          values: ["supply.under_voltage"]
        )
      end

      def one_phase
        return unless !dc? && sheet["mains_phases"] == "1" && rating(:mains_voltage) > 300
        caution(
          "one_phase",
          "A drive for three phases on one phase",
          because: "The ripple of the bus is larger, and the drive gives about half of its power.",
          so: "Feed three phases, or watch the load.",
          facts: %w[mains_phases]
        )
      end

      def rated_feed = dc? ? rating(:mains_voltage) * SQRT2 : rating(:mains_voltage)
      def feed_facts = dc? ? %w[dc_voltage dc_tolerance] : %w[mains_voltage mains_tolerance]

      def resistor_too_low
        resistor = given("resistor")
        return unless resistor && resistor < rating(:lowest_resistor)
        blocker(
          "resistor_too_low",
          "#{show(resistor, "Ω")} is below the #{show(rating(:lowest_resistor), "Ω")} that the chopper can drive",
          because: "The chopper's transistor is destroyed at the first stop.",
          so: "Fit a resistor of #{show(rating(:lowest_resistor), "Ω")} or more.",
          facts: %w[resistor]
        )
      end

      def resistor_too_high
        return unless first_power && chopper_power && first_power > chopper_power
        caution(
          "resistor_too_high",
          "The stop begins with #{show(first_power, "W", 0)}; the resistor takes #{show(chopper_power, "W", 0)}",
          because: "The bus rises to its trip and the motor coasts.",
          so:
            "A stop of #{show(2 * stop_energy / chopper_power, "s")} or longer, or a resistor of " \
              "#{show([chopper**2 / first_power, rating(:lowest_resistor)].max, "Ω")}.",
          facts: %w[resistor stop_time]
        )
      end

      def stop_trips
        unless given("resistor").nil? && !dc? && stop_energy && given("stop_time") && bus && highest_bus < trip &&
                 stop_energy > capacitor_energy(highest_bus)
          return
        end
        caution(
          "stop_trips",
          "A stop gives back #{show(stop_energy, "J")}; the capacitors take " \
            "#{show(capacitor_energy(highest_bus), "J")}",
          because: "Without a resistor the bus rises to its trip, unless friction takes the rest.",
          so: "Fit a braking resistor, or let the stop take longer.",
          facts: %w[resistor stop_time]
        )
      end

      # As soon as somebody says what takes the energy, or that nothing does.
      def lowering_too_much
        return unless bus && highest_bus < trip && lowering_energy&.positive? && given("dc_returns") != "yes"
        return lowering_without_resistor unless given("resistor")
        return lowering_beyond_resistor if lowering_power > chopper_power
        if lowering_time > LONG && resistor_power && lowering_power > resistor_power &&
             lowering_energy > resistor_pulse.to_f
          lowering_too_long
        end
      end

      def lowering_without_resistor
        return unless lowering_energy > capacitor_energy(highest_bus)
        caution(
          "lowering_too_much",
          "The way down gives back #{show(lowering_energy, "J")}; the capacitors take " \
            "#{show(capacitor_energy(highest_bus), "J")}",
          because: "Without a resistor the bus rises to its trip, and the load is let go to its brake.",
          so: "Fit a braking resistor of #{show(lowering_power, "W", 0)}, or a counterweight.",
          facts: %w[resistor]
        )
      end

      def lowering_beyond_resistor =
        caution(
          "lowering_too_much",
          "The way down gives back #{show(lowering_power, "W", 0)}; the resistor takes #{show(chopper_power, "W", 0)}",
          because: "The bus rises to its trip, and the load is let go to its brake.",
          so: "At most #{show(chopper**2 / lowering_power, "Ω")}, or a lower speed.",
          facts: %w[resistor]
        )

      def lowering_too_long =
        caution(
          "lowering_too_much",
          "The way down gives #{show(lowering_power, "W", 0)} for #{show(lowering_time, "s")}; the resistor stands " \
            "#{show(resistor_power, "W", 0)} for ever",
          because: "#{show(lowering_energy, "J")} are more than one pulse of it, and it burns through.",
          so: "A resistor for #{show(lowering_power, "W", 0)}, or a counterweight.",
          facts: power_facts | pulse_facts
        )

      def propose_mains
        return if dc?
        phases = { "1" => 1, "3" => 3 }[sheet["mains_phases"]]
        [
          propose_as_given("mains_voltage", "supply.mains_voltage"),
          phases && propose("supply.mains_phases", phases, "as given", facts: %w[mains_phases])
        ].compact
      end

      # Under-voltage well below what the mains may fall to, and never above what is needed.
      def propose_levels
        lowest_bus &&
          propose(
            "supply.under_voltage",
            (lowest_bus * 0.8).round,
            "80 % of the bus at the lower end of the #{feed_named}",
            facts: feed_facts
          )
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Motors
    # Direct-current motor with brushes and permanent magnets. One constant k is torque for current and voltage for
    # speed:
    #
    #   U = R I + k ω,  T = k (I − I₀),  ω₀ = (U − R I₀)/k,  I_stall = U/R,  dω/dT = R/k²,  η_max = (1 − √(I₀/I_stall))²
    #
    # (e.g. Hughes, Electric Motors and Drives, ch. 3).
    class Brushed < PermanentMagnet
      SPEED_REACHED = 0.06 # by which the plate's figures may disagree
      OTHER_SUPPLY = 1.25 # of the rated voltage that the bus may have without being worth a word
      ELECTRICAL_TIMES = (0.05e-3..30e-3)

      FORM = Facts::Form.load("motors/brushed")
      FIELDS = [*NAME, *FORM[:plate], *FORM[:protection]].freeze
      FOLLOWS = { "torque_constant" => %w[voltage_constant speed_constant] }.freeze

      CONSEQUENCES =
        (
          %i[
            top_speed_on_bus
            no_load_on_bus
            time_at_peak
            electrical_time_constant
            mechanical_time_constant
            peak_acceleration
            voltage_constant_follows
            speed_constant_follows
            speed_drop
            stall
            best_efficiency
            rated_power
            power_balance
            copper_loss
            cable_drop
          ] + BareStage::CONSEQUENCES
        ).freeze
      RULES =
        (
          %i[
            torque_against_current
            constants_disagree
            speed_constant_disagrees
            rated_point_disagrees
            no_load_disagrees
            more_out_than_in
            other_voltage
            peak_below_rated
            drive_too_small
            peak_beyond_drive
            top_speed_beyond_bus
            point_beyond_voltage
            brushes_too_fast
            electrical_time_unusual
            losses_too_large
            inertia_unusual
            cable_drops_much
            cable_long
            no_sensor
          ] + BareStage::RULES
        ).freeze
      PROPOSALS = (PermanentMagnet::PROPOSALS - %i[propose_pole_pairs propose_switching]).freeze

      def pole_pairs_known = nil
      def arrangement = Winding::ARMATURE

      # Brushes and commutator take the place of the pole pairs; in steady state nothing drops at the inductance.
      def winding
        given_all("torque_constant", "line_resistance") do |constant, resistance|
          Winding.new(
            arrangement: arrangement,
            torque_constant: constant,
            pole_pairs: 1,
            resistance: resistance,
            idle_current: idle_current
          )
        end
      end

      private

      def idle_current = given("no_load_current") || 0.0

      # Both wires of the cable.
      def drop = cable_resistance && given("rated_current") ? 2 * cable_resistance * given("rated_current") : nil
      def supply_line_voltage = bus_voltage

      def inferred(key)
        return nil unless key == "torque_constant"
        given("voltage_constant") || (given("speed_constant") && 1 / given("speed_constant"))
      end

      def no_load_on_bus
        speed = winding&.speed_at(0.0, bus_voltage)
        speed &&
          consequence(
            "no_load_on_bus",
            "Speed without load on a #{show(bus_voltage, "V", 0)} bus",
            speed * RPM,
            "rpm",
            0,
            "Nothing else ends it: a motor that loses its load runs up to here, unless a limit is set."
          )
      end

      def speed_constant_follows
        given_all("torque_constant") do |k|
          consequence("speed_constant", "Speed constant that belongs to it", RPM / k, "rpm/V", 1)
        end
      end

      def speed_drop
        given_all("torque_constant", "line_resistance", "rated_torque") do |k, r, torque|
          consequence(
            "speed_drop",
            "Speed lost at rated torque",
            r / k**2 * torque * RPM,
            "rpm",
            0,
            "At a fixed voltage; a controlled speed takes #{show(r * torque / k, "V", 2)} more instead."
          )
        end
      end

      def stall
        given_all("line_resistance", "torque_constant") do |r, k|
          consequence(
            "stall",
            "Current of a blocked motor",
            bus_voltage / r,
            "A",
            0,
            "On the whole bus: #{torque_text(bus_voltage / r * k)}, for as long as the winding lasts. The drive " \
              "holds it to #{show(rating(:peak_current), "A", 0)}."
          )
        end
      end

      def best_efficiency
        given_all("no_load_current", "line_resistance", "rated_voltage") do |idle, r, voltage|
          share = idle * r / voltage
          next unless share < 1
          consequence(
            "best_efficiency",
            "Best efficiency",
            (1 - Math.sqrt(share))**2 * 100,
            "%",
            0,
            "At #{show(Math.sqrt(idle * voltage / r), "A")}, on rated voltage."
          )
        end
      end

      # What goes in, and where it goes. @return [Array(Float, Float, Float)] W in, out, in the copper
      def balance =
        given_all("rated_voltage", "rated_current", "rated_torque", "rated_speed", "line_resistance") do |u, i, t, w, r|
          [u * i, t * w, r * i**2]
        end

      def power_balance
        taken, given, copper = balance
        return unless taken && given < taken
        consequence(
          "power_balance",
          "Efficiency by the plate",
          given / taken * 100,
          "%",
          0,
          "#{show(taken, "W", 0)} in, #{show(given, "W", 0)} out; #{show(copper, "W", 0)} heat the armature, " \
            "#{show([taken - given - copper, 0].max, "W", 0)} go to brushes, bearings and iron."
        )
      end

      def more_out_than_in
        taken, given, = balance
        return unless taken && given > taken
        blocker(
          "more_out_than_in",
          "#{show(given, "W", 0)} of shaft power from #{show(taken, "W", 0)} cannot be",
          because:
            "#{show(given("rated_voltage"), "V")} times #{show(given("rated_current"), "A")} go in; " \
              "#{torque_text(given("rated_torque"))} at #{speed_text(given("rated_speed"))} would come out.",
          so: "Check the units of the torque and of the current.",
          facts: %w[rated_torque rated_speed rated_voltage rated_current]
        )
      end

      def speed_constant_disagrees
        given_all("torque_constant", "speed_constant") do |k, per_volt|
          gap = 1 / per_volt / k - 1
          next if gap.abs <= SPEED_REACHED
          caution(
            "speed_constant_disagrees",
            "Torque and speed constant disagree by #{percent(gap.abs)}",
            because:
              "#{show(k, "N·m/A")} belongs to #{show(RPM / k, "rpm/V", 1)}; " \
                "#{show(per_volt * RPM, "rpm/V", 1)} is given.",
            so: "Both are one constant; compare them with the sheet.",
            facts: %w[torque_constant speed_constant]
          )
        end
      end

      def rated_point_disagrees
        given_all(
          "torque_constant",
          "line_resistance",
          "rated_current",
          "rated_speed",
          "rated_voltage"
        ) do |k, r, i, w, u|
          asked = r * i + k * w
          gap = asked / u - 1
          next if gap.abs <= SPEED_REACHED
          caution(
            "rated_point_disagrees",
            "The rated point asks for #{show(asked, "V", 1)}; #{show(u, "V")} is given",
            because:
              "#{show(r * i, "V", 1)} in the armature and #{show(k * w, "V", 1)} of back-EMF at #{speed_text(w)}.",
            so: "Compare speed, constant and resistance with the plate.",
            facts: %w[rated_voltage rated_speed rated_current torque_constant line_resistance]
          )
        end
      end

      def no_load_disagrees
        given_all("torque_constant", "line_resistance", "no_load_speed", "rated_voltage") do |k, r, w, u|
          expected = (u - r * idle_current) / k
          gap = w / expected - 1
          next if expected <= 0 || gap.abs <= SPEED_REACHED
          caution(
            "no_load_disagrees",
            "#{speed_text(expected)} without load follow from the constant; #{speed_text(w)} is given",
            because:
              "#{show(u, "V")} are #{speed_text(expected)} of back-EMF, less what #{show(idle_current, "A")} " \
                "lose in the armature.",
            so: "Compare the constant with the sheet.",
            facts: %w[no_load_speed torque_constant rated_voltage]
          )
        end
      end

      # A motor for another supply: the drive does hold the mean, not the peaks.
      def other_voltage
        voltage = given("rated_voltage") or return
        return if bus_voltage <= OTHER_SUPPLY * voltage
        caution(
          "other_voltage",
          "A motor for #{show(voltage, "V")} on a bus of #{show(bus_voltage, "V", 0)}",
          because:
            "The top speed is what holds the voltage at its brushes down; the current ripples " \
              "#{show(bus_voltage / voltage, nil, 1)} times as much as on its own supply, and wears them.",
          so:
            "Keep the top speed at #{given("rated_speed") ? speed_text(given("rated_speed")) : "the rated speed"} or " \
              "below, and the switching frequency high.",
          facts: %w[rated_voltage]
        )
      end

      def brushes_too_fast
        given_all("top_speed", "rated_speed") do |top, rated|
          next if top <= 1.2 * rated
          caution(
            "brushes_too_fast",
            "Top speed #{speed_text(top)} is #{show(top / rated, nil, 1)} times the rated speed",
            because: "Brushes spark and wear quickly there, and the winding may be thrown out of its slots.",
            so: "Lower the top speed, or look for the highest speed in the data sheet.",
            facts: %w[top_speed rated_speed]
          )
        end
      end

      def winding_reason = "as given, between the two wires"
      def propose_torque_constant
        given = !sheet["torque_constant"].nil?
        source = FOLLOWS["torque_constant"].find { |key| sheet[key] }
        propose_as_given(
          "torque_constant",
          "motor.torque_constant",
          given ? "as given" : "the same constant as the #{source.to_s.tr("_", " ")}",
          facts: [given ? "torque_constant" : source].compact
        )
      end
    end
  end
end

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

      FIELDS = [
        field(
          "type",
          "Type",
          "",
          nil,
          nil,
          "What the nameplate calls the motor. For the record.",
          text: true,
          required: false
        ),
        field(
          "rated_voltage",
          "Rated voltage",
          "V",
          1,
          1000,
          "Voltage at which the plate's speed and current belong together.",
          required: false
        ),
        field(
          "rated_torque",
          "Rated torque",
          "N·m",
          0.0001,
          5000,
          "Torque that the motor gives for ever at rated speed."
        ),
        field(
          "rated_speed",
          "Rated speed",
          "rpm",
          1,
          100_000,
          "Speed at rated torque and voltage, which brushes and commutator stand for ever."
        ),
        field("rated_current", "Rated current", "A", 0.01, 1000, "Direct current at rated torque."),
        field(
          "peak_current",
          "Peak current",
          "A",
          0.01,
          3000,
          "Current that magnets and brushes stand for a short time."
        ),
        field(
          "torque_constant",
          "Torque constant",
          "N·m/A",
          0.00001,
          100,
          "Torque for each ampere. Not needed where the voltage or the speed constant is given."
        ),
        field(
          "voltage_constant",
          "Voltage constant",
          "V/krpm",
          0.001,
          10_000,
          "Back-EMF at 1 000 rpm. Gives the torque constant, or checks it.",
          required: false
        ),
        field(
          "speed_constant",
          "Speed constant",
          "rpm/V",
          0.1,
          100_000,
          "Speed for each volt of back-EMF. Gives the torque constant, or checks it.",
          required: false
        ),
        field("line_resistance", "Armature resistance", "Ω", 0.001, 1000, "At 20 °C, between the two motor wires."),
        field("line_inductance", "Armature inductance", "mH", 0.001, 10_000, "Between the two motor wires."),
        field(
          "no_load_current",
          "No-load current",
          "A",
          0.0001,
          1000,
          "What bearings, brushes and iron take without any load.",
          required: false
        ),
        field(
          "no_load_speed",
          "No-load speed",
          "rpm",
          1,
          100_000,
          "At rated voltage, without any load. For the check.",
          required: false
        ),
        field(
          "rotor_inertia",
          "Rotor inertia",
          "kg·cm²",
          0.00001,
          1_000_000,
          "Inertia of the armature, with its brake if there is one."
        ),
        field(
          "thermal_time",
          "Winding time constant",
          "s",
          0.5,
          36_000,
          "How fast the armature warms. From the data sheet.",
          required: false,
          group: "Protection"
        ),
        field(
          "top_speed",
          "Top speed allowed",
          "rpm",
          1,
          100_000,
          "Highest speed that motor and machine may reach.",
          group: "Protection"
        )
      ].freeze
      CONSTANTS = %w[voltage_constant speed_constant].freeze

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
            brushes_too_fast
            electrical_time_unusual
            losses_too_large
            cable_drops_much
            no_sensor
          ] + BareStage::RULES
        ).freeze
      PROPOSALS = (PermanentMagnet::PROPOSALS - %i[propose_pole_pairs propose_switching]).freeze

      # The torque constant follows from either of the others, where that is given.
      def self.fields(typed)
        given = typed.transform_keys(&:to_s)
        return FIELDS if CONSTANTS.all? { |key| given[key].to_s.strip.empty? }
        FIELDS.map { |field| field.key == "torque_constant" ? field.with(required: false) : field }
      end

      def pole_pairs_known = nil

      private

      def psi = si("torque_constant")
      def phase_resistance = si("line_resistance")
      def phase_inductance = si("line_inductance")
      def loss_factor = 1.0
      def emf_ratio = 1.0
      def emf_words = "the same constant in volts"
      def amplitude = 1
      def winding_words = "of armature"
      def friction_current = si("no_load_current") || 0.0
      def current_of(torque) = torque / si("torque_constant") + friction_current

      # U = R I + k ω
      def voltage_limited_speed(torque, bus)
        with("torque_constant", "line_resistance") do |k, r|
          [(bus * VOLTAGE_RESERVE - r * (torque / k + friction_current)) / k, 0.0].max
        end
      end

      # Both wires of the cable.
      def drop = cable_resistance && si("rated_current") ? 2 * cable_resistance * si("rated_current") : nil
      def supply_line_voltage = bus_voltage

      def inferred(key)
        return nil unless key == "torque_constant"
        si("voltage_constant") || (si("speed_constant") && 1 / si("speed_constant"))
      end

      def no_load_on_bus
        speed = voltage_limited_speed(0.0, bus_voltage)
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
        with("torque_constant") do |k|
          consequence("speed_constant", "Speed constant that belongs to it", RPM / k, "rpm/V", 1)
        end
      end

      def speed_drop
        with("torque_constant", "line_resistance", "rated_torque") do |k, r, torque|
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
        with("line_resistance", "torque_constant") do |r, k|
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
        with("no_load_current", "line_resistance", "rated_voltage") do |idle, r, voltage|
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
        with("rated_voltage", "rated_current", "rated_torque", "rated_speed", "line_resistance") do |u, i, t, w, r|
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
            "#{show(si("rated_voltage"), "V")} times #{show(si("rated_current"), "A")} go in; " \
              "#{torque_text(si("rated_torque"))} at #{speed_text(si("rated_speed"))} would come out.",
          so: "Check the units of the torque and of the current.",
          facts: %w[rated_torque rated_speed rated_voltage rated_current]
        )
      end

      def speed_constant_disagrees
        with("torque_constant", "speed_constant") do |k, per_volt|
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
        with("torque_constant", "line_resistance", "rated_current", "rated_speed", "rated_voltage") do |k, r, i, w, u|
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
        with("torque_constant", "line_resistance", "no_load_speed", "rated_voltage") do |k, r, w, u|
          expected = (u - r * friction_current) / k
          gap = w / expected - 1
          next if expected <= 0 || gap.abs <= SPEED_REACHED
          caution(
            "no_load_disagrees",
            "#{speed_text(expected)} without load follow from the constant; #{speed_text(w)} is given",
            because:
              "#{show(u, "V")} are #{speed_text(expected)} of back-EMF, less what #{show(friction_current, "A")} " \
                "lose in the armature.",
            so: "Compare the constant with the sheet.",
            facts: %w[no_load_speed torque_constant rated_voltage]
          )
        end
      end

      # A motor for another supply: the drive does hold the mean, not the peaks.
      def other_voltage
        voltage = si("rated_voltage") or return
        return if bus_voltage <= OTHER_SUPPLY * voltage
        caution(
          "other_voltage",
          "A motor for #{show(voltage, "V")} on a bus of #{show(bus_voltage, "V", 0)}",
          because:
            "The top speed is what holds the voltage at its brushes down; the current ripples " \
              "#{show(bus_voltage / voltage, nil, 1)} times as much as on its own supply, and wears them.",
          so:
            "Keep the top speed at #{si("rated_speed") ? speed_text(si("rated_speed")) : "the rated speed"} or " \
              "below, and the switching frequency high.",
          facts: %w[rated_voltage]
        )
      end

      def brushes_too_fast
        with("top_speed", "rated_speed") do |top, rated|
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
        source = CONSTANTS.find { |key| sheet[key] }
        take_over(
          "torque_constant",
          "motor.torque_constant",
          given ? "as given" : "the same constant as the #{source.to_s.tr("_", " ")}",
          facts: [given ? "torque_constant" : source].compact
        )
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Motors
    # What is the same for all kinds of motors: the cable, the sensor in the winding, the switching frequency of the
    # power stage.
    #
    #   R = ρ l/A with ρ = 0.0175 Ω·mm²/m of copper at 20 °C (IEC 60228), ΔU = √3 R I between two lines
    module Surroundings
      COPPER = 0.0175 # Ω·mm²/m
      CABLE_CAPACITANCE = 0.25e-9 # F/m between the wires and their screen, usual for motor cables
      LONG_CABLE = 50.0 # m, from which makers ask for a choke
      LOW_VOLTAGE = 100.0 # V of bus, below which neither matters
      SWITCHES = 8 # kHz, where the drive does not let it be chosen
      DROP = 0.03 # of the voltage that a motor cable may take
      # kHz => what is heard, what is lost, what is left of the current (with 4 kHz as the whole)
      SWITCHING = {
        "2" => ["loud", "cool", 1.0],
        "4" => ["well heard", "as rated", 1.0],
        "8" => ["a high whistle", "warmer", 0.85],
        "12" => ["hardly heard", "hot", 0.7],
        "16" => ["silent", "hottest", 0.55]
      }.freeze

      FORM =
        Facts::Form.load(
          "motors/surroundings",
          choices: {
            "switching" => SWITCHING.keys.to_h { |khz| [khz, "#{khz} kHz"] }
          }
        )
      FIELDS = FORM[:cable]

      # @return [Array<Facts::Field>] that this drive makes sense of
      def self.fields(profile) = profile["output.switching_frequency"] ? FIELDS + FORM[:switching] : FIELDS

      private

      def cable_resistance =
        if given("cable_length") && sheet["cable_section"]
          COPPER * given("cable_length") / sheet["cable_section"].to_f
        else
          nil
        end
      def drop =
        cable_resistance && given("rated_current") ? FactStage::SQRT3 * cable_resistance * given("rated_current") : nil

      def cable_drop
        drop &&
          consequence(
            "cable_drop",
            "Voltage lost in the motor cable",
            drop,
            "V",
            nil,
            "At rated current; #{show(cable_resistance * 1e3, "mΩ")} a core, which a measurement of the winding " \
              "finds as well."
          )
      end

      def switching_says
        heard, heat, share = SWITCHING[sheet.asks?("switching") ? sheet["switching"] : nil]
        heard &&
          statement(
            "switching_says",
            "At #{sheet["switching"]} kHz",
            heard,
            "The power stage runs #{heat}; #{percent(share)} of the drive's current is left. The current ripples " \
              "#{show(4 / sheet["switching"].to_f, nil, 2)} times as much as at 4 kHz."
          )
      end

      def cable_drops_much
        voltage = supply_line_voltage
        return unless drop && drop > DROP * voltage
        caution(
          "cable_drops_much",
          "The motor cable takes #{show(drop, "V", 1)} of #{show(voltage, "V", 0)}",
          because: "That is #{shaft.word(:torque)} and top speed that never reach the motor, and heat in the cable.",
          so: "A larger section, or a shorter cable.",
          facts: %w[cable_length cable_section]
        )
      end

      # i = C' l U f_s: what a screened cable takes to be charged at each switching, in the mean.
      def cable_long
        length = given("cable_length")
        return unless length && length > LONG_CABLE && bus_voltage > LOW_VOLTAGE
        current = CABLE_CAPACITANCE * length * bus_voltage * (as_typed("switching") || SWITCHES).to_f * 1000
        caution(
          "cable_long",
          "A motor cable of #{show(length, "m", 0)} takes about #{show(current, "A")} to be charged",
          because:
            "Each switching charges it, which the drive gives beside the motor's current, and the wave that comes " \
              "back doubles the voltage at the winding.",
          so: "An output choke or filter, a lower switching frequency, or the drive nearer to the motor.",
          facts: %w[cable_length]
        )
      end

      def switching_leaves_too_little
        share = SWITCHING[sheet.asks?("switching") ? sheet["switching"] : nil]&.last
        current = given("rated_current")
        return unless share && current && current > rating(:current) * share && current <= rating(:current)
        caution(
          "switching_leaves_too_little",
          "At #{sheet["switching"]} kHz the drive gives #{show(rating(:current) * share, "A")}; the motor takes " \
            "#{show(current, "A")}",
          because: "The power stage heats with each switching; it lowers its current or trips.",
          so: "A lower switching frequency, or a larger drive.",
          facts: %w[switching]
        )
      end

      def no_sensor
        return unless sheet.asks?("sensor") && sheet["sensor"] == "none"
        note(
          "no_sensor",
          "Nothing in the winding tells its temperature",
          because:
            "The heat model alone protects the motor. It knows nothing of a blocked fan, and begins cold after a " \
              "power-up where the drive does not keep it.",
          facts: %w[sensor]
        )
      end

      def propose_sensor =
        sheet.asks?("sensor") && sheet["sensor"] &&
          propose(
            "monitors.motor_sensor",
            FORM.field("sensor").choices.keys.index(sheet["sensor"]),
            "as given",
            facts: %w[sensor]
          ) || nil
      def propose_switching =
        sheet.asks?("switching") && sheet["switching"] &&
          propose("output.switching_frequency", sheet["switching"].to_f, "as chosen", facts: %w[switching]) || nil
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Motors
    # A nameplate as it is printed: both connections, and a second column of frequency. Star has √3 times the voltage
    # and 1/√3 of the current of delta (IEC 60034-1); the power is one. Wired for less than the drive gives, the motor
    # keeps its flux beyond its rated frequency: f = f_n U_drive/U_n.
    module InductionPlate
      PAIR = 0.05 # by which two voltages may miss √3
      SAME_POWER = 0.08 # by which U·I of the two connections may differ
      FLUX = 0.1 # by which U/f of the two columns may differ
      SPARE = 1.2 # times the rated frequency from which rated flux beyond it is worth a word

      CONSEQUENCES = %i[other_connection flux_beyond second_column].freeze
      RULES = %i[connection_contradicts voltages_no_pair currents_no_pair columns_disagree flux_differs].freeze

      # That is used: the higher voltage is the star's. @return [String, nil] star or delta
      def connection
        return sheet["connection"] if sheet["connection"]
        given_all("rated_voltage", "other_voltage") { |used, other| used > other ? "star" : "delta" }
      end

      private

      def other_connection
        return unless connection
        star = connection == "star"
        given_all("rated_voltage", "rated_current") do |voltage, current|
          factor = star ? 1 / FactStage::SQRT3 : FactStage::SQRT3
          statement(
            "other_connection",
            "In #{star ? "delta" : "star"} it would be",
            "#{show(voltage * factor, "V", 0)}, #{show(current / factor, "A", 2)}",
            "The same power; the plate prints both."
          )
        end
      end

      def flux_beyond
        given_all("rated_voltage", "rated_frequency", "rated_current") do |voltage, frequency, current|
          ratio = supply_line_voltage / voltage
          next if ratio < SPARE
          consequence(
            "flux_beyond",
            "Rated torque up to",
            frequency * ratio,
            "Hz",
            0,
            "The drive gives #{show(supply_line_voltage, "V", 0)}, the motor is wired for " \
              "#{show(voltage, "V", 0)}: with the #{show(current, "A")} of that connection it has " \
              "#{show(ratio, nil, 2)} times its rated power there. Ask its maker about the speed."
          )
        end
      end

      def second_pairs
        given_all("second_frequency", "second_speed") do |frequency, speed|
          (frequency / (speed / (2 * Math::PI)) * InductionFigures::SYNCHRONOUS_MARGIN).floor
        end
      end

      def second_column
        given_all("second_frequency", "second_speed") do |frequency, speed|
          next unless second_pairs.positive?
          slip = 1 - speed * second_pairs / (2 * Math::PI * frequency)
          torque = given("second_power") && "; #{show(given("second_power") / speed, "N·m", 2)} of torque"
          statement(
            "second_column",
            "By the second column",
            "#{show(slip * frequency, "Hz", 2)} of slip",
            "#{speed_text(speed)} at #{show(frequency, "Hz", 0)}#{torque}."
          )
        end
      end

      def connection_contradicts
        return unless sheet["connection"] && given("rated_voltage") && given("other_voltage")
        higher = given("rated_voltage") > given("other_voltage")
        return if higher == (sheet["connection"] == "star") || given("rated_voltage") == given("other_voltage")
        blocker(
          "connection_contradicts",
          "#{sheet["connection"].capitalize} has the #{higher ? "lower" : "higher"} of the two voltages, not " \
            "#{show(given("rated_voltage"), "V", 0)}",
          because:
            "Of #{show([given("rated_voltage"), given("other_voltage")].max, "V", 0)} and " \
              "#{show([given("rated_voltage"), given("other_voltage")].min, "V", 0)} the higher is for star. Wrong, " \
              "the motor gets 1.73 times too much voltage, or too little.",
          so: "Look into the terminal box.",
          facts: %w[connection rated_voltage other_voltage],
          change: {
            fact: "connection",
            text: higher ? "star" : "delta"
          }
        )
      end

      def voltages_no_pair
        given_all("rated_voltage", "other_voltage") do |used, other|
          ratio = [used, other].max / [used, other].min
          next if (ratio / FactStage::SQRT3 - 1).abs <= PAIR
          caution(
            "voltages_no_pair",
            "#{show(used, "V", 0)} and #{show(other, "V", 0)} are no star and delta of one winding",
            because: "Their ratio is #{show(ratio, nil, 2)}; of one winding it is 1.73.",
            so: "Are both of one column of the plate?",
            facts: %w[rated_voltage other_voltage]
          )
        end
      end

      def currents_no_pair
        given_all(
          "rated_voltage",
          "rated_current",
          "other_voltage",
          "other_current"
        ) do |used, current, other, other_current|
          share = used * current / (other * other_current)
          next if (share - 1).abs <= SAME_POWER
          exchanged = (used * other_current / (other * current) - 1).abs <= SAME_POWER
          finding(
            exchanged ? :blocker : :caution,
            "currents_no_pair",
            exchanged ? "The two currents are exchanged" : "The two connections take different power",
            because:
              "#{show(used, "V", 0)} · #{show(current, "A", 2)} against #{show(other, "V", 0)} · " \
                "#{show(other_current, "A", 2)}: the power of a motor does not hang on its bridges. The smaller " \
                "current belongs to the higher voltage.",
            so: "Compare with the plate.",
            facts: %w[rated_current other_current rated_voltage other_voltage]
          )
        end
      end

      def columns_disagree
        return if second_pairs.nil? || implied_pole_pairs.nil? || second_pairs == implied_pole_pairs
        blocker(
          "columns_disagree",
          "The two columns are not of one motor: #{implied_pole_pairs} pole pair#{"s" if implied_pole_pairs > 1} " \
            "by the first, #{second_pairs.positive? ? second_pairs : "none"} by the second",
          because:
            "#{speed_text(given("rated_speed"))} at #{show(given("rated_frequency"), "Hz", 0)}, " \
              "#{speed_text(given("second_speed"))} at #{show(given("second_frequency"), "Hz", 0)}.",
          so: "Was a speed taken from the other column?",
          facts: %w[rated_frequency rated_speed second_frequency second_speed]
        )
      end

      def flux_differs
        given_all(
          "rated_voltage",
          "rated_frequency",
          "second_voltage",
          "second_frequency"
        ) do |voltage, frequency, second_voltage, second_frequency|
          change = second_voltage / second_frequency / (voltage / frequency) - 1
          next if change.abs <= FLUX
          note(
            "flux_differs",
            "The second column has #{percent(change.abs)} #{change.positive? ? "more" : "less"} flux",
            because:
              "#{show(voltage / frequency, "V/Hz", 2)} by the first, " \
                "#{show(second_voltage / second_frequency, "V/Hz", 2)} by the second. The " \
                "drive holds what the first says.",
            facts: %w[rated_voltage rated_frequency second_voltage second_frequency]
          )
        end
      end
    end
  end
end

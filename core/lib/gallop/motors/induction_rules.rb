# frozen_string_literal: true

module Gallop
  module Motors
    # What cannot be, or does not fit, on the nameplate of an induction motor.
    module InductionRules
      private

      def against_slip(given)
        return "A motor does not run faster than its field." if given > implied_pole_pairs
        "A slip of #{percent(slip)} would be far too much."
      end

      def pole_pairs_impossible
        given = sheet["pole_pairs"] or return
        return if implied_pole_pairs.nil? || given == implied_pole_pairs
        blocker(
          "pole_pairs_impossible",
          "#{given} pole pair#{"s" if given > 1} cannot be: that motor would turn at " \
            "#{speed_text(synchronous_speed)} at most",
          because:
            "At #{show(given("rated_frequency"), "Hz", 0)} the field of #{given} pole pair#{"s" if given > 1} turns " \
              "at #{speed_text(synchronous_speed)}, and the nameplate says #{speed_text(given("rated_speed"))}. " \
              "#{against_slip(given)}",
          so:
            "#{implied_pole_pairs} pole pair#{"s" if implied_pole_pairs > 1} (#{implied_pole_pairs * 2} poles) " \
              "fit#{"s" if implied_pole_pairs == 1} these figures.",
          facts: %w[pole_pairs rated_frequency rated_speed],
          change: {
            fact: "pole_pairs",
            text: implied_pole_pairs.to_s
          }
        )
      end

      def speed_at_or_above_synchronous
        given_all("rated_frequency", "rated_speed") do |f, speed|
          next if implied_pole_pairs
          blocker(
            "speed_above_synchronous",
            "#{speed_text(speed)} is above every synchronous speed at #{show(f, "Hz", 0)}",
            because: "Two poles give #{speed_text(2 * Math::PI * f)}, and no number of poles gives more.",
            so: "Check frequency and speed: they must be of one column of the nameplate.",
            facts: %w[rated_frequency rated_speed]
          )
        end
      end

      def slip_unusual
        if slip.nil? || sheet["pole_pairs"] && sheet["pole_pairs"] != implied_pole_pairs || slip.between?(0.003, 0.12)
          return
        end
        caution(
          "slip_unusual",
          "A rated slip of #{show(slip * 100, "%", 1)} is unusual",
          because:
            "Rated speed #{speed_text(given("rated_speed"))} against #{speed_text(synchronous_speed)} synchronous; " \
              "motors of this kind slip 0.3 to 12 %.",
          so: "Check whether speed and frequency are of one column of the nameplate.",
          facts: %w[rated_speed rated_frequency]
        )
      end

      # From which shaft power (W) on what lies between the poorest and the best motors (IEC 60034-30-1: IE1 to IE4,
      # with room for other pole numbers).
      EFFICIENCIES = {
        0.0 => 0.25..0.85,
        120.0 => 0.4..0.88,
        370.0 => 0.52..0.9,
        750.0 => 0.62..0.93,
        7500.0 => 0.78..0.97
      }.freeze
      private_constant :EFFICIENCIES

      def usual_efficiency = EFFICIENCIES.select { |power, _| given("rated_power") >= power }.values.last

      def efficiency_impossible
        ratio = efficiency_ratio or return
        return if usual_efficiency.cover?(ratio)
        impossible = ratio >= 1
        finding(
          impossible || other_connection?(ratio) ? :blocker : :caution,
          "efficiency_impossible",
          (
            if impossible
              "The motor would give #{show(given("rated_power"), "W", 0)} and take in only #{show(input_power, "W", 0)}"
            else
              "An efficiency of #{percent(ratio)} is not plausible"
            end
          ),
          because:
            "√3 · #{show(given("rated_voltage"), "V", 0)} · #{show(given("rated_current"), "A", 2)} · " \
              "#{show(sheet["power_factor"], nil, 2)} is what it takes in; motors of this power have " \
              "#{percent(usual_efficiency.min)} to #{percent(usual_efficiency.max)}.#{connection_hint(ratio)}",
          so: "Check power, voltage, current and power factor; voltage and current must be of one connection.",
          facts: %w[rated_power rated_voltage rated_current power_factor]
        )
      end

      # Voltage of one connection with the current of the other.
      def other_connection?(ratio) =
        [ratio / Motor::SQRT3, ratio * Motor::SQRT3].any? { |other| usual_efficiency.cover?(other) }

      def connection_hint(ratio)
        return "" unless other_connection?(ratio)
        if usual_efficiency.cover?(ratio / Motor::SQRT3)
          " Too much by 1.73: star current with delta voltage?"
        else
          " Too little by 1.73: delta current with star voltage?"
        end
      end

      def voltage_above_supply
        voltage = given("rated_voltage") or return
        limit = supply_line_voltage
        return if voltage <= limit * 1.03
        caution(
          "voltage_above_supply",
          "The motor is wound for #{show(voltage, "V", 0)}, the drive gives #{show(limit, "V", 0)} at most",
          because: "Above #{show(given("rated_frequency").to_f * limit / voltage, "Hz", 0)} the field weakens already.",
          so: "Connect the motor for the lower voltage if it can be.",
          facts: %w[rated_voltage]
        )
      end

      def voltage_below_supply
        voltage = given("rated_voltage") or return
        limit = supply_line_voltage
        return if flux_extended? || voltage >= limit * 0.7
        note(
          "voltage_below_supply",
          "#{show(voltage, "V", 0)} on a #{show(limit, "V", 0)} drive is a delta connection, or another mains",
          because:
            "The voltage is held to #{show(voltage, "V", 0)} by the drive, and the current of that connection applies.",
          so: "Check the bridges in the terminal box.",
          facts: %w[rated_voltage rated_current]
        )
      end

      def drive_frequency_exceeded
        top = given("top_speed") or return
        return unless pairs
        frequency = top * pairs / (2 * Math::PI)
        return if frequency <= rating(:output_frequency)
        blocker(
          "drive_frequency_exceeded",
          "#{speed_text(top)} needs #{show(frequency, "Hz", 0)}, the drive ends at " \
            "#{show(rating(:output_frequency), "Hz", 0)}",
          because: "The output frequency is speed times pole pairs.",
          so: "Lower the top speed.",
          facts: %w[top_speed pole_pairs]
        )
      end

      # In the weakened field the breakdown torque falls with the square of the speed.
      def point_beyond_field
        mechanics = machine&.stage("mechanics")
        speed = mechanics&.demanded_speed
        asked = mechanics&.demanded_torque || mechanics&.steady_torque
        return unless speed && asked && usable_torque && given("rated_voltage") && synchronous_speed
        left = speed > full_flux_speed ? usable_torque * (full_flux_speed / speed)**2 : usable_torque
        return if asked <= left * 1.001
        caution(
          "point_beyond_field",
          "#{torque_text(asked)} are asked for at #{speed_text(speed)}, where there are #{torque_text(left)}",
          because: "Above #{speed_text(full_flux_speed)} the field is weakened; the motor stalls, or never gets there.",
          so: "Another ratio, less speed, or a larger motor.",
          facts: %w[top_speed rated_voltage rated_frequency]
        )
      end

      def top_speed_high
        given_all("top_speed", "rated_speed") do |top, rated|
          next if top <= 2 * rated
          caution(
            "top_speed_high",
            "Top speed is #{show(top / rated, nil, 1)} times the rated speed",
            because:
              "Bearings and rotor of standard motors are made for about twice the rated speed, and " \
                "#{percent(rated / top)} of the torque is left there.",
            so: "Ask the maker of the motor.",
            facts: %w[top_speed rated_speed]
          )
        end
      end
    end
  end
end

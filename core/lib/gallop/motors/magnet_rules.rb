# frozen_string_literal: true

module Gallop
  module Motors
    # What cannot be, or does not fit, in the data of a motor with magnets.
    module MagnetRules
      private

      def pole_pairs_too_many
        given_all("top_speed", "pole_pairs") do |speed, p|
          frequency = speed * p / (2 * Math::PI)
          limit = rating(:output_frequency)
          next if frequency <= limit
          most = (limit / (speed / (2 * Math::PI))).floor
          blocker(
            "pole_pairs_too_many",
            "#{pairs} pole pairs cannot be run at #{speed_text(speed)} on this drive",
            because: "That needs #{show(frequency, "Hz", 0)} at the motor; the drive ends at #{show(limit, "Hz", 0)}.",
            so:
              (
                if most.positive?
                  "Check whether the nameplate counts poles: #{pairs} poles are " \
                    "#{show(pairs / 2.0, nil, pairs.odd? ? 1 : 0)} pairs. At most #{most} pairs fit this speed."
                else
                  "Lower the top speed."
                end
              ),
            facts: %w[pole_pairs top_speed],
            change: halved_poles(most)
          )
        end
      end

      def pairs = pole_pairs_known

      def halved_poles(most)
        if as_typed("count_form") != "poles" && pairs.even? && pairs / 2 <= most
          { fact: "pole_pairs", text: (pairs / 2).to_s }
        end
      end

      # The inductive drop at rated speed and current alone must stay below the voltage there is.
      def reactance_too_large
        given_all("rated_speed", "pole_pairs", "line_inductance", "rated_current") do |speed, p, inductance, i|
          drop = speed * p * inductance * arrangement.phase_share * i * arrangement.peak
          available = bus_voltage * arrangement.bus_share
          next if drop <= available
          blocker(
            "reactance_too_large",
            "Inductance and #{shaft.slides? ? "pole pitch" : "pole pairs"} leave no voltage for #{shaft.word(:torque)}",
            because:
              "At #{speed_text(speed)}#{" with #{pairs} pole pairs" unless shaft.slides?}, " \
                "#{show(given("line_inductance") * 1e3, "mH", 2)} takes #{show(drop, "V", 0)} at rated current; the " \
                "bus gives #{show(available, "V", 0)} a phase.",
            so: "Check the unit of the inductance and the #{shaft.slides? ? "pole pitch" : "pole pairs"}.",
            facts: %w[line_inductance pole_pairs rated_speed rated_current]
          )
        end
      end

      def torque_against_current
        given_all("rated_torque", "rated_current", "torque_constant") do |torque, current, kt|
          needed = torque / kt + idle_current
          gap = needed / current - 1
          next if gap.abs <= 0.06
          caution(
            "torque_against_current",
            "Rated #{shaft.word(:torque)} and current disagree by #{percent(gap.abs)}",
            because:
              "#{torque_text(torque)} at #{shaft.text(:torque_constant, kt)} needs " \
                "#{show(needed, "A", 2)}#{" rms" if arrangement.alternates}; #{show(current, "A", 2)} is " \
                "given.#{peak_hint(needed, current)}",
            so: "Compare the three figures with the nameplate.",
            facts: %w[rated_torque rated_current torque_constant]
          )
        end
      end

      def peak_hint(needed, current)
        return "" unless arrangement.alternates
        if (current / needed / Motor::SQRT2 - 1).abs < 0.04 || (needed / current / Motor::SQRT2 - 1).abs < 0.04
          return " The ratio is 1.41: one of them may be a peak figure."
        end
        ""
      end

      def constants_disagree
        given_all("torque_constant", "voltage_constant") do |kt, ke|
          gap = ke * arrangement.emf_ratio / kt - 1
          next if gap.abs <= 0.06
          caution(
            "constants_disagree",
            "#{shaft.word(:torque).capitalize} and voltage constant disagree by #{percent(gap.abs)}",
            because:
              "#{shaft.text(:torque_constant, kt)} belongs to " \
                "#{shaft.text(:voltage_constant, kt / arrangement.emf_ratio)} #{arrangement.emf_words}; " \
                "#{shaft.text(:voltage_constant, ke)} is given.",
            so:
              (
                if arrangement.alternates
                  "Check whether one of them is a phase or a peak figure."
                else
                  "Both are one constant; compare them with the sheet."
                end
              ),
            facts: %w[torque_constant voltage_constant]
          )
        end
      end

      def peak_below_rated
        given_all("peak_current", "rated_current") do |peak, rated|
          next if peak >= rated
          blocker(
            "peak_below_rated",
            "Peak current #{show(peak, "A")} is below rated current #{show(rated, "A")}",
            because: "A motor stands its rated current for ever, so its peak cannot be smaller.",
            so: "Were the two exchanged?",
            facts: %w[peak_current rated_current]
          )
        end
      end

      def peak_beyond_drive
        peak = given("peak_current") or return
        limit = rating(:peak_current)
        return if peak <= limit
        note(
          "peak_beyond_drive",
          "The drive ends at #{show(limit, "A")}, below the motor's peak of #{show(peak, "A")}",
          because: "Short-time #{shaft.word(:torque)} is bounded by the drive.",
          facts: %w[peak_current]
        )
      end

      def top_speed_beyond_bus
        top = given("top_speed") or return
        reach = winding&.speed_at(0.0, weakest_bus_voltage) or return
        return if top <= reach
        caution(
          "top_speed_beyond_bus",
          "#{speed_text(top)} cannot be reached on a weak supply: the back-EMF ends it at #{speed_text(reach)}",
          because:
            "With the supply #{(supply_tolerance * 100).round} % low the bus has " \
              "#{show(weakest_bus_voltage, "V", 0)}; the magnets alone use that up.",
          so: "Lower the top speed, or accept less on a weak supply.",
          facts: %w[top_speed torque_constant]
        )
      end

      # What the machine asks for, on the bus as it is fed and at its weakest.
      def point_beyond_voltage
        mechanics = machine&.stage("mechanics")
        speed = mechanics&.demanded_speed
        torque = mechanics&.demanded_torque
        return unless winding && speed && torque
        ends, weak = [bus_voltage, weakest_bus_voltage].map { |bus| winding.speed_at(torque, bus) }
        return if speed <= weak * 1.001
        finding(
          speed > ends * 1.001 ? :caution : :note,
          "point_beyond_voltage",
          "#{torque_text(torque)} are asked for up to #{speed_text(speed)}; the voltage ends it at " \
            "#{speed_text(ends)}, #{speed_text(weak)} on a weak supply",
          because: "Beyond, the #{shaft.word(:torque)} falls steeply and the motor drops behind its profile.",
          so: "Less speed or acceleration, another ratio, or a winding for more speed.",
          facts: %w[torque_constant line_inductance line_resistance]
        )
      end

      # τ_m tells a unit that is wrong by a thousand.
      def inertia_unusual
        given_all("rotor_inertia", "line_resistance", "torque_constant") do |inertia, resistance, constant|
          time = arrangement.loss_factor * resistance * inertia / constant**2
          next if self.class::MECHANICAL_TIMES.cover?(time)
          caution(
            "inertia_unusual",
            "A bare #{shaft.word(:rotor)} that needs #{show(time, "s")} to its speed is unusual",
            because: "Motors of this kind lie between 0.05 ms and 0.3 s.",
            so: "Check the unit of the #{shaft.word(:inertia)}.",
            facts: %w[rotor_inertia]
          )
        end
      end

      def top_speed_above_rated
        given_all("top_speed", "rated_speed") do |top, rated|
          next if top <= rated
          note(
            "top_speed_above_rated",
            "Top speed #{speed_text(top)} is above rated speed #{speed_text(rated)}",
            because: "Above rated speed the continuous #{shaft.word(:torque)} falls, mainly by iron loss.",
            facts: %w[top_speed rated_speed]
          )
        end
      end

      def electrical_time_unusual
        given_all("line_resistance", "line_inductance") do |r, l|
          tau = l / r
          usual = self.class::ELECTRICAL_TIMES
          next if usual.cover?(tau)
          caution(
            "electrical_time_unusual",
            "An electrical time constant of #{show(tau * 1e3, "ms")} is unusual",
            because:
              "Motors of this kind lie between #{show(usual.min * 1e3, nil)} and #{show(usual.max * 1e3, "ms")}.",
            so: "Check the units of resistance and inductance.",
            facts: %w[line_resistance line_inductance]
          )
        end
      end

      def losses_too_large
        given_all("rated_torque", "rated_speed", "rated_current", "line_resistance") do |torque, speed, current, line_r|
          loss = arrangement.copper_loss(line_r, current)
          share = loss / (torque * speed)
          next if share <= 0.5
          caution(
            "losses_too_large",
            "Copper loss would be #{percent(share)} of the rated power",
            because:
              "#{show(current, "A")} through #{show(line_r, "Ω")} #{arrangement.measured_words} heats with " \
                "#{show(loss, "W", 0)}; the motor gives #{show(torque * speed, "W", 0)}.",
            so: "Check resistance and current.",
            facts: %w[line_resistance rated_current rated_torque rated_speed]
          )
        end
      end
    end
  end
end

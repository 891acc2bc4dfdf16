# frozen_string_literal: true

module Gallop
  module Power
    # A battery of equal cells: series for the voltage, parallel for current and capacity.
    class Battery < Supply
      # Words, and V of a cell: full, nominal, empty, and what it may never pass.
      CHEMISTRIES = {
        "nmc" => ["Lithium, NMC", 4.2, 3.6, 3.0, 4.25],
        "lfp" => ["Lithium, iron phosphate", 3.65, 3.2, 2.6, 3.75],
        "lead" => ["Lead", 2.4, 2.0, 1.75, 2.6],
        "nimh" => ["Nickel metal hydride", 1.45, 1.2, 1.0, 1.6]
      }.freeze

      CELLS = Facts::Form.load("power/battery", choices: { "chemistry" => CHEMISTRIES.transform_values(&:first) })
      FIELDS = [*CELLS[:battery], *FORM[:stop], *FORM[:brake]].freeze

      CONSEQUENCES = %i[
        voltage_window
        usable_current
        charge_current
        sag
        energy_content
        run_time
        energy_of_a_stop
        power_of_a_stop
        returned_current
        energy_of_lowering
        returned_downhill
        driving_bound
        braking_bound
        brake_margin
      ].freeze
      RULES = %i[
        voltage_too_high
        voltage_too_low
        drive_beyond_battery
        stop_overcharges
        downhill_overcharges
        full_battery_overcharged
        brake_too_weak
        load_without_brake
        brake_times_missing
      ].freeze
      PROPOSALS = %i[propose_cells propose_currents propose_voltages propose_levels propose_brake].freeze

      CHARTS = %i[window].freeze

      def bus_fed = nominal
      def weakest_bus = empty

      # What the drive holds the currents of the battery to, as long as it is not near its end.
      # @return [Control::BatteryCurrents, nil]
      def currents
        return unless discharge && charge && nominal
        Control::BatteryCurrents.new(discharge: discharge, charge: charge, taper: nominal, ends_at: empty)
      end

      # @return [Float, nil] V
      def full = cell && sheet["series"] && cell[1] * sheet["series"]

      private

      def cell = CHEMISTRIES[sheet["chemistry"]]
      def nominal = cell && sheet["series"] && cell[2] * sheet["series"]
      # The whole volt up to which the cells are not hurt, above the full battery.
      def highest_level = most.floor > full ? most.floor : full.floor + 1
      def most = cell && sheet["series"] && cell[4] * sheet["series"]
      def empty = cell && sheet["series"] && cell[3] * sheet["series"]
      def margin = given("margin") || 0.2
      def discharge =
        given_all("parallel", "discharge") do |strings, limit|
          [strings * limit * (1 - margin) - (given("others") || 0.0), 0.0].max
        end
      def charge = given_all("parallel", "charge") { |strings, limit| strings * limit * (1 - margin) }

      def swallowed_power = charge && full && charge * full

      def voltage_window
        full &&
          consequence(
            "voltage_window",
            "Battery voltage",
            nominal,
            "V",
            1,
            "#{show(empty, "V", 1)} empty to #{show(full, "V", 1)} full; the drive trips at #{show(trip, "V", 0)}."
          )
      end

      def usable_current
        discharge &&
          consequence(
            "usable_current",
            "Current for this drive",
            discharge,
            "A",
            1,
            "#{sheet["parallel"]} strings at their limit, less #{percent(margin)} " \
              "margin#{" and #{show(given("others"), "A")} for others" if given("others")}."
          )
      end

      def charge_current
        charge &&
          consequence(
            "charge_current",
            "Current that may go back",
            charge,
            "A",
            1,
            "While the motor brakes, less #{percent(margin)} margin."
          )
      end

      # R = n_s/n_p · R_cell
      def sag
        given_all("cell_resistance", "series", "parallel") do |resistance, series, strings|
          discharge && consequence("sag", "Sag at that current", discharge * resistance * series / strings, "V", 2)
        end
      end

      def energy_content
        given_all("capacity", "parallel") do |capacity, strings|
          nominal &&
            consequence("energy_content", "Energy of the battery", capacity * strings * nominal / 3600, "W·h", 0)
        end
      end

      def run_time
        given_all("capacity", "parallel", "mean_power") do |capacity, strings, power|
          nominal &&
            consequence(
              "run_time",
              "Run time",
              capacity * strings * nominal / power / 3600,
              "h",
              1,
              "From full to empty at the mean power."
            )
        end
      end

      # At the start of the stop, into the running battery: I = P/V
      def returned_current
        first_power && full &&
          consequence(
            "returned_current",
            "Current of the stop into the battery",
            first_power / full,
            "A",
            1,
            "As the stop begins, with a full battery and no losses."
          )
      end

      # A stop on the way down: both at once.
      def downhill_current
        lowering_power&.positive? && full ? (lowering_power + first_power.to_f) / full : nil
      end

      def returned_downhill
        downhill_current &&
          consequence(
            "returned_downhill",
            "Current into the battery going down",
            downhill_current,
            "A",
            1,
            first_power ? "While it stops there, with a full battery and no losses." : "At the speed that is asked for."
          )
      end

      # ω T + c T² = V I, for the peak torque: which speed is the last that has all of it.
      def driving_bound
        return unless (torque = motor_torque) && currents
        from = (discharge * nominal - heat * torque**2) / torque
        bound("driving_bound", "Battery bounds the torque from", from, torque) { |speed| torques(speed).last }
      end

      def braking_bound
        return unless (torque = motor_torque) && currents
        from = (charge * nominal + heat * torque**2) / torque
        bound("braking_bound", "Battery bounds braking from", from, torque) { |speed| -torques(speed).first }
      end

      # @param from [Float] rad/s @yieldparam speed [Float] rad/s @yieldreturn [Float] N·m that it leaves there
      def bound(id, label, from, torque)
        top = motor.given("top_speed") or return
        return if from > top
        at_top = "#{torque_text([yield(top), torque].min)} at #{speed_text(top)}"
        consequence(
          id,
          label,
          *told(:speed, [from, 0.0].max),
          "#{torque_text(torque)} of peak torque up to there, #{at_top}; on a battery of #{show(nominal, "V", 1)}."
        )
      end

      def torques(speed) = currents.torques(speed, nominal, heat)
      def motor_torque = heat && motor.usable_torque
      def heat = motor && motor.respond_to?(:winding_heat) ? motor.winding_heat : nil

      def downhill_overcharges
        return unless downhill_current && charge && downhill_current > charge
        caution(
          "downhill_overcharges",
          "Going down sends #{show(downhill_current, "A", 1)} back; the cells take #{show(charge, "A", 1)}",
          because: "The drive holds the current back, brakes too little, and the load runs away from the speed.",
          so: "A lower speed, a longer stop, or more strings.",
          facts: %w[charge parallel stop_time]
        )
      end

      # What comes back lifts a full battery by the drop over its cells.
      def full_battery_overcharged
        back = [downhill_current, first_power && full && first_power / full].compact.max
        rise =
          back &&
            given_all("cell_resistance", "series", "parallel") { |r, series, strings| back * r * series / strings }
        return unless rise && full + rise > most
        caution(
          "full_battery_overcharged",
          "Braking lifts a full battery to #{show(full + rise, "V", 1)}; its cells end at #{show(most, "V", 1)}",
          because: "#{show((full + rise) / sheet["series"], "V", 2)} a cell ages them, or its protection opens.",
          so: "Charge to a little less than full, or a longer stop.",
          facts: %w[cell_resistance series stop_time]
        )
      end

      def voltage_too_high
        return unless full && full >= trip
        blocker(
          "voltage_too_high",
          "#{show(full, "V", 1)} full; the drive trips at #{show(trip, "V", 0)}",
          because: "The drive cannot be switched on with a full battery, or is destroyed.",
          so: "Fewer cells in series: #{(trip / cell[1]).ceil - 1} at most.",
          facts: %w[series chemistry]
        )
      end

      def voltage_too_low
        return unless full && full < rating(:bus_voltage) * (1 - rating(:bus_tolerance))
        caution(
          "voltage_too_low",
          "#{show(full, "V", 1)} full is far below the drive's #{show(rating(:bus_voltage), "V", 0)}",
          because: "Top speed falls with the voltage, and the under-voltage level trips.",
          so: "More cells in series.",
          facts: %w[series chemistry]
        )
      end

      # Motor power at the drive's own current limit against what the battery gives.
      def drive_beyond_battery
        return unless discharge && nominal && rating(:power) > discharge * nominal
        note(
          "drive_beyond_battery",
          "The battery gives #{show(discharge * nominal, "W", 0)}, the drive could take " \
            "#{show(rating(:power), "W", 0)}",
          because: "The battery's limit decides, and is set in the drive.",
          facts: %w[discharge parallel]
        )
      end

      def stop_overcharges
        return unless first_power && charge && full
        back = first_power / full
        return if back <= charge
        caution(
          "stop_overcharges",
          "The stop sends #{show(back, "A", 1)} back; the cells take #{show(charge, "A", 1)}",
          because:
            "The drive holds the current back, and a ramp takes longer. A quick stop does not wait: the battery's " \
              "own protection opens, and the bus rises to its trip.",
          so:
            (
              if charge.positive?
                "A stop of #{show(2 * stop_energy / (charge * full), "s")} or longer."
              else
                "Cells that may be charged, or a stop by friction alone."
              end
            ),
          facts: %w[stop_time charge]
        )
      end

      # Voltage over charge: open, and at the current that may be drawn. Between full and empty a straight line, as
      # far as cells have one.
      def window
        return unless full && full.positive?
        drop =
          given_all("cell_resistance", "series", "parallel") do |resistance, series, strings|
            discharge && discharge * resistance * series / strings
          end
        line = ->(name, less, role) do
          Chart::Curve.new(name: name, points: [[0.0, empty - less], [100.0, full - less]], role: role)
        end
        Chart.new(
          id: "window",
          title: "Battery over its charge",
          x: Chart::Axis.new(label: "charge", unit: "%"),
          y: Chart::Axis.new(label: "voltage", unit: "V"),
          curves: [
            line.call("no current", 0.0, :main),
            drop && line.call("at #{show(discharge, "A", 0)}", drop, :second)
          ].compact,
          marks: [
            Chart::Mark.new(label: "trip", at: trip.to_f, tone: :bad),
            Chart::Mark.new(label: "end", at: empty * 1.0),
            Chart::Mark.new(label: "current tapers", at: sheet["series"] * taper)
          ]
        )
      end

      def taper = cell[3] + (cell[2] - cell[3]) * 0.4

      def propose_cells =
        [sheet["series"] && propose("battery.cells", sheet["series"], "as given", facts: %w[series])].compact

      def propose_currents
        [
          discharge &&
            propose(
              "battery.discharge_current",
              (discharge * 10).floor / 10.0,
              "strings at their limit, less margin",
              facts: %w[discharge parallel margin]
            ),
          charge &&
            propose(
              "battery.charge_current",
              (charge * 10).floor / 10.0,
              "strings at their limit, less margin",
              facts: %w[charge parallel margin]
            )
        ].compact
      end

      # The current tapers over the last tenth of the way from nominal to empty.
      def propose_voltages
        return unless cell
        [
          propose("battery.end_voltage", cell[3], "empty", facts: %w[chemistry]),
          propose("battery.taper_voltage", taper.round(3), "on the way to empty", facts: %w[chemistry])
        ].compact
      end

      def propose_levels
        return unless full && full < trip
        [
          propose(
            "supply.under_voltage",
            (empty * 0.9).floor,
            "10 % below the empty battery",
            facts: %w[series chemistry]
          ),
          propose(
            "supply.over_voltage",
            [highest_level, trip].min,
            "#{show(highest_level / sheet["series"], "V", 2)} a cell, the drive's trip at most",
            facts: %w[series chemistry]
          )
        ].compact
      end
    end
  end
end

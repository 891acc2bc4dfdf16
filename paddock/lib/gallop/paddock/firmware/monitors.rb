# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What a drive watches every millisecond, and what it does about it. Families add to #watch_family.
      module Monitors
        OVER_CURRENT = 0x2310
        MOTOR_HEAT = 0x2350
        OVER_VOLTAGE = 0x3210
        UNDER_VOLTAGE = 0x3220
        HOT_HEAT_SINK = 0x4310
        WATCHDOG = 0x8130
        OVER_SPEED = 0x8480
        TORQUE_OFF = 0xFF10
        QUICK = 2
        HISTORY = 8
        HEAT_TRIP = 1.10
        RATED_HEAT = 1.0
        CHOPPER_BAND = 10 # V between on and off

        # @return [Integer] the bits of control.inhibits
        def inhibits
          (axis.torque_allowed? ? 0 : 1) | (bus_charged? ? 0 : 2) | (@storage.waiting_for_restart.zero? ? 0 : 4) |
            (machine.faulted? ? 8 : 0) | (@storage.busy? ? 16 : 0)
        end

        def warning? =
          @heat >= setting("monitors.heat_warning") / 100.0 || @load_monitor.mains_warning? || @contacts.warns?

        # V at which it trips.
        def over_voltage = @over_voltage
        def watchdog_armed? = @watchdog_window.positive?

        def switch_on_permitted? = (inhibits & ~8).zero? && !machine.faulted?

        def trip(code, reaction = @effective["control.fault_reaction"])
          return if machine.faulted? && !(machine.state == :fault_reaction_active && reaction == Stopping::COAST)
          @fault_code = code
          @statistics.faulted
          @fault_trace.fault(code)
          @power_up.faulted
          memory.records["faults"] = [[code, memory.records["powered_seconds"].floor], *memory.records["faults"]].first(
            HISTORY
          )
          memory.save
          return end_reaction if machine.state == :fault_reaction_active
          react(reaction)
        end

        # A fault can be reset once its cause is gone.
        def reset_permitted?
          case @fault_code
          when TORQUE_OFF
            axis.torque_allowed?
          when MOTOR_HEAT
            @heat < RATED_HEAT
          when MotorSensor::HOT, MotorSensor::LOST
            @motor_sensor.cool?
          when HOT_HEAT_SINK
            axis.heat_sink.temperature < @hottest_sink - 5
          when OVER_VOLTAGE
            axis.bus_voltage < @over_voltage
          when UNDER_VOLTAGE
            bus_charged?
          when LoadMonitor::RESISTOR
            @load_monitor.resistor_cool?
          else
            family_reset_permitted?
          end
        end

        private

        def start_monitors
          @watchdog_age = 0.0
        end

        def take_monitor_figures
          @under_voltage = setting("supply.under_voltage")
          @over_voltage = setting("supply.over_voltage")
          chopper = @effective["supply.brake_resistor"] == 1 ? setting("supply.chopper_level") : Float::INFINITY
          axis.bus.chop_between(chopper - CHOPPER_BAND, chopper)
          @hottest_sink = setting("monitors.drive_temperature") + 273.15
          @heat_trips = @effective["monitors.heat_trip"] == 1
          @watchdog_window = memory.live["control.watchdog_window"] / 1000.0
          @over_speed = setting("monitors.over_speed") / 100.0 * of_shaft("limits.motor_speed", :speed)
          trip_peak = setting("monitors.over_current") / 100.0 * profile.rating[:current] * SQRT2
          @over_current_square = trip_peak * trip_peak
          @heat_rate = 1.0 / setting("motor.thermal_time")
          @rated_current_peak = setting("motor.rated_current") * SQRT2
        end

        def bus_charged? = axis.bus.precharged? && axis.bus_voltage > @under_voltage

        def refresh_watchdog
          @watchdog_age = 0.0
          @watchdog_window = memory.live["control.watchdog_window"] / 1000.0
        end

        def take_sign_of_life
          @statistics.refreshed
          holder.heard
          refresh_watchdog
        end

        def watch(dt)
          model_heat(dt)
          return react_to_open_torque_off unless axis.torque_allowed?
          return trip(OVER_VOLTAGE, Stopping::COAST) if axis.bus_voltage > @over_voltage
          return lose_bus unless bus_charged?
          return trip(HOT_HEAT_SINK) if axis.heat_sink.temperature > @hottest_sink
          return trip(MOTOR_HEAT) if @heat_trips && @heat > HEAT_TRIP
          watch_watchdog(dt)
          @load_monitor.each_millisecond(dt)
          @motor_sensor.each_millisecond(dt)
          @earth_fault&.each_millisecond(dt)
          watch_family(dt)
        end

        # First-order model of the winding driven by the square of the current, 1 at rated current in the long run.
        def model_heat(dt)
          ratio = current_square / (@rated_current_peak * @rated_current_peak)
          @heat += (ratio - @heat) * @heat_rate * dt
        end

        def watch_watchdog(dt)
          return @watchdog_age = 0.0 unless watchdog_armed? && machine.state == :operation_enabled
          @watchdog_age += dt
          return unless @watchdog_age > @watchdog_window
          trip(WATCHDOG, QUICK)
          end_holding
        end

        def react_to_open_torque_off
          return machine.power_lost unless @stage_on
          trip(TORQUE_OFF, Stopping::COAST)
        end

        def lose_bus
          return trip(UNDER_VOLTAGE, Stopping::COAST) if @stage_on
          machine.power_lost
        end
      end
    end
  end
end

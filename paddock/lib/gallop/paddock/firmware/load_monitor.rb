# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What load, braking resistor and mains tell, where the drive is told to watch them: a motor that
      # stands under torque, one that has lost its load, a resistor that has taken more than it stands, a bus that
      # ripples as on a missing phase. A family says how much torque it gives and what speed it asks for.
      class LoadMonitor < Part
        BLOCKED = 0x7121
        LOAD_MISSING = 0xFF41
        RESISTOR = 0x7112
        MAINS_PHASE = 0x3130
        STANDS = 0.1 # of the speed that is asked for
        WINDOW = 0.02 # s: a period of the mains
        RIPPLE = 0.06 # of the bus voltage, peak to peak, that three phases never have
        RIPPLES = 25 # windows one after the other
        TOLD = 1
        TRIPS = 2

        # Whether a phase is missing and that shall be told.
        def mains_warning? = @mains_lost && @on_mains_phase == TOLD

        def wake
          @stalled_for = @unloaded_for = @resistor_heat = @ripple_time = 0.0
          @ripples = 0
          @mains_lost = false
          forget_ripple
        end

        def settings_changed
          @stall_level = share_set("monitors.stall_level")
          @stall_time = (raw("monitors.stall_time") || 0) / 1000.0
          @underload_level = share_set("monitors.underload_level")
          @underload_time = (raw("monitors.underload_time") || 0).to_f
          @on_mains_phase = raw("supply.mains_phases") == 1 ? 0 : raw("monitors.mains_phase").to_i
          @watches_resistor = raw("supply.brake_resistor") == 1 && !raw("supply.resistor_ohms").nil?
          return unless @watches_resistor
          @resistor_ohms = setting("supply.resistor_ohms").to_f
          @resistor_power = setting("supply.resistor_power").to_f
          @resistor_energy = setting("supply.resistor_energy").to_f
        end

        def each_millisecond(dt)
          watch_resistor(dt) if @watches_resistor
          return forget_load unless drive.stage_on?
          watch_mains(dt) if @on_mains_phase.positive?
          watch_stall(dt) if @stall_level
          watch_underload(dt) if @underload_level
        end

        # Whether a resistor that was overloaded has cooled to half.
        def resistor_cool? = !@watches_resistor || @resistor_heat < 0.5 * @resistor_energy

        private

        # Zero, or no such setting: not watched.
        def share_set(key) = (raw(key) || 0).zero? ? nil : setting(key) / 100.0

        def forget_load
          @stalled_for = @unloaded_for = 0.0
          @ripples = 0
          @mains_lost = false
        end

        def watch_stall(dt)
          demand = drive.demanded_speed.abs
          stalled = demand > 0.0 && drive.measured_speed.abs < STANDS * demand && drive.torque_share.abs >= @stall_level
          @stalled_for = stalled ? @stalled_for + dt : 0.0
          drive.trip(BLOCKED) if @stalled_for > @stall_time
        end

        def watch_underload(dt)
          demand = drive.demanded_speed.abs
          turns = demand > 0.0 && drive.measured_speed.abs > 0.5 * demand
          @unloaded_for = turns && drive.torque_share.abs < @underload_level ? @unloaded_for + dt : 0.0
          drive.trip(LOAD_MISSING) if @unloaded_for > @underload_time
        end

        # What it takes above its continuous power gathers, and goes away as fast.
        def watch_resistor(dt)
          power = axis.bus.chopper_on ? axis.bus_voltage**2 / @resistor_ohms : 0.0
          @resistor_heat = [@resistor_heat + (power - @resistor_power) * dt, 0.0].max
          drive.trip(RESISTOR, Stopping::COAST) if drive.stage_on? && @resistor_heat > @resistor_energy
        end

        # Window by window: a ramp of the load moves the bus once, a missing phase in every period.
        def watch_mains(dt)
          bus = axis.bus_voltage
          @bus_high = bus if bus > @bus_high
          @bus_low = bus if bus < @bus_low
          @ripple_time += dt
          return if @ripple_time < WINDOW
          @ripples = @bus_high - @bus_low > RIPPLE * @bus_high ? @ripples + 1 : 0
          forget_ripple
          @mains_lost = @ripples >= RIPPLES
          drive.trip(MAINS_PHASE) if @mains_lost && @on_mains_phase == TRIPS
        end

        def forget_ripple
          @ripple_time = 0.0
          @bus_high = 0.0
          @bus_low = Float::INFINITY
        end
      end
    end
  end
end

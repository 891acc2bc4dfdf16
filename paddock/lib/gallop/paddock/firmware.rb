# frozen_string_literal: true

module Gallop
  module Paddock
    # What the processor of a drive runs: state machine, memory, monitors, the loops of its family. It sees its
    # sensors and its memory, never the true figures of the rig. Subclasses answer #step (one period of the fastest
    # loop) and the family's figures.
    class Firmware
      include Commands
      include Stopping
      include Monitors
      include Figures
      include Signals
      include Held

      SQRT2 = Math.sqrt(2)
      HOUSEKEEPING_RATE = 1000 # Hz

      attr_reader :profile,
                  :memory,
                  :axis,
                  :machine,
                  :uptime,
                  :fault_code,
                  :effective,
                  :heat,
                  :trace_memory,
                  :fault_trace,
                  :polarity,
                  :terminals,
                  :contacts

      # Samples of a channel as they go over the wire. @param signal [Objects::Signal] @return [String]
      def self.packed(samples, signal, shaft)
        factor = signal.kind ? shaft.real(signal.kind, 1.0) : 1.0
        shown = factor == 1.0 ? samples : samples.map { |sample| sample * factor }
        far = signal.kind == :angle || signal.unit == "counts"
        Traces.pack(shown, base: far ? shown.first.to_f : 0.0)
      end

      # @param axis [Axis] @param memory [Memory] freshly powered up
      # @param started_at [Float] s by the clock that the drives of a network share
      def initialize(profile, memory, axis, started_at: 0.0)
        @profile = profile
        @memory = memory
        @axis = axis
        @started_at = started_at
        @machine = Cia402::StateMachine.new
        @effective = memory.live.dup
        @uptime = 0.0
        @ticks_per_housekeeping = rate / HOUSEKEEPING_RATE
        @tick = 0
        @fault_code = 0
        @heat = memory.records.fetch("heat", 0.0)
        start_holder
        start_commands
        wake_parts
        start_monitors
        start_loops
        start_figures
        take_settings
        take_commands
        @fault_trace.begin
        record_start
        machine.initialised
        @power_up.begin
      end

      def loader? = false

      # Whether the restart that is asked for shall end in the loader.
      def loader_wanted? = @loader_wanted
      def restart_wanted? = @storage.restart_wanted?

      # @return [Integer] Hz of #step
      def rate = raise(NotImplementedError)

      # Runs the given number of periods. At rest with the stage off only the housekeeping runs: nothing measurable
      # changes.
      def run(periods)
        while periods.positive?
          if idle?
            rest_a_millisecond
            periods -= @ticks_per_housekeeping
          else
            step
            periods -= 1
            @tick += 1
            @trace_memory.step if @trace_memory.live?
            @fault_trace.take if (@tick % @fault_divider).zero?
            if @tick >= @ticks_per_housekeeping
              @tick = 0
              housekeeping
            end
          end
        end
        periods
      end

      # s, to the period of the fastest loop, by the clock that the drives of a network share
      def network_time = @started_at + @uptime + @tick / rate.to_f

      def idle? = !@stage_on && axis.at_rest? && !@trace_memory.live?
      def stage_on? = @stage_on

      # Whether it moves to places.
      def positioning? = false

      # What is heard of other drives that it goes together with. @return [Gallop::Terminals::Team, nil]
      def team = nil

      # Shares of its torque limit and of its acceleration that another drive leaves it
      def led_torque = 1.0
      def led_haste = 1.0

      # Whether a limit holds the motor back just now.
      def held_back? = internal_limit? ? true : false

      # The target that was written, in the drive's unit of speed.
      def network_target
        @target_entry ||= profile.fetch("speed.target")
        @target_entry.figure(memory.live["speed.target"])
      end
      def standing? = raise(NotImplementedError)

      # A setting in its unit, as it is in force. Whole milliseconds and percent are reckoned with like any other.
      # @return [Float]
      def setting(key) = profile.fetch(key).figure(@effective.fetch(key)).to_f

      # Called when the electronics lose their supply.
      def power_down
        switch_stage(false)
        memory.records["heat"] = @heat
        memory.save
      end

      # In whose terms the settings of motion are: every loop reckons with a shaft.
      def shaft = @shaft ||= Shaft.turning

      # A setting of motion as it is in force. @return [Float] SI, of the shaft
      def of_shaft(key, kind) = shaft.reckoned(kind, in_si(key))

      # A figure of the shaft as the entry tells it. @return [Integer] raw
      def raw_of(key, kind, figure)
        entry = profile.fetch(key)
        entry.raw(entry.from_si(shaft.real(kind, figure)))
      end

      # How fast it may go in the negative direction. @param top [Float] in the other @param set [Float] zero: the same
      def backward(top, set) = set.positive? ? [set * setting("envelope.speed") / 100, top].min : top

      NO_BACKWARD = 1 # of limits.direction
      NO_FORWARD = 2

      # Whether it must not turn that way. @param speed [Numeric] by its sign
      def locked?(speed)
        return true if @contacts.at_limit?(speed)
        lock = @effective["limits.direction"]
        (lock == NO_BACKWARD && speed.negative?) || (lock == NO_FORWARD && speed.positive?)
      end

      # A holding brake, as signal injection needs it.
      def open_brake = @brake.release
      def close_brake = @brake.engage

      # s from the moment in which it is told to
      def brake_closes_in = @brake.open? ? setting("brake.engage_time") / 1000 : 0.0

      # A peak, by α and β as the sensors show them @return [Float]
      def sensed_square
        sensor = axis.sensor
        sensor.i_alpha * sensor.i_alpha + sensor.i_beta * sensor.i_beta
      end

      private

      # Those that every family has.
      def wake_parts
        @sensing = Sensing.new(self)
        @brake = HoldingBrake.new(self)
        @load_monitor = LoadMonitor.new(self)
        @motor_sensor = MotorSensor.new(self)
        @earth_fault = EarthFault.new(self) if profile["monitors.earth_fault"]
        @terminals = Terminals.new(self)
        @contacts = ContactCommand.new(self)
        @statistics = Statistics.new(self)
        @power_up = PowerUp.new(self)
        @storage = Storage.new(self)
        @trace_memory = TraceMemory.new(self)
        @fault_trace = FaultTrace.new(self)
        @injection = Injection.new(self)
        @fault_divider = @fault_trace.divider
      end

      def parts =
        [
          @sensing,
          @brake,
          @load_monitor,
          @motor_sensor,
          *@earth_fault,
          @terminals,
          @contacts,
          @statistics,
          @power_up,
          @storage,
          @trace_memory,
          @fault_trace,
          @injection
        ]

      def rest_a_millisecond
        axis.coast(1.0 / HOUSEKEEPING_RATE)
        housekeeping
        (FaultTrace::RATE / HOUSEKEEPING_RATE).times { @fault_trace.take }
      end

      def in_si(key) = profile.fetch(key).to_si(setting(key))

      def housekeeping
        dt = 1.0 / HOUSEKEEPING_RATE
        @uptime += dt
        axis.tend
        @sensing.each_millisecond(dt)
        @brake.each_millisecond(dt)
        count_time(dt)
        watch(dt)
        tend_holder(dt)
        proceed(dt)
        tend_family(dt)
        @terminals.each_millisecond(dt)
        @contacts.each_millisecond(dt)
        @stored_moves&.each_millisecond(dt)
        @target = @contacts.target if @contacts.leads?
        @power_up.each_millisecond(dt)
        @storage.each_millisecond(dt)
        observe(dt)
      end

      # What a family does besides, in whatever state it is.
      def tend_family(_dt)
      end

      def switch_stage(on)
        return if on == @stage_on
        @stage_on = on
        @injection.rest
        @brake.engage unless on
        return end_operation unless on
        return @statistics.enabled if @injection.ours?
        @brake.release
        begin_operation
      end

      # Settings that wait for the stage to be off come into force.
      def end_operation
        release_loops
        profile.settings.each do |entry|
          @effective[entry.key] = memory.live[entry.key] if entry.effect == "when_disabled"
        end
        take_settings
      end

      # What has come into force, for the loops and for each part.
      def take_settings
        take_polarity
        take_figures
        parts.each(&:settings_changed)
      end

      # A drive that is reversed has V and W exchanged, and counts backward. Signal injection takes the wires as they
      # are.
      def take_polarity
        @polarity = Cia402::Polarity.sign(@effective[Cia402::Polarity::KEY])
        @field_sense = @effective["control.mode"] == Injection::MODE ? @polarity : 1
        axis.mirrored = @polarity != @field_sense
      end

      def record_start
        memory.records["starts"] += 1
        memory.save
      end

      def count_time(dt)
        memory.records["powered_seconds"] += dt
        memory.records["enabled_seconds"] += dt if @stage_on
      end
    end
  end
end

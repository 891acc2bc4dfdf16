# frozen_string_literal: true

module Gallop
  module Paddock
    # One stand-in drive: its hardware, the life of its electronics (off, booting, running) and its network cable. All access goes
    # through #synchronize; the clock thread and the server threads meet there.
    class StandIn
      attr_reader :name, :profile, :axis, :firmware, :memory, :nameplate, :simulated_time
      attr_accessor :cable_plugged

      # @param electronics_voltage [Float] V of the bus at which the electronics start; they die at 60 % of it
      def initialize(name:, profile:, axis:, memory:, boot_time:, electronics_voltage:, nameplate: {})
        @name = name
        @profile = profile
        @axis = axis
        @memory = memory
        @boot_time = boot_time
        @electronics_voltage = electronics_voltage
        @nameplate = nameplate
        @cable_plugged = true
        @simulated_time = 0.0
        @rest = 0.0
        @booting_for = 0.0
        @firmware = nil
        @mutex = Mutex.new
      end

      def synchronize(&) = @mutex.synchronize(&)

      # @return [Symbol] :off, :booting or :running
      def state
        return :running if @firmware
        powered? ? :booting : :off
      end

      def reachable? = !@firmware.nil? && @cable_plugged

      # Lets time pass. Call inside #synchronize.
      # @param seconds [Float] simulated seconds
      def advance(seconds)
        @simulated_time += seconds
        @rest += seconds
        @firmware ? run_firmware : wait_for_power
      end

      # Takes the mains away or brings them back.
      def mains=(on)
        axis.bus.mains_on = on
      end

      private

      def powered? = axis.bus.voltage >= (@firmware ? 0.6 : 1.0) * @electronics_voltage

      def run_firmware
        rate = @firmware.rate
        periods = (@rest * rate).floor
        return if periods.zero?
        left = @firmware.run(periods)
        @rest -= (periods - left) / rate.to_f
        fall_silent unless powered?
        restart if @firmware&.restart_wanted?
      end

      def wait_for_power
        while @rest >= 0.001
          @rest -= 0.001
          axis.coast(0.001)
          axis.exchange_heat
          @booting_for = powered? ? @booting_for + 0.001 : 0.0
          return start if @booting_for >= @boot_time
        end
      end

      def start
        memory.power_up
        @firmware = (profile.motor_kind == :synchronous ? Firmware::Servo : Firmware::Frequency).new(profile, memory, axis)
      end

      def fall_silent
        @firmware.power_down
        @firmware = nil
        @booting_for = 0.0
      end

      alias_method :restart, :fall_silent
      public :restart
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Paddock
    # One stand-in drive: its hardware, the life of its electronics (off, booting, running) and its network cable. All
    # access goes through #synchronize; the clock thread and the server threads meet there.
    class StandIn
      attr_reader :name, :flash, :axis, :firmware, :memory, :nameplate, :simulated_time
      attr_accessor :cable_plugged

      FIRMWARE = {
        "haflinger" => Firmware::Servo,
        "shire" => Firmware::Frequency,
        "fjord" => Firmware::LowVoltage,
        "camargue" => Firmware::Linear,
        "exmoor" => Firmware::Brushed,
        "konik" => Firmware::Stepper
      }.freeze

      # @param electronics_voltage [Float] V of the bus at which the electronics start; they die at 60 % of it
      # @param flash [Flash] the program memory; its version decides which dictionary the drive has
      def initialize(name:, flash:, axis:, memory:, boot_time:, electronics_voltage:, nameplate: {})
        @name = name
        @flash = flash
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

      # As it came from the works, without power so far: what another one is, this one becomes.
      # @param fresh [StandIn] of the same rig
      def become(fresh)
        synchronize do
          (fresh.instance_variables - %i[@mutex @simulated_time]).each do |name|
            instance_variable_set(name, fresh.instance_variable_get(name))
          end
        end
      end

      # The dictionary that the drive has at this moment.
      def profile = @flash.profile

      # @return [Symbol] :off, :booting, :loader or :running
      def state
        return @firmware.loader? ? :loader : :running if @firmware
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
          axis.tend
          @booting_for = powered? ? @booting_for + 0.001 : 0.0
          return start if @booting_for >= @boot_time
        end
      end

      def start
        memory.power_up(profile, check_sum: flash.check_sum)
        @firmware = loader_due? ? Loader.new(profile, memory, axis, flash) : program
        @loader_wanted = false
      end

      def program = FIRMWARE.fetch(profile.family).new(profile, memory, axis, started_at: @simulated_time)
      def loader_due? = @loader_wanted || !flash.valid?

      def fall_silent
        @loader_wanted = powered? && @firmware.loader_wanted? unless @firmware.loader?
        @firmware.power_down
        axis.box.go_dark
        @firmware = nil
        @booting_for = 0.0
      end

      alias_method :restart, :fall_silent
      public :restart
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What the drive does by itself: enabling after power-up and resetting faults, as its settings say. Whoever
      # writes the Controlword ends it until the next start.
      class PowerUp < Part
        QUIET_TIME = 600.0 # s without a fault after which the count of resets starts anew
        NEVER_RESET = [Monitors::TORQUE_OFF, 0x7305, SecondFeedback::LOST].freeze
        ENABLING = [0x6, 0x7, 0xF].freeze
        RESETTING = [0x0, Cia402::Controlword::FAULT_RESET].freeze

        def wake
          @resets = 0
          @since_fault = 0.0
          @commands = false
        end

        # Once everything else is awake.
        def begin
          @commands = raw("power_up.enable") == 1
          drive.memory.live["speed.target"] = target if @commands
        end

        # A command came from outside.
        def end
          @commands = false
        end

        def faulted
          @since_fault = 0.0
        end

        def each_millisecond(dt)
          @since_fault += dt
          @resets = 0 if @since_fault > QUIET_TIME
          return reset if drive.machine.state == :fault
          enable if @commands && !drive.stage_on? && drive.uptime >= setting("power_up.delay")
        end

        private

        def enable
          return if drive.contacts.commands?
          drive.command_itself(ENABLING) if drive.switch_on_permitted? && !drive.machine.faulted?
        end

        def reset
          return if @resets >= raw("power_up.resets") || NEVER_RESET.include?(drive.fault_code)
          return if @since_fault < setting("power_up.reset_wait") || !drive.reset_permitted?
          @resets += 1
          drive.command_itself(RESETTING)
        end

        def target
          entry = drive.profile.fetch("speed.target")
          entry.raw(setting("power_up.speed")).clamp(entry.raw_range.min, entry.raw_range.max)
        end
      end
    end
  end
end

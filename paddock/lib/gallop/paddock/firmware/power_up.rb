# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What the drive does by itself: enabling after power-up and resetting faults, as its settings say. Whoever
      # writes the Controlword ends it until the next start.
      module PowerUp
        QUIET_TIME = 600.0 # s without a fault after which the count of resets starts anew
        NEVER_RESET = [Monitors::TORQUE_OFF, 0x7305, SecondFeedback::LOST].freeze

        private

        def start_power_up
          @own_command = @effective["power_up.enable"] == 1
          @resets = 0
          @since_fault = 0.0
          memory.live["speed.target"] = own_target if @own_command
        end

        # Every millisecond.
        def tend_power_up(dt)
          @since_fault += dt
          @resets = 0 if @since_fault > QUIET_TIME
          return reset_by_itself if machine.state == :fault
          enable_by_itself if @own_command && !@stage_on && uptime >= setting("power_up.delay")
        end

        def enable_by_itself
          return unless switch_on_permitted? && !machine.faulted?
          [0x6, 0x7, 0xF].each { |word| control(word) }
          take_commands
        end

        def reset_by_itself
          return if @resets >= @effective["power_up.resets"] || NEVER_RESET.include?(@fault_code)
          return if @since_fault < setting("power_up.reset_wait") || !reset_permitted?
          @resets += 1
          control(0)
          control(Cia402::Controlword::FAULT_RESET)
        end

        def own_target
          entry = profile.fetch("speed.target")
          entry.raw(setting("power_up.speed")).clamp(entry.raw_range.min, entry.raw_range.max)
        end
      end
    end
  end
end

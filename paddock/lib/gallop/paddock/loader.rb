# frozen_string_literal: true

module Gallop
  module Paddock
    # What runs while the drive has no program to run, or was told to stop it: it knows its identity and how to take a
    # new program, and nothing of motors. The power stage is off.
    class Loader
      RATE = 1000
      CLEAR_TIME = 0.4 # s
      CHECK_TIME = 0.2
      KEYS = %w[
        device.type
        device.name
        device.hardware
        device.firmware
        device.vendor
        device.product
        device.revision
        device.serial
        diagnosis.refused_register
        diagnosis.refused_reason
        diagnosis.refused_count
        program.control
        program.identification
        program.flash_status
        program.received
      ].freeze

      attr_reader :profile, :memory, :flash

      def initialize(profile, memory, axis, flash)
        @profile = profile.only(KEYS)
        @memory = memory
        @axis = axis
        @flash = flash
        @busy = 0.0
        @register = @reason = @count = 0
      end

      def rate = RATE
      def loader? = true
      def restart_wanted? = @restart_wanted
      def stage_on? = false
      def power_down = memory.save
      def served = nil
      def uptime = 0.0

      def run(periods)
        periods.times do
          @axis.coast(1.0 / RATE)
          @axis.tend
          proceed if @busy.positive?
        end
        0
      end

      def read(entry)
        case entry.key
        when "program.control"
          0
        when "program.identification"
          flash.check_sum
        when "program.flash_status"
          (@busy.positive? ? 1 : 0) | (flash.error << 1)
        when "program.received"
          flash.received.bytesize
        when "diagnosis.refused_register"
          @register
        when "diagnosis.refused_reason"
          @reason
        when "diagnosis.refused_count"
          @count
        else
          memory.live.fetch(entry.key)
        end
      end

      def gone(_connection) = nil
      def held_by?(_connection) = false

      def objection(entry, raw, from: nil)
        return :read_only unless entry.writable?
        return :busy if @busy.positive?
        :no_choice unless entry.choices.key?(raw)
      end

      def write(_entry, raw, from: nil)
        return if raw == Program::STOP
        @job = raw
        @busy = raw == Program::CLEAR ? CLEAR_TIME : CHECK_TIME
        flash.clear if raw == Program::CLEAR
      end

      # A piece of the new program. @return [Boolean] whether it was taken
      def take(offset, bytes) = !@busy.positive? && flash.take(offset, bytes)

      def refused(register, reason)
        @register = register & 0xFFFF
        @reason = Firmware::Commands::REASONS.fetch(reason)
        @count = (@count + 1) & 0xFFFF
      end

      private

      def proceed
        @busy -= 1.0 / RATE
        return if @busy.positive?
        @restart_wanted = flash.commit if @job == Program::START
      end
    end
  end
end

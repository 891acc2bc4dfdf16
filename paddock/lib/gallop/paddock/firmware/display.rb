# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Two lines of sixteen characters above the drive's own keys: what it does, and who has command and speed.
      class Display
        WIDTH = 16
        SOURCES = {
          network: "NETWORK",
          analog_1: "ANALOG 1",
          analog_2: "ANALOG 2",
          presets: "PRESET",
          fixed: "FIXED",
          potentiometer: "UP AND DOWN",
          process: "PROCESS",
          keys: "KEYS"
        }.freeze

        # @param drive [Firmware]
        def initialize(drive)
          @drive = drive
        end

        # @return [Array<String>]
        def lines = [first, second].map { |line| line[0, WIDTH].ljust(WIDTH) }

        private

        def logic = @drive.terminals.logic
        def unit = @drive.profile.speed_unit

        def first
          return format("FAULT %04X", @drive.fault_code) if @drive.machine.faulted?
          return @drive.switch_on_permitted? ? "READY" : "NOT READY" unless @drive.stage_on?
          entry = @drive.profile.fetch("speed.actual")
          speed = entry.figure(@drive.read(entry)).round
          both_ends(speed.zero? ? "STANDS" : "RUNS #{speed.negative? ? "BWD" : "FWD"}", "#{speed.abs}#{unit}")
        end

        def second
          keypad = logic.keypad
          set = "#{keypad.way.negative? ? "-" : ""}#{keypad.speed.round}#{unit}"
          return both_ends("LOCAL", set) if keypad.local?
          both_ends("REM", logic.source == :keys ? set : SOURCES.fetch(logic.source))
        end

        def both_ends(left, right) = left.ljust(WIDTH - right.length - 1) + " " + right
      end
    end
  end
end

# frozen_string_literal: true

module Gallop
  module Cia402
    # Object 0x6040: the commands that its bits 7, 3, 2, 1 and 0 stand for.
    module Controlword
      SWITCH_ON = 1 << 0
      ENABLE_VOLTAGE = 1 << 1
      QUICK_STOP = 1 << 2 # 0 asks for the quick stop
      ENABLE_OPERATION = 1 << 3
      FAULT_RESET = 1 << 7
      HALT = 1 << 8

      WORDS = {
        disable_voltage: 0x00,
        quick_stop: 0x02,
        shutdown: 0x06,
        switch_on: 0x07,
        enable_operation: 0x0F,
        fault_reset: 0x80
      }.freeze

      BITS = {
        0 => "Switch on",
        1 => "Enable voltage",
        2 => "Quick stop (0 = stop)",
        3 => "Enable operation",
        4 => "Mode specific",
        5 => "Mode specific",
        6 => "Mode specific",
        7 => "Fault reset",
        8 => "Halt"
      }.freeze

      module_function

      # @return [Symbol] :disable_voltage, :quick_stop, :shutdown, :switch_on or :enable_operation
      def command(word)
        return :disable_voltage if (word & ENABLE_VOLTAGE).zero?
        return :quick_stop if (word & QUICK_STOP).zero?
        return :shutdown if (word & SWITCH_ON).zero?
        (word & ENABLE_OPERATION).zero? ? :switch_on : :enable_operation
      end
    end
  end
end

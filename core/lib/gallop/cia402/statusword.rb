# frozen_string_literal: true

module Gallop
  module Cia402
    # Object 0x6041, composed from a state and read back into one.
    module Statusword
      # state => the state bits 6, 5, 3, 2, 1, 0; a quick stop shows as bit 5 cleared
      CODES = {
        not_ready_to_switch_on: 0x00,
        switch_on_disabled: 0x40,
        ready_to_switch_on: 0x21,
        switched_on: 0x23,
        operation_enabled: 0x27,
        quick_stop_active: 0x07,
        fault_reaction_active: 0x0F,
        fault: 0x08
      }.freeze
      # The mask under which each state is recognised: where bit 5 does not matter it is left out.
      MASKS = {
        not_ready_to_switch_on: 0x4F,
        switch_on_disabled: 0x4F,
        fault_reaction_active: 0x4F,
        fault: 0x4F,
        ready_to_switch_on: 0x6F,
        switched_on: 0x6F,
        operation_enabled: 0x6F,
        quick_stop_active: 0x6F
      }.freeze

      VOLTAGE_ENABLED = 1 << 4
      WARNING = 1 << 7
      REMOTE = 1 << 9
      TARGET_REACHED = 1 << 10
      INTERNAL_LIMIT = 1 << 11

      BITS = {
        0 => "Ready to switch on",
        1 => "Switched on",
        2 => "Operation enabled",
        3 => "Fault",
        4 => "Voltage enabled",
        5 => "Quick stop (0 = active)",
        6 => "Switch on disabled",
        7 => "Warning",
        9 => "Remote",
        10 => "Target reached",
        11 => "Internal limit active"
      }.freeze

      # What the bits that a mode has for itself mean in it, by its code.
      OF_MODE = {
        1 => {
          12 => "Set-point taken over"
        },
        3 => {
          12 => "Standing"
        },
        6 => {
          12 => "Home point found",
          13 => "Home point not found"
        }
      }.freeze

      module_function

      # @param state [Symbol] a key of STATES
      # @return [Integer] the word
      def compose(
        state,
        voltage: false,
        warning: false,
        remote: true,
        target_reached: false,
        internal_limit: false,
        mode_bits: 0
      )
        word = CODES.fetch(state) | mode_bits
        word |= VOLTAGE_ENABLED if voltage
        word |= WARNING if warning
        word |= REMOTE if remote
        word |= TARGET_REACHED if target_reached
        word |= INTERNAL_LIMIT if internal_limit
        word
      end

      # @return [Symbol, nil] the state, nil for a pattern that the standard does not know
      def state(word)
        CODES.find { |state, code| word & MASKS[state] == code }&.first
      end
    end
  end
end

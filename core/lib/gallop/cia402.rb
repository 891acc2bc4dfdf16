# frozen_string_literal: true

module Gallop
  # The drive state machine and its two words after IEC 61800-7-201 (the profile known as CiA 402).
  module Cia402
    STATES = {
      not_ready_to_switch_on: "Not ready to switch on",
      switch_on_disabled: "Switch on disabled",
      ready_to_switch_on: "Ready to switch on",
      switched_on: "Switched on",
      operation_enabled: "Operation enabled",
      quick_stop_active: "Quick stop active",
      fault_reaction_active: "Fault reaction active",
      fault: "Fault"
    }.freeze

    MODES = {
      0 => "None",
      1 => "Profile position",
      2 => "Velocity",
      3 => "Profile velocity",
      4 => "Torque profile",
      6 => "Homing",
      7 => "Interpolated position",
      8 => "Cyclic synchronous position",
      9 => "Cyclic synchronous velocity",
      10 => "Cyclic synchronous torque"
    }.freeze
  end
end

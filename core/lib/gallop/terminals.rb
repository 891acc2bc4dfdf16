# frozen_string_literal: true

module Gallop
  # What the terminals of a drive make of its contacts and signals: inputs → functions → command and reference. The one
  # source for the firmware of the stand-ins and for what is foreseen of them.
  #
  #   logic = Gallop::Terminals::Logic.new(Gallop::Terminals::Setup.new(profile, values))
  #   logic.begin(contacts)                                        # at power-up
  #   logic.step(contacts:, volts:, network: 0.0, ready: true, dt: 0.001)
  #   logic.run     # => 1, 0 or -1
  #   logic.speed   # => 900.0, in the drive's unit of speed
  module Terminals
    # By the code of a value input_N_function.
    FUNCTIONS = {
      0 => :none,
      1 => :controller,
      2 => :forward,
      3 => :backward,
      4 => :stop,
      5 => :quick_stop,
      6 => :reset,
      7 => :second_ramps,
      8 => :preset_1,
      9 => :preset_2,
      10 => :preset_3,
      11 => :preset_4,
      12 => :limit_low,
      13 => :limit_high,
      14 => :home,
      15 => :jog_forward,
      16 => :jog_backward,
      17 => :external_fault,
      19 => :enable,
      20 => :turn_round,
      21 => :changeover,
      22 => :raise,
      23 => :lower,
      24 => :second_motor,
      25 => :torque_off_comes,
      26 => :move_bit_1,
      27 => :move_bit_2,
      28 => :move_bit_3,
      29 => :move_trigger
    }.freeze
    FIRST_INPUT_BIT = 18 # of terminals.inputs
    PRESETS = %i[preset_1 preset_2 preset_3 preset_4].freeze
    STARTING = %i[forward backward jog_forward jog_backward].freeze # what may move a motor

    # Values of network.command_source and network.reference_source.
    COMMANDED_BY = %w[network.command_source network.reference_source].freeze
    # What a test that drives the motor takes for itself, with zero in its place: nobody else has a say, and no other
    # drive goes along.
    LET_GO = [*COMMANDED_BY, "team.place"].freeze

    # @param values [Hash{String => Object}] raw by key @return [Hash{String => Integer}] those that have to be borrowed
    def self.let_go(values) = LET_GO.select { |key| values[key].to_i.positive? }.to_h { |key| [key, 0] }
    BY_TERMINALS = 2
    BY_KEYS = 3
    BY_TEAM = 4
    AT_THE_DRIVE = [BY_TERMINALS, BY_KEYS, BY_TEAM].freeze # and not over the network
    SOURCES = {
      0 => :network,
      1 => :analog_1,
      2 => :analog_2,
      3 => :presets,
      4 => :fixed,
      5 => :potentiometer,
      6 => :process,
      7 => :keys,
      8 => :team
    }.freeze
  end
end

# frozen_string_literal: true

module Gallop
  # How a drive finds its reference: the methods of the standard, what stands against one, and the test that tries it.
  module Homing
    MODE = 6 # of control.mode

    # Of homing.state.
    STATES = {
      not_yet: 0,
      under_way: 1,
      found: 2,
      late: 3,
      at_limit: 4,
      without_index: 5,
      interrupted: 6,
      unknown_method: 7
    }.freeze
  end
end

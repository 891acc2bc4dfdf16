# frozen_string_literal: true

module Gallop
  # Discrete control loops as they run in a drive. Like the plant they allocate nothing while stepping.
  module Control
  end
end
